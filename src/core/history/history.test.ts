import { STOCK_EVENTS } from '../journal/entry'
import fc from 'fast-check'
import {
  change,
  CARPET,
  DAY0,
  entry,
  height,
  nitrate,
  STEMS,
  tank,
  recordOf,
  standing,
  STAYS,
} from '../testing/tank'
import { instantOf } from '../quantity/time'
import { problemsOf } from '../admission/admit'
import { describeEntry, placeName, plantingName } from './describe'
import type { Entry } from '../journal/entry'
import { byId, entryDay, ofKind, ofParameter, ofPlanting } from './journal-index'
import { headCount, plantingsAt, speciesOf, storyUntil, usualSource } from './lookup'

const at = (day: number) => instantOf(DAY0 + day)
const NOW = at(50)

describe('drawers of the journal', () => {
  const kinds = fc.constantFrom('nitrate', 'change', 'height-s', 'height-l', 'trim')
  const make = (kind: string, day: number): Entry => {
    if (kind === 'nitrate') return nitrate(day, 10)
    if (kind === 'change') return change(day, 0.3)
    if (kind === 'trim') return entry(day, 'trim', { plantingId: STEMS.id, fromCm: null, toCm: 5 })
    return height(day, kind === 'height-s' ? STEMS.id : CARPET.id, 10)
  }
  test('an entry is found by its id; its day is the day of its time, however often it is asked', () => {
    const journal = [nitrate(3, 10), change(4, 0.3)]
    expect(byId(journal, journal[1].id)).toBe(journal[1])
    expect(byId(journal, 'nobody')).toBeUndefined()
    expect([entryDay(journal[0]), entryDay(journal[0])]).toEqual([DAY0 + 3, DAY0 + 3])
  })
  test('what the drawers hold is what a walk through the journal finds, in its order (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(kinds, fc.integer({ min: 0, max: 90 })), { maxLength: 60 }),
        (rows) => {
          const journal = rows.map(([kind, day]) => make(kind, day))
          for (const kind of ['reading', 'water-change', 'measure', 'trim', 'note'] as const)
            expect(ofKind(journal, kind)).toEqual(journal.filter((one) => one.kind === kind))
          expect(ofParameter(journal, 'nitrate')).toEqual(
            journal.filter((one) => one.kind === 'reading' && one.parameter === 'nitrate'),
          )
          expect(ofParameter(journal, 'iron')).toEqual([])
          for (const id of [STEMS.id, CARPET.id, 'nobody'])
            expect(ofPlanting(journal, id)).toEqual(
              journal.filter(
                (one) => (one.kind === 'measure' || one.kind === 'trim') && one.plantingId === id,
              ),
            )
        },
      ),
    )
  })
})

describe('what a story is asked', () => {
  test('the usual water is that of the latest change that named one, else the first, else none', () => {
    const sources = [{ ...tank().sources[0] }, { ...tank().sources[0], id: 'rain', name: 'Rain' }]
    expect(usualSource(tank([], { sources }), at(10))?.id).toBe('src')
    expect(
      usualSource(
        tank(
          [
            entry(3, 'water-change', { fraction: 0.3, litres: 20, sourceId: 'rain' }),
            entry(9, 'water-change', { fraction: 0.3, litres: 20, sourceId: null }),
          ],
          { sources },
        ),
        at(10),
      )?.id,
    ).toBe('rain')
    expect(usualSource(tank([], { sources: [] }), at(10))).toBeNull()
  })
  test('plantings of a past layout and those taken out do not stand; a bare vessel has no layout', () => {
    const old = { ...STEMS, id: 'old', layoutId: 'before', stake: 'S9' }
    const gone = { ...CARPET, removedAt: at(10) }
    const story = tank([], { plantings: [STEMS, old, gone].map(recordOf) })
    expect(plantingsAt(story, at(5)).map((planting) => planting.id)).toEqual([STEMS.id, CARPET.id])
    expect(plantingsAt(story, at(11)).map((planting) => planting.id)).toEqual([STEMS.id])
    expect(plantingsAt(story, at(-1))).toEqual([])
    expect(standing(tank([], { layouts: [] })).layout).toBeNull()
    expect(() =>
      speciesOf(story, {
        ...STEMS,
        kinds: [{ speciesId: 'unheard', share: 1, sure: 'sure' }],
      }),
    ).toThrow(/does not hold/)
  })
  test('a story cut at its end is the very same story, with all that was sorted out of it', () => {
    const story = tank([nitrate(1, 5), nitrate(3, 6)])
    expect(storyUntil(story, at(3))).toBe(story)
    expect(storyUntil(story, at(2)).entries).toHaveLength(1)
  })
  test('heads never fall below none, whatever is written (property)', () => {
    const fish = {
      id: 'f',
      name: 'Fish',
      kind: 'fish' as const,
      adultLengthCm: 3,
      since: at(0),
      ...STAYS,
    }
    const events = fc.array(
      fc.tuple(
        fc.constantFrom(...STOCK_EVENTS),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 0, max: 4 }),
      ),
      { maxLength: 20 },
    )
    fc.assert(
      fc.property(events, (rows) => {
        const entries = rows.map(([event, count, plusMinus], i) =>
          entry(i, 'stock', { populationId: 'f', event, count, plusMinus, otherVesselId: null }),
        )
        const { count, plusMinus } = headCount(tank(entries, { populations: [fish] }), fish)
        expect(count).toBeGreaterThanOrEqual(0)
        expect(plusMinus).toBeGreaterThanOrEqual(0)
      }),
    )
  })
})

