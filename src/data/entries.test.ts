import { ValidationError } from 'yup'
import { DAY0, height, nitrate, STEMS, tank, recordOf } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import {
  addEntries,
  editEntry,
  entryVersions,
  journalPage,
  setVoided,
  type JournalFilter,
} from './entries'
import { EntryRefused } from './refused'
import type { Database } from './db'
import { addPlan, setPlanState } from './plans'
import { addPlanting } from './facts/plantings'
import { noAnswers, type RoundAnswers } from '@/core/routine/round/answers'
import { batchOf } from '@/core/testing/batch'
import * as t from './schema'
import { parseBatch } from './border/round-schema'
import { closeRound, dropRound, keepRound, openRound, RoundMoved } from './rounds'
import { listVessels, loadStory } from './story'
import { memoryDatabase } from './testing/memory'
import { parseEntry } from './border/entry-schema'
import { CATALOGUE } from '@/core/plants/catalogue'

const NOW = instantOf(DAY0 + 50)
const ALL: JournalFilter = {
  kind: null,
  plantingId: null,
  text: null,
  from: null,
  to: null,
  voided: false,
}
const raw = (id: string, kind: string, detail: object, day = 40) => ({
  id,
  kind,
  at: instantOf(DAY0 + day),
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
  ...detail,
})
const note = (id: string, text: string, day = 40) => raw(id, 'note', { text }, day)

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await memoryDatabase(tank([height(1, STEMS.id, 20), nitrate(2, 10)])))
})
afterAll(() => close())

const count = async () => (await loadStory(db, 'test'))!.entries.length

test('an entry written is in the story, in its place in time', async () => {
  await addEntries(db, 'test', [note('n-1', 'between', 1.5)], NOW)
  expect((await loadStory(db, 'test'))!.entries.map((entry) => entry.kind)).toEqual([
    'measure',
    'note',
    'reading',
  ])
})

test('one bad entry among good ones: nothing is written, and the sentence says which field', async () => {
  const before = await count()
  await expect(
    addEntries(
      db,
      'test',
      [
        note('n-2', 'good'),
        raw('x', 'water-change', { fraction: 1.4, litres: 10, sourceId: null }),
      ],
      NOW,
    ),
  ).rejects.toThrow(/cannot take more than 100 %/)
  await expect(
    addEntries(
      db,
      'test',
      [note('n-2', 'good'), raw('x', 'trim', { plantingId: STEMS.id, fromCm: null, toCm: 80 })],
      NOW,
    ),
  ).rejects.toBeInstanceOf(EntryRefused)
  expect(await count()).toBe(before)
})

/** All that a validation says, one sentence after the other. */
function sentences(parse: () => unknown): string {
  try {
    parse()
  } catch (error) {
    if (error instanceof ValidationError) return error.errors.join(' ')
    throw error
  }
  return 'nothing was refused'
}

test('text of every script, signs and whole pairs is kept as it was written', async () => {
  const text = '水草 — “trüb”, ½ 🌿\ttab\nline \\u0000 {"a":1} \'; drop table entry; --'
  await addEntries(db, 'test', [note('signs', text)], NOW)
  expect(
    (await loadStory(db, 'test'))!.entries.find((entry) => entry.id === 'signs'),
  ).toMatchObject({ text })
})

test.each([
  ['letters in a number', raw('b', 'feed', { grams: 'two', food: 'flakes' }), /must be a number/],
  ['a negative volume', raw('b', 'top-off', { litres: -3, sourceId: null }), /more than zero/],
  ['a missing text', raw('b', 'note', { text: '   ' }), /missing/],
  ['an unknown kind', raw('b', 'poem', { text: 'x' }), /not a kind of entry/],
  ['no time zone', { ...note('b', 'x'), at: '2026-01-01T10:00' }, /offset/],
  ['a day that is none', { ...note('b', 'x'), at: '2026-13-01T10:00Z' }, /not a real time/],
  [
    'a trim taller than said before',
    raw('b', 'trim', { plantingId: STEMS.id, fromCm: 10, toCm: 12 }),
    /taller than it was/,
  ],
  [
    'cover over 100 %',
    raw('b', 'measure', { plantingId: STEMS.id, measure: 'cover', value: 130 }),
    /over 100 %/,
  ],
  [
    'half an animal',
    raw('b', 'stock', { populationId: 'x', event: 'counted', count: 1.5 }),
    /whole numbers/,
  ],
  ['infinity', raw('b', 'feed', { grams: Infinity, food: 'flakes' }), /must be a number|more food/],
  ['a null among the letters', note('b', 'x\u0000y'), /cannot be kept/],
  ['half a character', note('b', 'x\ud83d'), /cannot be kept/],
  ['a hostile id', note("b'; drop table entry; --", 'x'), /identifier/],
])('%s is refused in a sentence', (_name, bad, sentence) => {
  expect(sentences(() => parseEntry(bad))).toMatch(sentence)
})

