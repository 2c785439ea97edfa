import { doorInto } from '../admission/admit'
import { describeEntry } from '../history/describe'
import type { TankHistory } from '../history/types'
import { instantOf, type Instant } from '../quantity/time'
import { DAY0, standing, tank, withCare } from '../testing/tank'
import { litresPerCentimetre, netLitres } from '../vessel/volume'
import { ENTRY_KINDS, type EntryKind } from './entry'
import { unitsOf } from './kinds/reading'
import { detailFrom, formField, formOf, kindsFor, writtenOf, WRITTEN_KINDS } from './written'
import { parseEntry } from '@/data/border/entry-schema'
import { lodge } from '@/data/demo/lodge'

const detailFromForm = (
  kind: EntryKind,
  written: Record<string, string>,
  of: TankHistory,
  at: Instant,
) => detailFrom(kind, written, doorInto(of, at).ask(at))
const CHANGE_BY = formOf('water-change')!.fields[1].choices.map(({ id }) => id)

const story = tank([], {
  products: [
    {
      id: 'p',
      name: 'Weekly bottle',
      form: 'liquid',
      analysis: [],
      tabletGrams: null,
      recipe: null,
    },
  ],
})
const NOW = instantOf(DAY0 + 1)
const { vessel, layout } = standing(story)
const litres = netLitres(vessel, layout)

test('a change is the same whichever way it was measured: per cent, litres, centimetres, buckets, gallons', () => {
  const by = (amount: string, unit: string) =>
    detailFromForm('water-change', { amount, by: unit, sourceId: 'src' }, story, NOW) as {
      fraction: number
      litres: number
    }
  expect(by('40', CHANGE_BY[0]).litres).toBeCloseTo(0.4 * litres, 2)
  expect(by('30', 'litres').fraction).toBeCloseTo(30 / litres, 9)
  expect(by('5', 'centimetres of height').litres).toBeCloseTo(5 * litresPerCentimetre(vessel), 3)
  expect(by('3', 'buckets').litres).toBeCloseTo(3 * vessel.care.bucketLitres, 6)
  expect(by('10', 'US gallons').litres).toBeCloseTo(37.854, 2)
  expect(by('7,5', 'litres').litres).toBe(7.5)
  expect(by('half', CHANGE_BY[0])).toMatchObject({ fraction: 'half' })
})
test('a dose is of the shelf, of a plain salt, or of something else', () => {
  const dose = (fields: Record<string, string>) =>
    detailFromForm('dose', { amount: '5', unit: 'mL', ...fields }, story, NOW)
  expect(dose({ productId: 'p', product: '' })).toEqual({
    product: 'Weekly bottle',
    productId: 'p',
    amount: 5,
    unit: 'mL',
  })
  expect(dose({ productId: 'salt-kno3', product: '' })).toMatchObject({
    product: 'potassium nitrate',
    productId: 'salt-kno3',
  })
  expect(dose({ productId: 'p', product: 'home brew' })).toMatchObject({
    product: 'home brew',
    productId: null,
  })
  expect(dose({ productId: '', product: '' })).toMatchObject({ product: '', productId: null })
})
test('a reading is kept as entered and in its canonical unit; what is no number goes on for the schema to name', () => {
  expect(
    detailFromForm(
      'reading',
      { parameter: 'nitrate', value: '5', unit: 'mg/L N', method: 'photometer' },
      story,
      NOW,
    ),
  ).toMatchObject({ value: expect.closeTo(22.13, 1), entered: { value: 5, unit: 'mg/L N' } })
  expect(
    detailFromForm(
      'reading',
      { parameter: 'nitrate', value: 'lots', unit: 'mg/L', method: 'strip' },
      story,
      NOW,
    ),
  ).toMatchObject({ value: 'lots' })
  expect(unitsOf('nitrate')[0]).toBe('mg/L')
  expect(unitsOf('joy')).toEqual([])
})
test('every entry of the demo that is edited by hand goes into its form and comes out the same', () => {
  const [tarn] = lodge('2026-11-24T09:00:00.000Z')
  let checked = 0
  for (const entry of tarn.entries) {
    const fields = writtenOf(entry)
    if (!fields) continue
    const back = parseEntry({ ...entry, ...detailFromForm(entry.kind, fields, tarn, entry.at) })
    // Litres of a change are worked out anew from its per cent.
    expect({ ...back, litres: 0 }).toEqual({ ...entry, litres: 0 })
    checked++
  }
  expect(checked).toBeGreaterThan(600)
})
test('problems find their field; every kind can be said', () => {
  expect(formField('water-change', 'fraction')).toBe('amount')
  expect(formField('trim', 'plantingId')).toBe('plantingId')
  expect(formField('reading', 'entered.unit')).toBe('unit')
  const [tarn] = lodge('2026-11-24T09:00:00.000Z')
  const said = new Set(
    tarn.entries.map((entry) => {
      expect(describeEntry(entry, tarn).length).toBeGreaterThan(3)
      return entry.kind
    }),
  )
  expect(
    [...ENTRY_KINDS].filter(
      (kind) => !said.has(kind) && !['disagreement', 'step-done', 'moved'].includes(kind),
    ),
  ).toEqual([])
})

