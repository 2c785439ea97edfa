import fc from 'fast-check'
import { ValidationError } from 'yup'
import { doorInto } from '@/core/admission/admit'
import type { TankHistory } from '@/core/history/types'
import { lodge } from '@/data/demo/lodge'
import { parseEntry } from '@/data/border/entry-schema'
import { noAnswers, type RoundAnswers } from '@/core/routine/round/answers'
import { parseBatch } from '@/data/border/round-schema'
import { EntryRefused } from '@/data/refused'
import { batchOf } from '@/core/testing/batch'
import { roundOf } from '@/core/routine/round/stations'
import { pencilledAnswer } from '@/core/routine/round/pencil'
import { sayStations } from '@/core/routine/round/question.words'
import { forecastScore, inkedValue } from '@/core/judgement/score'
import type { Asks, Station } from '@/core/routine/round/question'
import { entriesOfRound } from '@/core/routine/round/entries'
import { idInRound } from '@/data/rounds'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn, spring, gully] = lodge(NOW)
const stations = roundOf(tarn, NOW)
const questions = stations.flatMap((station) => station.questions)
const walked = (story: TankHistory, minutes: number | null = 1) => ({
  at: NOW,
  minutes,
  ask: doorInto(story, NOW).ask(NOW),
  id: (part: string | null) => idInRound('round-1', part),
})
const answers = (
  values: RoundAnswers['values'],
  signs: RoundAnswers['signs'] = [],
): RoundAnswers => ({ ...noAnswers('round-1'), values, signs })

test('every question of every vessel, answered as pencilled, becomes an entry its schema accepts', () => {
  for (const story of [tarn, spring, gully]) {
    const own = roundOf(story, NOW)
    const all = own.flatMap((station) => station.questions)
    const given = Object.fromEntries(
      all.map((question) => [
        question.key,
        { value: pencilledAnswer(question) ?? question.min, certainty: 'glance' as const },
      ]),
    )
    const entries = entriesOfRound(answers(given), walked(story, 2.34), () => own).map(
      ({ entry }) => parseEntry(entry()),
    )
    expect(entries).toHaveLength(all.length + 1)
    expect(entries[0]).toMatchObject({
      kind: 'round',
      minutes: 2.3,
      asked: all.length,
      confirmed: all.length,
    })
    expect(
      entries.slice(1).every((entry) => entry.certainty === 'glance' && entry.by === 'round'),
    ).toBe(true)
  }
})
test('an answer keeps what was pencilled beside it; joy and work are two entries', () => {
  const s1 = questions.find(({ key }) => key === 'height:tarn-s1')!
  const [, height] = entriesOfRound(
    answers({ [s1.key]: { value: 31, certainty: 'measured' } }),
    walked(tarn),
    () => stations,
  ).map(({ entry }) => parseEntry(entry()))
  expect(height).toMatchObject({
    kind: 'measure',
    value: 31,
    expected: { value: s1.expected!.value, low: s1.expected!.low, high: s1.expected!.high },
  })
  const both = entriesOfRound(
    answers({
      enjoyment: { value: 6, certainty: 'measured' },
      workMinutes: { value: 90, certainty: 'glance' },
    }),
    walked(tarn),
    () => stations,
  ).map(({ entry }) => parseEntry(entry()))
  expect(both.filter((entry) => entry.kind === 'feeling')).toEqual([
    expect.objectContaining({ enjoyment: 6, workMinutes: null }),
    expect.objectContaining({ enjoyment: null, workMinutes: 90, certainty: 'glance' }),
  ])
})
/** One question of every sort the round can ask: a sort that is left out is an error of the compiler. */
const EVERY_SORT: { readonly [K in Asks['kind']]: Extract<Asks, { kind: K }> } = {
  measure: { kind: 'measure', plantingId: 'tarn-s1', measure: 'height' },
  algae: { kind: 'algae', algae: 'black tufts', place: { of: 'glass' } },
  reading: { kind: 'reading', parameter: 'nitrate', method: 'strip', unit: 'mg/L' },
  stock: { kind: 'stock', populationId: 'tarn-tetras' },
  bubbles: { kind: 'bubbles' },
  lamp: { kind: 'lamp', equipmentId: 'tarn-lamp', name: 'Main lamp' },
  enjoyment: { kind: 'enjoyment' },
  workMinutes: { kind: 'workMinutes' },
}

