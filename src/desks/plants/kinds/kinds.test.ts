import { entriesOf } from '@/core/history/journal-index'
import type { Species } from '@/core/history/types'
import { findKinds } from '@/core/plants/find-kinds'
import { factsOf } from '@/core/plants/kinds'
import { undoAct, actsOf } from '@/data/acts'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { lodge } from '@/data/demo/lodge'
import { plantable } from '@/data/facts/board'
import { revisionsOf } from '@/data/facts/kinds'
import { stampOf } from '@/data/stamp'
import { loadStory } from '@/data/story'
import { sent } from '@/data/testing/sent'
import { serveFromMemory } from '@/data/testing/served'
import { foundOut, putBack, sayAKind } from './actions'
import { kindFields } from './kind-form'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(lodge(now())[0]))
})
afterAll(() => close())

const kind = async (id: string): Promise<Species> =>
  (await plantable(db)).find((one) => one.id === id)!
const inForm = async (id: string, over: Record<string, string> = {}) => {
  const fields = kindFields(await kind(id))
  return { ...fields, ...over }
}
const seeing = async (id: string) => ({ ...sent(), seen: stampOf(await kind(id)) })
const said = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok ? [] : (answer.problems ?? []).map(({ field, says }) => `${field}: ${says}`)

test('what a keeper knows better of a kind holds in every tank, is found under its names, and is put back', async () => {
  const before = await kind('rotala-red')
  const answer = await sayAKind(
    'rotala-red',
    await inForm('rotala-red', { heightCm: '60', light: 'fair', names: 'Fire stem, red one' }),
    await seeing('rotala-red'),
  )
  expect(answer).toEqual({ ok: true, value: 'rotala-red' })
  const tarn = (await loadStory(db, 'tarn'))!
  const there = tarn.species.find(({ id }) => id === 'rotala-red')!
  expect(there.matureHeightCm).toBe(60)
  // A leaf keeps its share of the plant.
  expect(there.leaf.lengthCm / 60).toBeCloseTo(before.leaf.lengthCm / before.matureHeightCm, 6)
  expect(factsOf(there).light).toBe('fair')
  expect(factsOf(there).multiplies).toEqual(factsOf(before).multiplies)
  expect(findKinds(await plantable(db), 'fire')[0].id).toBe('rotala-red')
  const [change] = await revisionsOf(db, 'rotala-red')
  expect(change.before).toEqual(before)
  expect(await putBack(change.id, sent())).toEqual({ ok: true, value: before.name })
  expect(await kind('rotala-red')).toEqual(before)
  // Both changes stay on paper, and the older one is no longer the last.
  expect(await revisionsOf(db, 'rotala-red')).toHaveLength(2)
  expect(said(await putBack(change.id, sent()))).toEqual([
    `: ${before.name} was changed again since; put that back first. Nothing was changed.`,
  ])
})

test('a kind of one’s own is put on paper without a planting, once', async () => {
  const fields = await inForm('rotala-red', { name: 'Mill-race weed', group: 'stem-fast' })
  const sending = sent()
  expect(await sayAKind('', fields, sending)).toEqual({
    ok: true,
    value: 'own-stem-fast-mill-race-weed',
  })
  expect(await sayAKind('', fields, sending)).toEqual({
    ok: true,
    value: 'own-stem-fast-mill-race-weed',
  })
  expect(await revisionsOf(db, 'own-stem-fast-mill-race-weed')).toHaveLength(1)
  expect(said(await sayAKind('', fields, sent()))).toEqual([
    'name: Mill-race weed is known here already; open it to change it.',
  ])
  const [first] = await revisionsOf(db, 'own-stem-fast-mill-race-weed')
  expect(said(await putBack(first.id, sent()))).toEqual([
    ': Mill-race weed was new then; there is nothing to put back.',
  ])
})