describe('a test with a kit of one’s own', () => {
  const kit = {
    id: 'kit',
    name: 'Old drops',
    parameter: 'nitrate' as const,
    method: 'drops-chart',
    unit: 'mg/L N',
    steps: [2, 5, 10],
    batch: null,
    expires: null,
    price: 0.6,
  }
  const own = withCare(story, { kits: [kit] })
  const read = (written: Record<string, string>) =>
    detailFromForm(
      'reading',
      { parameter: 'nitrate', unit: 'mg/L N', method: 'drops-chart', ...written },
      own,
      NOW,
    ) as { value: number; beyond?: string; between?: { low: number; high: number }; kit?: string }
  test('is taken for its field, in the canonical unit', () => {
    const { value, between, kit: name } = read({ value: '5', kit: 'Old drops' })
    expect(value).toBeCloseTo(5 * 4.4268, 2)
    expect(between!.low).toBeCloseTo(Math.sqrt(2 * 5) * 4.4268, 2)
    expect(between!.high).toBeCloseTo(Math.sqrt(5 * 10) * 4.4268, 2)
    expect(name).toBe('Old drops')
  })
  test('under the first field and over the last are readings, with a kit or without', () => {
    expect(read({ value: '<2', kit: 'Old drops' })).toMatchObject({
      beyond: 'below',
      between: { low: 0 },
    })
    expect(read({ value: '> 10' })).toMatchObject({ beyond: 'over' })
    // No number: the border says so.
    expect(read({ value: '<' })).toMatchObject({ value: '<' })
    expect(read({ value: '~0,5', unit: 'mg/L' })).toMatchObject({ value: 0.5, certainty: 'glance' })
    expect(read({ value: '0.1–0.5', unit: 'mg/L' })).toMatchObject({
      value: 0.3,
      between: { low: 0.1, high: 0.5 },
    })
    expect(read({ value: '5', kit: 'someone else’s' })).not.toHaveProperty('between')
  })
  test('goes back into its form as it was written', () => {
    const entry = parseEntry({
      id: 'e',
      kind: 'reading',
      at: NOW,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      ...read({ value: '<2', kit: 'Old drops' }),
    })
    expect(writtenOf(entry)).toMatchObject({ value: '<2', unit: 'mg/L N', kit: 'Old drops' })
    expect(describeEntry(entry, own)).toBe('Nitrate under 2 mg/L N, by drops and chart (Old drops)')
  })
})

test('of a terrarium nothing of standing water is written; of any other vessel everything', () => {
  const of = (kind: string) => kindsFor(WRITTEN_KINDS, { kind })
  for (const wet of ['top-off', 'water-change', 'dose', 'gas-use'] as const)
    expect(of('terrarium')).not.toContain(wet)
  for (const dry of ['note', 'groom', 'reading', 'clean', 'trim'] as const)
    expect(of('terrarium')).toContain(dry)
  expect(of('paludarium')).toEqual(WRITTEN_KINDS)
})