test('fields an entry does not have are dropped at the border', () => {
  expect(parseEntry({ ...note('c', 'x'), admin: true, __proto__: { evil: 1 } })).not.toHaveProperty(
    'admin',
  )
})

test('an edit keeps the former version; the kind cannot change', async () => {
  await addEntries(db, 'test', [note('e-1', 'first words')], NOW)
  await editEntry(db, 'test', note('e-1', 'second words'), 1, NOW)
  await editEntry(db, 'test', note('e-1', 'third words'), 2, NOW)
  const versions = await entryVersions(db, 'test', 'e-1')
  expect(
    versions.map((version) => [version.revision, (version.entry as { text: string }).text]),
  ).toEqual([
    [2, 'second words'],
    [1, 'first words'],
  ])
  await expect(editEntry(db, 'test', raw('e-1', 'clean', { item: 'x' }), 3, NOW)).rejects.toThrow(
    /change its kind/,
  )
  await expect(editEntry(db, 'test', note('nowhere', 'x'), 1, NOW)).rejects.toThrow(/no such entry/)
})

test('striking out is undone by bringing back; both leave their trace, twice does nothing more', async () => {
  await addEntries(db, 'test', [note('v-1', 'to be struck')], NOW)
  const before = await count()
  await setVoided(db, 'test', 'v-1', true, NOW)
  await setVoided(db, 'test', 'v-1', true, NOW)
  expect(await count()).toBe(before - 1)
  await expect(editEntry(db, 'test', note('v-1', 'x'), 2, NOW)).rejects.toThrow(/bring it back/)
  expect(
    (await journalPage(db, 'ves', { ...ALL, voided: true }, 0, 10)).entries.map(
      ({ entry }) => entry.id,
    ),
  ).toContain('v-1')
  await setVoided(db, 'test', 'v-1', false, NOW)
  expect(await count()).toBe(before)
  expect((await entryVersions(db, 'test', 'v-1')).map((version) => version.act)).toEqual([
    'restore',
    'void',
  ])
})

test('the journal is filtered by kind, planting, words and days, and counted', async () => {
  await addEntries(
    db,
    'test',
    [
      raw('m-1', 'measure', { plantingId: STEMS.id, measure: 'height', value: 24 }, 20),
      note('f-1', 'a 100 % odd_word', 21),
    ],
    NOW,
  )
  expect((await journalPage(db, 'ves', { ...ALL, kind: 'measure' }, 0, 10)).total).toBe(2)
  expect((await journalPage(db, 'ves', { ...ALL, plantingId: STEMS.id }, 0, 10)).total).toBe(2)
  expect(
    (await journalPage(db, 'ves', { ...ALL, text: '100 % odd_' }, 0, 10)).entries.map(
      ({ entry }) => entry.id,
    ),
  ).toEqual(['f-1'])
  expect((await journalPage(db, 'ves', { ...ALL, text: '%' }, 0, 10)).total).toBe(1)
  expect(
    (
      await journalPage(
        db,
        'ves',
        { ...ALL, from: instantOf(DAY0 + 20.5), to: instantOf(DAY0 + 22) },
        0,
        10,
      )
    ).entries.map(({ entry }) => entry.id),
  ).toEqual(['f-1'])
  expect(await journalPage(db, 'nobody', ALL, 0, 10)).toEqual({ entries: [], total: 0 })
})

const answered = (round: string, station = 2) => ({
  ...noAnswers(round),
  values: { 'height:p-s1': { value: 21, certainty: 'glance' as const } },
  station,
})

test('a round is kept between visits and forgotten when it is closed, unless somebody answered meanwhile', async () => {
  const begun = await keepRound(db, 'test', batchOf(answered('round-1')), NOW)
  const on = batchOf(answered('round-1', 3), 'page-1', 2)
  const kept = await keepRound(db, 'test', on, instantOf(DAY0 + 51))
  expect(await openRound(db, 'test')).toEqual({ startedAt: NOW, shared: kept })
  expect(kept!.answers).toEqual(answered('round-1', 3))
  const close = (within: ReturnType<typeof closeRound>) =>
    addEntries(db, 'test', [note('r-1', 'round done')], NOW, { within })
  await expect(close(closeRound(begun!))).rejects.toThrow(RoundMoved)
  await close(closeRound(kept!))
  expect(await openRound(db, 'test')).toBeNull()
})