describe('what an entry says', () => {
  const story = tank()
  const says = (one: Entry) => describeEntry(one, story)
  test.each([
    [
      entry(1, 'dose', { product: 'potash', productId: null, amount: 2.5, unit: 'g' }),
      'Dosed 2.5 g of potash',
    ],
    [
      entry(1, 'reading', {
        parameter: 'pH',
        value: 6.8,
        method: 'probe',
        entered: { value: 6.8, unit: 'pH' },
      }),
      'pH 6.8, by probe',
    ],
    [
      entry(1, 'reading', {
        parameter: 'co2',
        value: 30,
        method: 'indicator',
        entered: { value: 3, unit: 'colour' },
      }),
      'CO2 indicator green',
    ],
    [
      entry(1, 'reading', {
        parameter: 'kh',
        value: 9,
        method: 'titration',
        entered: { value: 9, unit: 'dKH' },
        questioned: 'Is it so?',
      }),
      'KH 9 dKH, by titration, questioned and stood by',
    ],
    [
      entry(1, 'degassed-sample', { pHTank: 6.6, pHAtRest: 7.8 }),
      'pH 6.6 in the tank, 7.8 in the same water after a day in the open',
    ],
    [entry(1, 'gas-use', { bubblesPerSecond: 2, cylinderGrams: null }), 'Gas: 2 bubbles a second'],
    [
      entry(1, 'gas-use', { bubblesPerSecond: 2, cylinderGrams: 1480.4 }),
      'Gas: 2 bubbles a second, cylinder 1480 g',
    ],
    [
      entry(1, 'water-change', { fraction: 0.4, litres: 30, sourceId: 'src' }),
      'Changed 40 % of the water (30 L of tap)',
    ],
    [
      entry(1, 'trim', { plantingId: STEMS.id, fromCm: 30, toCm: 12 }),
      'Trimmed S1 Green stems, back left from 30 to 12 cm',
    ],
    [
      entry(1, 'measure', { plantingId: CARPET.id, measure: 'cover', value: 60 }),
      'L1 Carpet, front: cover 60 %',
    ],
    [entry(1, 'feeling', { enjoyment: 7, workMinutes: null }), 'Enjoyment 7 of 10'],
    [
      entry(1, 'step-done', { planId: 'gone', stepId: 'x', minutes: 12 }),
      'Done in 12 min: a step of a plan',
    ],
    [
      entry(1, 'round', { minutes: 2.4, asked: 11, confirmed: 3 }),
      'Walked the round in 2.4 min, 11 answers, 3 at a glance',
    ],
  ])('%#', (one, sentence) => expect(says(one)).toBe(sentence))
  test('places have names, and what is no longer there is not an error', () => {
    expect(placeName({ of: 'glass' }, story)).toBe('the glass')
    expect(placeName({ of: 'hardscape', id: 'lost' }, story)).toBe('a stone')
    expect(plantingName('lost', story)).toBe('a planting')
  })
})

