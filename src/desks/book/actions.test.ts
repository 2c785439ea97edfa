import { change, DAY0, nitrate, STEMS, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import type { Database } from '@/data/db'
import { entryVersions } from '@/data/entries'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { logEntry, strike, type EntryForm } from './actions'
import { sent } from '@/data/testing/sent'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(
    tank([1, 4, 7, 10, 13].map((day) => nitrate(day, 10)).concat([change(14, 0.1)])),
  ))
})
afterAll(() => close())
const story = async () => (await loadStory(db, 'test'))!
const WHEN = instantOf(DAY0 + 15).slice(0, 16)
const form = (
  kind: string,
  fields: Record<string, string>,
  over: Partial<EntryForm> = {},
): EntryForm => ({ replaces: null, kind, at: WHEN, note: '', fields, stands: false, ...over })
const problems = (answer: Awaited<ReturnType<typeof logEntry>>) =>
  answer.ok ? [] : answer.problems.map((problem) => `${problem.field}: ${problem.says}`)

describe('a reading that can hardly be', () => {
  const far = (stands: boolean) =>
    form(
      'reading',
      { parameter: 'nitrate', value: '120', unit: 'mg/L', method: 'photometer' },
      { stands },
    )
  test('is asked about, and nothing is written', async () => {
    const before = (await story()).entries.length
    expect(problems(await logEntry('test', far(false), sent()))).toEqual([
      expect.stringMatching(/^question: Nitrate was expected at .*120 is far from that/),
    ])
    expect((await story()).entries.length).toBe(before)
  })
  test('is believed when the keeper stands by it, and keeps the question', async () => {
    const answer = await logEntry('test', far(true), sent())
    expect(answer.ok).toBe(true)
    expect(
      (await story()).entries.find((entry) => answer.ok && entry.id === answer.value),
    ).toMatchObject({ value: 120, questioned: expect.stringContaining('far from that') })
    if (answer.ok) await strike('test', answer.value, true)
  })
  test('standing by a sound reading marks nothing', async () => {
    const answer = await logEntry(
      'test',
      form(
        'reading',
        { parameter: 'nitrate', value: '11', unit: 'mg/L', method: 'photometer' },
        { stands: true },
      ),
      sent(),
    )
    expect(
      (await story()).entries.find((entry) => answer.ok && entry.id === answer.value),
    ).not.toHaveProperty('questioned')
  })
})

test('an entry is edited with its former version kept, struck out, and cannot be edited then', async () => {
  const first = await logEntry('test', form('feed', { grams: '1', food: 'flakes' }), sent())
  if (!first.ok) throw new Error('not written')
  expect(
    (
      await logEntry(
        'test',
        form(
          'feed',
          { grams: '2,5', food: 'flakes' },
          { replaces: { id: first.value, revision: 1 }, note: 'by scales' },
        ),
        sent(),
      )
    ).ok,
  ).toBe(true)
  expect((await story()).entries.find((entry) => entry.id === first.value)).toMatchObject({
    grams: 2.5,
    note: 'by scales',
  })
  expect((await entryVersions(db, 'test', first.value)).map((version) => version.act)).toEqual([
    'edit',
  ])
  expect((await strike('test', first.value, true)).ok).toBe(true)
  expect(
    problems(
      await logEntry(
        'test',
        form(
          'feed',
          { grams: '3', food: 'flakes' },
          { replaces: { id: first.value, revision: 3 } },
        ),
        sent(),
      ),
    ).join(),
  ).toMatch(/not in the book any more/)
  expect((await strike('test', first.value, false)).ok).toBe(true)
  expect((await entryVersions(db, 'test', first.value)).map((version) => version.act)).toEqual([
    'restore',
    'void',
    'edit',
  ])
})

test.each([
  [
    'letters in a number, at the number',
    form('feed', { grams: 'much', food: 'flakes' }),
    /^grams: .*must be a number/,
  ],
  [
    'a negative volume',
    form('top-off', { litres: '-3', sourceId: '' }),
    /^litres: .*more than zero/,
  ],
  [
    'a change over the whole',
    form('water-change', { amount: '140', by: 'percent of the water', sourceId: '' }),
    /^amount: .*100 %/,
  ],
  [
    'the future',
    form('note', { text: 'x' }, { at: '2199-01-01T10:00' }),
    /^at: .*not happened yet/,
  ],
  [
    'a day that is none',
    form('note', { text: 'x' }, { at: '2026-02-31T10:00' }),
    /^at: That day does not exist/,
  ],
  ['a time that is none', form('note', { text: 'x' }, { at: 'noon' }), /^at: /],
  [
    'a trim taller than the plant',
    form('trim', { plantingId: STEMS.id, fromCm: '', toCm: '90' }),
    /^toCm: .*a trim cannot leave 90 cm/,
  ],
  [
    'a planting of another tank',
    form('measure', { plantingId: 'ghost', measure: 'height', value: '3' }),
    /^plantingId: /,
  ],
  ['a kind that is none', form('poem', { text: 'x' }), /kind/],
  [
    'a dose of nothing named',
    form('dose', { productId: '', product: '', amount: '5', unit: 'mL' }),
    /^product: .*missing/,
  ],
  ['fields that are no texts', form('note', { text: 5 as never }), /fields: The form is damaged/],
])('%s', async (_name, raw, sentence) => {
  const before = (await story()).entries.length
  expect(problems(await logEntry('test', raw, sent())).join(' | ')).toMatch(sentence)
  expect((await story()).entries.length).toBe(before)
})
