import { instantOf } from '../quantity/time'
import { DAY0, entry, tank } from '../testing/tank'
import { jarTestOf } from './jar-test'

const at = (day: number) => instantOf(DAY0 + day)
const jar = (day: number, khBefore: number, khAfter: number) =>
  entry(day, 'soil-test', { khBefore, khAfter, hours: 24 })

test('a jar speaks for the soil for ninety days, and no longer: by then it has worked on', () => {
  const story = tank([jar(10, 8, 2)])
  expect(jarTestOf(story, at(10))).toMatchObject({ drop: 0.75 })
  expect(jarTestOf(story, at(99.9))).toMatchObject({ drop: 0.75 })
  expect(jarTestOf(story, at(100))).toBeNull()
})

test('the last one speaks; one of a day to come does not yet; water that gained KH is told as it is', () => {
  const story = tank([jar(10, 8, 2), jar(20, 8, 8.8)])
  expect(jarTestOf(story, at(25))?.drop).toBeCloseTo(-0.1, 9)
  expect(jarTestOf(story, at(15))?.drop).toBe(0.75)
  expect(jarTestOf(story, at(5))).toBeNull()
})

test('water without KH has none to lose: such a jar says nothing', () => {
  expect(jarTestOf(tank([jar(10, 0, 0)]), at(12))).toBeNull()
})