test('figures that cannot be are refused at their field, and what another wrote meanwhile is told', async () => {
  const wrong = async (over: Record<string, string>) =>
    said(await sayAKind('hygrophila', await inForm('hygrophila', over), await seeing('hygrophila')))
  expect(await wrong({ name: ' ' })).toEqual(['name: The name is missing.'])
  expect(await wrong({ heightCm: '-3' })).toEqual(['heightCm: The height cannot be below 0.2.'])
  expect(await wrong({ growth: 'fast' })).toEqual([expect.stringMatching(/^growth: /)])
  expect(await wrong({ growth: '5', growthLow: '6', growthHigh: '7' })).toEqual([
    'growth: The growth must lie between its least and its most.',
  ])
  expect(await wrong({ warmFrom: '30', warmTo: '20' })).toEqual([
    'warmTo: The warmest is below the coolest.',
  ])
  expect(await wrong({ ghFrom: '9', ghTo: '2' })).toEqual([
    'ghTo: The hardest is below the softest.',
  ])
  expect(await wrong({ light: 'sun' })).toEqual(['light: The light: this is none of the choices.'])
  expect(
    said(await sayAKind('triffid', await inForm('hygrophila'), await seeing('hygrophila'))),
  ).toEqual([': This kind is not in the catalogue.'])
  const stale = await seeing('hygrophila')
  await sayAKind(
    'hygrophila',
    await inForm('hygrophila', { heightCm: '50' }),
    await seeing('hygrophila'),
  )
  expect(
    said(await sayAKind('hygrophila', await inForm('hygrophila', { heightCm: '70' }), stale)),
  ).toEqual([expect.stringMatching(/^overtaken: .*changed elsewhere meanwhile: 50 cm high/)])
})

test('a planting that turned out to be another kind keeps its record, and the book says what it went by', async () => {
  const before = (await loadStory(db, 'tarn'))!
  const planting = before.plantings.find(
    ({ kinds, ended }) => kinds[0].speciesId === 'rotala-red' && ended === null,
  )!
  const heights = entriesOf(before.entries, 'measure').filter(
    (one) => one.plantingId === planting.id,
  ).length
  const form = {
    species: 'another:stem-slow',
    newName: 'Ludwigia, narrow red',
    newHeight: '35',
    newTint: 'red',
    sure: 'thought to be',
    foundOn: now().slice(0, 10),
    how: 'It flowered.',
  }
  const wrong = async (over: Record<string, string>, id = planting.id) =>
    said(await foundOut('tarn', id, { ...form, ...over }, sent()))
  expect(await wrong({ species: 'rotala-red' })).toEqual([
    `species: ${planting.stake} is said to be Rotala macrandra already.`,
  ])
  expect(await wrong({ foundOn: '2001-01-01' })).toEqual([
    `foundOn: ${planting.stake} was not planted yet on that day.`,
  ])
  expect(await wrong({ foundOn: '2100-01-01' })).toEqual(['foundOn: That has not happened yet.'])
  expect(await wrong({ newName: '' })).toEqual(['newName: What is it called?'])
  expect(await wrong({}, 'nobody')).toEqual([': This planting is not in this tank.'])
  const answer = await foundOut('tarn', planting.id, form, sent())
  expect(answer.ok).toBe(true)
  const after = (await loadStory(db, 'tarn'))!
  const is = after.plantings.find(({ id }) => id === planting.id)!
  expect(is.kinds[0]).toMatchObject({
    speciesId: 'own-stem-slow-ludwigia-narrow-red',
    sure: 'thought to be',
  })
  expect(is.stands).toEqual(planting.stands)
  expect(
    entriesOf(after.entries, 'measure').filter((one) => one.plantingId === planting.id),
  ).toHaveLength(heights)
  const line = entriesOf(after.entries, 'identified').at(-1)
  expect(line).toMatchObject({
    was: 'Rotala macrandra',
    is: 'Ludwigia, narrow red',
    note: 'It flowered.',
  })
  const [act] = await actsOf(db, after.vessel.id, 1)
  await undoAct(db, 'tarn', act.id, now())
  const undone = (await loadStory(db, 'tarn'))!
  expect(undone.plantings.find(({ id }) => id === planting.id)).toEqual(planting)
  expect(entriesOf(undone.entries, 'identified')).toEqual(entriesOf(before.entries, 'identified'))
})
