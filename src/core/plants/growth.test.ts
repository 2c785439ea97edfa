import { fitGrowth } from './growth'
import type { TankHistory } from '../history/types'
import { plantingAsLastSeen } from '../history/tank-at'
import { dayOf, instantOf } from '../quantity/time'
import { DAY0, entry, recordOf, STEMS, tank } from '../testing/tank'

const NOW = instantOf(DAY0 + 60)
const OTHERS = ['p-s2', 'p-s3', 'p-s4'].map((id, i) => ({ ...STEMS, id, stake: `S${i + 2}` }))
/** Heights of the others, growing at twice what the books say of their kind. */
const ENTRIES = OTHERS.flatMap(({ id }) =>
  [0, 7, 14, 21, 28].map((day) =>
    entry(20 + day, 'measure', { plantingId: id, measure: 'height', value: 8 + 1.6 * day }),
  ),
)
const story = (plantings: readonly (typeof STEMS)[], entries = ENTRIES): TankHistory => ({
  ...tank([], { plantings: plantings.map(recordOf) }),
  entries,
})
const rateIn = (history: TankHistory) => {
  const record = history.plantings.find(({ id }) => id === STEMS.id)!
  return fitGrowth(history, plantingAsLastSeen(record, dayOf(NOW)), NOW).rate.value
}

test('the same story gives the same growth, whichever other story with these entries was asked before', () => {
  const [alone, together] = [() => story([STEMS]), () => story([STEMS, ...OTHERS])]
  // Each with a journal of its own: nothing can be left over from the other.
  const own = (make: () => TankHistory) => rateIn({ ...make(), entries: [...ENTRIES] })
  const [first, second] = [own(alone), own(together)]
  expect(second).toBeGreaterThan(1.2 * first)
  // One journal for both, asked in either order.
  expect(rateIn(alone())).toBe(first)
  expect(rateIn(together())).toBe(second)
  expect(rateIn(alone())).toBe(first)
})

test('a planting newly drawn is expected to grow as it is in the story it was drawn in', () => {
  const before = story(OTHERS)
  const drawn: TankHistory = { ...before, plantings: [...before.plantings, recordOf(STEMS)] }
  // What stood is asked first, as a page does before something is drawn.
  rateIn({ ...before, plantings: [...before.plantings.slice(0, 1), recordOf(STEMS)] })
  expect(rateIn(drawn)).toBe(rateIn({ ...drawn, entries: [...ENTRIES] }))
})