test('a round kept by an older Vivero, which knew of no other page, goes on', async () => {
  await keepRound(db, 'test', batchOf(answered('round-old')), NOW)
  await db.update(t.roundDraft).set({ merge: {} })
  const after = await keepRound(
    db,
    'test',
    batchOf({ ...answered('round-old'), typed: { x: '1' } }),
    NOW,
  )
  expect(after!.answers).toMatchObject({ values: answered('x').values, typed: { x: '1' } })
  await dropRound(db, 'test')
})

test('what the keeper has begun to answer is not a helper’s to throw away; what he answers joins it', async () => {
  await keepRound(db, 'test', batchOf(answered('keepers')), NOW, 'keeper')
  await expect(dropRound(db, 'test', 'helper')).rejects.toThrow(/keeper has begun this round/)
  const other = {
    ...noAnswers('helpers'),
    values: { joy: { value: 7, certainty: 'measured' as const } },
  }
  const both = await keepRound(db, 'test', batchOf(other, 'phone'), NOW, 'helper')
  expect(both!.answers).toMatchObject({
    round: 'keepers',
    values: { ...answered('x').values, joy: { value: 7 } },
  })
  // The keeper may begin afresh; a helper’s own round is his.
  await dropRound(db, 'test', 'keeper')
  await keepRound(db, 'test', batchOf(answered('helpers')), NOW, 'helper')
  await dropRound(db, 'test', 'helper')
  expect(await openRound(db, 'test')).toBeNull()
})

test('a round takes no more than a round holds', async () => {
  const many = Object.fromEntries(
    Array.from({ length: 501 }, (_, i) => [`q${i}`, { value: 1, certainty: 'glance' as const }]),
  )
  await expect(
    keepRound(db, 'test', batchOf({ ...noAnswers('long'), values: many }), NOW),
  ).rejects.toThrow(/500 answers at most/)
  expect(await openRound(db, 'test')).toBeNull()
})

test('a sign that no database keeps is refused wherever it stands in the answers, in their names too', () => {
  for (const bad of [
    { values: { 'a\0b': { value: 1, certainty: 'measured' } } },
    { typed: { '\ud800': '5' } },
    { typed: { height: '5\0' } },
    { lines: [{ id: 'l', station: 's', kind: 'note', fields: { 'x\0': 'y' }, says: null }] },
    { signs: [{ station: 's', sign: '\udfff', place: { of: 'tank' } }] },
  ])
    expect(() => parseBatch(batchOf({ ...noAnswers('r'), ...bad } as RoundAnswers))).toThrow(
      EntryRefused,
    )
})

test('when closing the round fails, its entries are not written either', async () => {
  const before = await count()
  await expect(
    addEntries(db, 'test', [note('r-2', 'x')], NOW, {
      within: async () => {
        throw new Error('cut')
      },
    }),
  ).rejects.toThrow('cut')
  expect(await count()).toBe(before)
})

test('plans and plantings come into the story; a taken stake is refused', async () => {
  await addPlan(db, 'test', {
    id: 'pl',
    option: 'trim',
    madeAt: NOW,
    state: 'pencil',
    stages: [{ number: 1, side: null, on: NOW, plantingIds: [], massShare: 0.3 }],
    steps: [],
    materials: [],
  })
  await setPlanState(db, 'test', 'pl', 'set-aside')
  expect((await loadStory(db, 'test'))!.plans[0].state).toBe('set-aside')
  const planting = {
    ...STEMS,
    id: 'p-k1',
    stake: 'K1',
    name: 'Crypts',
    zone: 'midground' as const,
    speciesId: CATALOGUE.greenCrypt.id,
  }
  await addPlanting(db, 'test', recordOf(planting), [CATALOGUE.greenCrypt], NOW)
  expect((await loadStory(db, 'test'))!.plantings.map(({ stake }) => stake)).toEqual([
    'K1',
    'L1',
    'S1',
  ])
  await expect(
    addPlanting(db, 'test', recordOf({ ...planting, id: 'p-k9' }), [CATALOGUE.greenCrypt], NOW),
  ).rejects.toThrow(/taken/)
  expect((await listVessels(db)).map((vessel) => vessel.slug)).toEqual(['test'])
})

test('lines of one moment stand in the Book newest first, those written together in their order', async () => {
  const at = 44
  await addEntries(
    db,
    'test',
    ['z', 'a', 'm'].map((id) => note(`order-${id}`, id, at)),
    NOW,
  )
  await addEntries(db, 'test', [note('order-b', 'later', at)], NOW)
  const page = await journalPage(db, 'ves', { ...ALL, from: instantOf(DAY0 + at) }, 0, 10)
  expect(page.entries.map(({ entry }) => entry.id)).toEqual([
    'order-b',
    'order-z',
    'order-a',
    'order-m',
  ])
})