test.each(Object.values(EVERY_SORT))(
  'what was pencilled for $kind is scored by what is answered',
  (asks) => {
    const expected = { value: 6, low: 5, high: 7, because: 'by hand' }
    const question = { key: 'q', asks, last: null, expected, unit: '', min: 0, max: 20, step: 1 }
    const station: Station = {
      name: 'you',
      questions: [question],
      once: null,
      signs: [],
      places: [],
    }
    const scored = ([6, 9] as const).map((value) => {
      const [, made] = entriesOfRound(
        answers({ q: { value, certainty: 'measured' } }),
        walked(tarn),
        () => [station],
      )
      const entry = parseEntry(made.entry())
      expect(inkedValue(entry)).toBe(value)
      return forecastScore([entry])
    })
    expect(scored).toEqual([
      { met: 1, held: 1 },
      { met: 1, held: 0 },
    ])
  },
)

test('signs tapped are entries of their place; answers to what is not asked any more are left out', () => {
  const entries = entriesOfRound(
    answers({ 'height:gone': { value: 3, certainty: 'measured' } }, [
      { station: 'background', sign: 'holes', place: { of: 'planting', id: 'tarn-s1' } },
    ]),
    walked(tarn),
    () => stations,
  ).map(({ entry }) => parseEntry(entry()))
  expect(entries.map((entry) => entry.kind)).toEqual(['round', 'sign'])
  expect(entries[1]).toMatchObject({ sign: 'holes', place: { of: 'planting', id: 'tarn-s1' } })
})
test('the water station asks nitrate and the one test that would settle most, with its method and what is expected', () => {
  const water = stations.find((station) => station.name === 'water')!
  expect(water.questions.length).toBeLessThanOrEqual(2)
  const extra = water.questions.find((question) => question.key.startsWith('test:'))!
  expect(extra.expected!.low).toBeLessThan(extra.expected!.high)
  const said = sayStations(stations, tarn).flatMap((station) => station.questions)
  expect(said.find(({ key }) => key === extra.key)!.before).toMatch(
    /\d+ (days|weeks|months) ago; a test would settle something/,
  )
  const [, reading] = entriesOfRound(
    answers({ [extra.key]: { value: pencilledAnswer(extra)!, certainty: 'measured' } }),
    walked(tarn),
    () => stations,
  ).map(({ entry }) => parseEntry(entry()))
  expect(reading).toMatchObject({ kind: 'reading', by: 'round' })
})
test('answers from a browser are checked: letters, strange certainties and too much are refused', () => {
  const fine = {
    ...noAnswers('round-1'),
    values: { a: { value: 1, certainty: 'glance' } },
    typed: { b: '1e' },
    lines: [{ id: 'line-1', station: 'you', kind: 'note', fields: { text: 'clear' }, says: null }],
    walkedAt: '2026-11-22T18:00',
    station: 3,
  }
  expect(parseBatch(batchOf(fine as RoundAnswers))).toEqual(batchOf(fine as RoundAnswers))
  for (const bad of [
    { ...fine, station: -1 },
    { ...fine, typed: { b: 4 } },
    { ...fine, typed: { b: '' } },
    { ...fine, lines: [{ ...fine.lines[0], kind: 'round' }] },
    { ...fine, lines: [{ ...fine.lines[0], fields: { text: 3 } }] },
    { ...fine, walkedAt: 'Sunday' },
    { ...fine, station: 99 },
    { ...fine, values: { a: { value: 'x', certainty: 'glance' } } },
    { ...fine, values: { a: { value: NaN, certainty: 'glance' } } },
    { ...fine, values: { a: { value: 1, certainty: 'sure' } } },
    { ...fine, signs: [{ sign: 'x', place: {} }] },
  ])
    expect(() => parseBatch(batchOf(bad as unknown as RoundAnswers))).toThrow()
  const batch = batchOf(fine as RoundAnswers)
  for (const bad of [
    undefined,
    null,
    {},
    { ...batch, changes: [undefined] },
    { ...batch, changes: [null] },
    { ...batch, changes: [{ ...batch.changes[0], holds: [] }] },
    { ...batch, changes: [{ ...batch.changes[0], holds: 'x' }] },
    { ...batch, n: 0 },
    { ...batch, page: 'a b' },
    { ...batch, changes: [{ ...batch.changes[0], slot: 'question other' }] },
    { ...batch, changes: [{ ...batch.changes[0], seen: 0.5 }] },
    { ...batch, changes: [{ ...batch.changes[0], holds: { of: 'nothing' } }] },
    { ...batch, changes: Array.from({ length: 1001 }, () => batch.changes[0]) },
  ])
    expect(() => parseBatch(bad)).toThrow()
})

