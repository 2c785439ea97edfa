import { CATALOGUE } from '../plants/catalogue'
import { instantOf } from '../quantity/time'
import { DAY0, entry, height, nitrate, recordOf, STEMS, tank } from '../testing/tank'
import { growsAndTurns } from '../testing/worlds/turning'
import { findings } from './findings'

const at = (day: number) => instantOf(DAY0 + day)
const keys = (story: ReturnType<typeof tank>, day: number) =>
  findings(story, at(day)).map(({ key }) => key)
const of = (story: ReturnType<typeof tank>, day: number, rule: string) =>
  findings(story, at(day)).find((one) => one.rule === rule)
const leaf = (day: number, look: 'pinholes' | 'evenly yellow' | 'bare stem') =>
  entry(day, 'leaf', { plantingId: STEMS.id, on: 'old leaves', look, extent: 'many leaves' })

test('a planting that hardly grows in light and without gas that would do is watched, with its heights for evidence', () => {
  const heights = Array.from({ length: 12 }, (_, i) => height(20 + 3 * i, STEMS.id, 12))
  const found = of(tank(heights), 60, 'grows-slower')!
  expect(found).toMatchObject({
    level: 'watch',
    leadsTo: { page: 'plants' },
    says: 'S1 grows slower than it should',
  })
  expect(found.because.filter(({ entryId }) => entryId !== null)).not.toHaveLength(0)
})

test('growth that slowed is told with its odds; growth that quickened is none', () => {
  // Seeds of the simulated stems whose turns are seen.
  const story = (factor: number, seed: number) => growsAndTurns(seed, 101, 80, factor).story
  const slowed = [1, 2, 3, 4, 5, 6, 7, 8].flatMap(
    (seed) => of(story(0.4, seed), 101.9, 'growth-turned') ?? [],
  )
  expect(slowed.length).toBeGreaterThan(2)
  for (const { because, says } of slowed) {
    expect(says).toBe('S1 grows slower than it did')
    expect(because.some((one) => one.says.startsWith('odds'))).toBe(true)
  }
  for (const seed of [1, 2, 3, 4])
    expect(of(story(2, seed), 101.9, 'growth-turned')).toBeUndefined()
})

test('a likely want is told from the leaves and leads there; what is only light or age is left to the page', () => {
  const hungry = tank([...[80, 90, 100].map((day) => nitrate(day, 0)), leaf(110, 'evenly yellow')])
  expect(of(hungry, 115, 'leaves-ail')).toMatchObject({
    level: 'watch',
    leadsTo: { page: 'leaves' },
  })
  expect(keys(tank([leaf(110, 'bare stem')]), 115)).not.toContain(`leaves:${STEMS.id}`)
})

test('a root feeder that hungers in bare gravel is told once, not by its leaves again', () => {
  const sword = {
    ...STEMS,
    speciesId: CATALOGUE.sword.id,
    kinds: [{ speciesId: CATALOGUE.sword.id, share: 1, sure: 'sure' as const }],
  }
  const yellow = entry(110, 'sign', {
    sign: 'yellow old leaves',
    place: { of: 'planting', id: STEMS.id },
  })
  const story = tank([...[80, 90, 100].map((day) => nitrate(day, 0)), yellow], {
    species: [CATALOGUE.sword],
    plantings: [recordOf(sword)],
  })
  expect(keys(story, 115)).toContain(`roots:${STEMS.id}`)
  expect(keys(story, 115)).not.toContain(`leaves:${STEMS.id}`)
})
