import { instantOf } from '../../../quantity/time'
import { DAY0, entry, recordOf, STEMS, tank } from '../../../testing/tank'
import { walkPast } from '../stations'
import { measure } from './measure'

const leaf = (day: number) =>
  entry(day, 'leaf', {
    plantingId: STEMS.id,
    on: 'new growth',
    look: 'twisted or hooked',
    extent: 'many leaves',
  })
const mark = (day: number, value: number) =>
  entry(day, 'measure', { plantingId: STEMS.id, measure: 'condition', value })
const asked = (entries: Parameters<typeof tank>[0], day: number) =>
  measure
    .ask(
      walkPast(tank(entries, { plantings: [recordOf(STEMS)] }), instantOf(DAY0 + day)),
      'background',
    )
    .filter(({ key }) => key.startsWith('condition'))

test('what ailed is asked after by its new growth once new leaves can have come, and once answered no more', () => {
  // A fast stem has new leaves in a fortnight.
  expect(asked([leaf(10)], 20)).toEqual([])
  expect(asked([leaf(10)], 25)).toMatchObject([
    { asks: { measure: 'condition' }, last: null, expected: null, unit: 'of 10', max: 10 },
  ])
  expect(asked([leaf(10), mark(25, 7)], 26)).toEqual([])
  // A mark from before it ailed is what was known last, and no answer.
  expect(asked([mark(5, 9), leaf(10)], 25)).toMatchObject([{ last: { value: 9, daysAgo: 20 } }])
  expect(asked([], 25)).toEqual([])
  // After a month and a half nobody remembers.
  expect(asked([leaf(10)], 60)).toEqual([])
})
