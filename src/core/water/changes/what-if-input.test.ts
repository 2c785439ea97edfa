import { entriesOf } from '../../history/journal-index'
import { instantOf } from '../../quantity/time'
import { change, DAY0, KEPT_UP, nitrate, tank } from '../../testing/tank'
import { estimateParameter } from '../estimate/estimate'
import { whatIfInput } from './what-if-input'

const at = (day: number) => instantOf(DAY0 + day)
const ROUTINE = {
  id: 'change',
  kind: 'water-change' as const,
  everyDays: 7,
  amount: 0.4,
  says: null,
  since: at(0),
  ...KEPT_UP,
}
const story = tank(
  [nitrate(1, 10), change(7, 0.4), nitrate(8, 8), change(14, 0.4), nitrate(15, 8)],
  { routines: [ROUTINE] },
)
const asked = (day: number, over = {}) => {
  const own = { ...story, ...over }
  const estimate = estimateParameter(own, 'nitrate', at(day))
  if (!estimate.ok) throw new Error(estimate.problem)
  return whatIfInput(own, 'nitrate', at(day), estimate.value, null)
}

test('the next change comes when the routine has it, never sooner than tomorrow; without one a week from now', () => {
  expect(asked(16).firstChangeIn).toBe(5)
  expect(asked(20).firstChangeIn).toBe(1)
  expect(asked(21).firstChangeIn).toBe(1)
  // Overdue: it is made tomorrow.
  expect(asked(24).firstChangeIn).toBe(1)
  const readings = story.entries.filter(({ kind }) => kind === 'reading')
  expect(entriesOf(readings, 'water-change')).toEqual([])
  expect(asked(16, { routines: [], entries: readings }).firstChangeIn).toBe(7)
})

test('the limit is the upper end of the band; the trial begins as the present', () => {
  const { limit, present, trial, feedPerDay, uptakePerDay } = asked(16)
  expect(limit).toBeGreaterThan(0)
  expect(trial).toEqual(present)
  expect(present).toMatchObject({ changeFraction: 0.4, changeEveryDays: 7, feed: 1, light: 1 })
  // Nothing is known of food and plants without a balance.
  expect([feedPerDay, uptakePerDay].map(({ value }) => value)).toEqual([0, 0])
})