test('the Book has the round first, then what was found station by station, lines where they were written', () => {
  const [late, early] = [stations[stations.length - 1], stations[0]]
  const [joy, floaters] = [late.questions[0], early.questions[0]]
  const entries = entriesOfRound(
    {
      ...answers(
        {
          [joy.key]: { value: 7, certainty: 'measured' },
          [floaters.key]: { value: 20, certainty: 'measured' },
        },
        [{ station: 'ground', sign: 'mulm', place: { of: 'ground' } }],
      ),
      lines: [
        {
          id: 'l2',
          station: 'water',
          kind: 'water-change',
          fields: { amount: '30', by: 'percent of the water', sourceId: '' },
          says: null,
        },
        {
          id: 'l1',
          station: 'surface',
          kind: 'algae',
          fields: { algae: 'surface film', place: 'surface', coverPercent: '5' },
          says: null,
        },
      ],
    },
    walked(tarn, null),
    () => stations,
  ).map(({ entry }) => parseEntry(entry()))
  expect(entries.map(({ kind }) => kind)).toEqual([
    'round',
    'measure',
    'algae',
    'sign',
    'water-change',
    'feeling',
  ])
  expect(entries[0]).toMatchObject({ minutes: null })
  expect(new Set(entries.map(({ id }) => id)).size).toBe(entries.length)
})

test('whatever a page sends is a batch or is refused in a sentence, never a fault of ours (seeded)', () => {
  const odd = fc.anything({ withNullPrototype: true, maxDepth: 3 })
  const key = fc.constantFrom('__proto__', 'constructor', 'question a', 'walked at', 'sign []', '')
  const holds = fc.oneof(
    odd,
    fc.record(
      {
        of: fc.constantFrom('question', 'sign', 'line', 'walked at', 'toString'),
        key: fc.oneof(key, odd),
        answer: odd,
        text: odd,
        asked: odd,
        sign: odd,
        line: odd,
        at: odd,
      },
      { requiredKeys: [] },
    ),
  )
  const change = fc.record(
    { slot: fc.oneof(key, odd), seen: fc.oneof(fc.nat(), odd), holds },
    { requiredKeys: [] },
  )
  const batch = fc.record(
    {
      round: fc.oneof(fc.constant('r'), odd),
      page: fc.oneof(fc.constant('p'), odd),
      n: fc.oneof(fc.constant(1), odd),
      station: fc.oneof(fc.constant(1), odd),
      changes: fc.oneof(fc.array(fc.oneof(change, odd)), odd),
    },
    { requiredKeys: [] },
  )
  fc.assert(
    fc.property(fc.oneof(batch, odd), (raw) => {
      try {
        parseBatch(raw)
      } catch (error) {
        expect([ValidationError, EntryRefused].some((kind) => error instanceof kind)).toBe(true)
      }
    }),
    { seed: 24, numRuns: 1500 },
  )
})