describe('what a story makes of an entry', () => {
  const story = tank([height(1, STEMS.id, 20)])
  const fields = (one: Entry) => problemsOf([one], story, NOW).map((problem) => problem.field)
  test.each([
    [
      'a value no water holds',
      entry(5, 'reading', {
        parameter: 'pH',
        value: 14,
        method: 'probe',
        entered: { value: 14, unit: 'pH' },
      }),
      ['value'],
    ],
    [
      'a unit that is none',
      entry(5, 'reading', {
        parameter: 'kh',
        value: 4,
        method: 'titration',
        entered: { value: 4, unit: 'stones' },
      }),
      ['value'],
    ],
    [
      'a colour beyond the card',
      entry(5, 'reading', {
        parameter: 'co2',
        value: 30,
        method: 'indicator',
        entered: { value: 9, unit: 'colour' },
      }),
      ['value'],
    ],
    [
      'a source of another tank',
      entry(5, 'top-off', { litres: 3, sourceId: 'brook' }),
      ['sourceId'],
    ],
    [
      'a top-up larger than the tank',
      entry(5, 'top-off', { litres: 300, sourceId: null }),
      ['litres'],
    ],
    [
      'a step of no plan',
      entry(5, 'step-done', { planId: 'x', stepId: 'y', minutes: 3 }),
      ['planId'],
    ],
    [
      'a sign on a planting that is not here',
      entry(5, 'sign', { sign: 'holes', place: { of: 'planting', id: 'x' } }),
      ['place'],
    ],
    [
      'joy and work with neither',
      entry(5, 'feeling', { enjoyment: null, workMinutes: null }),
      ['enjoyment'],
    ],
    ['work alone', entry(5, 'feeling', { enjoyment: null, workMinutes: 30 }), []],
    [
      'a sound one',
      entry(5, 'sign', { sign: 'holes', place: { of: 'planting', id: STEMS.id } }),
      [],
    ],
  ])('%s', (_name, one, expected) => expect(fields(one)).toEqual(expected))
})

test('no more animals can be lost than were there, give or take what the count was unsure of', () => {
  const fish = {
    id: 'fish',
    name: 'Danios',
    kind: 'fish' as const,
    adultLengthCm: 3,
    since: instantOf(DAY0 + 1),
    ...STAYS,
  }
  const stock = (
    day: number,
    event: 'added' | 'counted' | 'died' | 'born',
    count: number,
    plusMinus = 0,
  ) => entry(day, 'stock', { populationId: 'fish', event, count, plusMinus, otherVesselId: null })
  const said = (one: Entry, ...before: Entry[]) =>
    problemsOf([one], tank(before, { populations: [fish] }), NOW)
      .map((problem) => problem.says)
      .join()
  expect(said(stock(5, 'died', 9), stock(1, 'added', 9))).toBe('')
  expect(said(stock(5, 'died', 10), stock(1, 'added', 9))).toBe(
    'About 9 were left then; 10 cannot have died. If there were more, write down the count first.',
  )
  expect(said(stock(5, 'died', 1), stock(1, 'added', 2), stock(3, 'died', 2))).toMatch(
    /^None were left then/,
  )
  expect(said(stock(5, 'died', 14), stock(1, 'added', 9), stock(4, 'counted', 10, 2))).toBe('')
  expect(said(stock(5, 'died', 12), stock(1, 'added', 9), stock(6, 'born', 30))).toMatch(/^About 9/)
  expect(said(stock(5, 'born', 300), stock(1, 'added', 9))).toBe('')
})

test('what is known to be a powder is not dosed in millilitres; what is on no shelf is dosed as it was written', () => {
  const dose = (product: string, productId: string | null, unit: 'g' | 'mL' | 'tablets') =>
    problemsOf([entry(3, 'dose', { product, productId, amount: 1, unit })], tank(), NOW)
  expect(dose('potassium nitrate', 'salt-kno3', 'mL')).toEqual([
    { field: 'unit', says: 'potassium nitrate is measured in grams, not in millilitres.' },
  ])
  expect(dose('potassium nitrate', 'salt-kno3', 'g')).toEqual([])
  expect(dose('something blue', null, 'mL')).toEqual([])
})
