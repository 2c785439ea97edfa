import { kindOf } from '@/core/journal/entry'
import { faultsOf } from '@/core/journal/faults'
import { seededRandom } from '@/core/quantity/random'
import { DETAIL_KINDS, sampleEntries } from '../testing/samples'
import { DETAIL_SCHEMAS, parseEntry, splitEntry } from './entry-schema'

/** Values of the right type that lie in, at and beyond every end a field can have. */
const NUMBERS = [-1e9, -1, -0.5, 0, 1e-9, 0.5, 1, 3, 10, 11, 60, 100, 400, 1440, 5000, 1e5, 1e9]
const TEXTS = ['', 'a', 'x'.repeat(80), 'x'.repeat(81), 'x'.repeat(501), 'x'.repeat(4001)]

/** A sound value changed into another of its own type. */
function altered(value: unknown, random: () => number): unknown {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
  if (typeof value === 'number') return pick(NUMBERS)
  if (typeof value === 'string') return pick(TEXTS)
  return value
}

/** A changed fact is nothing but a group and a list, which its own tests look at. */
test.each(DETAIL_KINDS.filter((kind) => kind !== 'changed'))(
  'what the border lets in as %s is what the door lets in: one rule, two readers (seed 11)',
  (kind) => {
    const random = seededRandom(11)
    const { shape, rules } = kindOf(kind)
    const sample = splitEntry(sampleEntries().find((entry) => entry.kind === kind)!).rest
    let refused = 0
    for (let i = 0; i < 120; i++) {
      const fields = Object.entries(sample as object)
      const one = Math.floor(random() * fields.length)
      const detail = Object.fromEntries(
        fields.map(([name, value], k) => [name, k === one ? altered(value, random) : value]),
      )
      // Identifiers have letters of their own, which only the border looks at; ends of a parameter are a rule of the kind.
      const [name] = fields[one]
      if (shape[name].is === 'id') continue
      const faults = faultsOf(shape, detail)
      const sound = faults.length === 0 && (rules?.(detail) ?? []).length === 0
      expect([detail, DETAIL_SCHEMAS[kind].isValidSync(detail)]).toEqual([detail, sound])
      if (!sound) refused++
    }
    expect(refused).toBeGreaterThan(0)
  },
)

test('letters, lists, truth values and what is not there are refused at their field by the border', () => {
  const dose = sampleEntries().find((entry) => entry.kind === 'dose')!
  for (const amount of ['lots', [3], true, Number.NaN, null, undefined, {}])
    expect(() => parseEntry({ ...dose, amount })).toThrow(/The dose/)
  expect(parseEntry({ ...dose, amount: '7,5' })).toMatchObject({ amount: 7.5 })
  expect(parseEntry({ ...dose, secret: 1 })).not.toHaveProperty('secret')
})
