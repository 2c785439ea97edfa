import { tank, standing } from '@/core/testing/tank'
import type { DueTask } from '@/core/routine/due'
import { dueSentence } from './rail'

const task = (
  says: string,
  daysLate: number,
  lastAt: DueTask['lastAt'] = standing(tank()).vessel.startedAt,
): DueTask => ({ routineId: says, says, kind: 'water-change', amount: null, daysLate, lastAt })
const place = (name: string, ...due: DueTask[]) => ({
  vessel: { ...standing(tank()).vessel, name },
  due,
})

test.each([
  [[], 'The bench is empty.'],
  [[place('Tarn')], 'Nothing is due today.'],
  [[place('Tarn', task('Water change, 45 %', 0))], 'One thing is due today in Tarn: water change.'],
  [
    [place('Tarn', task('Walk the round', 0)), place('Spring', task('Water change, 30 %', 3))],
    'Two things are due today; the latest in Spring: water change, 3 days late.',
  ],
  [
    [place('Tarn', task('Walk the round', 393, null))],
    'One thing is due today in Tarn: walk the round.',
  ],
  [
    [place('Tarn', task('Walk the round', 393, null)), place('Spring', task('Trim', 2))],
    'Two things are due today; the latest in Spring: trim, 2 days late.',
  ],
  [
    [place('Tarn', ...Array.from({ length: 9 }, (_, i) => task(`Task ${i}`, i)))],
    '9 things are due today; the latest in Tarn: task 8, 8 days late.',
  ],
])('%#', (places, sentence) => expect(dueSentence(places)).toBe(sentence))
