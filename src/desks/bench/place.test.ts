import { sceneOn } from '@/core/layout/scene'
import { unpackStage } from '@/core/layout/pack-stage'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import { serveFromMemory } from '@/data/testing/served'
import { sendPlace } from './handlers'
import { firstOf, placeContent, weigh } from './place'

test('a place is sent with its sentence and a drawing that can be stood up; one that is not there is 404', async () => {
  const stories = lodge(now())
  const { close } = await serveFromMemory(...stories)
  const content = (await (await sendPlace('tarn')).json()) as ReturnType<typeof placeContent> & {
    sentence: string
    stage: never
  }
  expect(content.sentence).toMatch(/^is closing over at the back left/)
  const stage = unpackStage(content.stage)
  expect(sceneOn(stage, stage.today).plants.length).toBeGreaterThan(8)
  expect((await sendPlace('nowhere')).status).toBe(404)
  await close()
})
test('a tank that cannot be worked out says so, is not tried again, and the others are ranked without it', () => {
  const [tarn, spring] = lodge(now())
  let tries = 0
  const broken = {
    ...spring,
    get routines(): never {
      tries++
      throw new Error('a fault in the story')
    },
  }
  const error = jest.spyOn(console, 'error').mockImplementation(() => {})
  expect(placeContent(broken, now())).toMatchObject({
    ok: false,
    problem: expect.stringContaining('failed'),
  })
  const after = tries
  expect(placeContent(broken, now())).toMatchObject({ ok: false })
  expect(tries).toBe(after)
  const ranked = firstOf([
    { slug: 'spring', name: 'Spring', notes: weigh(broken, now()) },
    { slug: 'tarn', name: 'Tarn', notes: weigh(tarn, now()) },
  ])
  expect(ranked).toMatchObject({ pressing: { name: 'Tarn' }, all: true })
  expect(
    firstOf([
      { slug: 'tarn', name: 'Tarn', notes: weigh(tarn, now()) },
      { slug: 'gully', name: 'Gully', notes: null },
    ]).all,
  ).toBe(false)
  expect(firstOf([])).toEqual({ pressing: null, all: true })
  error.mockRestore()
})
