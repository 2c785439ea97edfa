/** What was asked stays asked, and what is far off is asked about once more: each on both sides of its edge. */
import type { Estimate } from '../../quantity/estimate'
import { isSurprising, pencilledAnswer, withAsked } from './pencil'
import type { Question, Station } from './question'

const expected = (value: number, low: number, high: number): Estimate => ({
  value,
  low,
  high,
  because: '',
})
const question = (key: string, over: Partial<Question> = {}): Question => ({
  key,
  asks: { kind: 'enjoyment' },
  last: null,
  expected: null,
  unit: '',
  min: 0,
  max: 100,
  step: 1,
  ...over,
})
const station = (name: Station['name'], ...questions: Question[]): Station => ({
  name,
  questions,
  once: null,
  signs: [],
  places: [],
})

test.each([
  [expected(30, 25, 35), 45, 45.01, 15, 14.99],
  // A range narrower than a tenth of the value is widened to that, one below a unit to a unit.
  [expected(100, 99, 101), 111, 111.01, 89, 88.99],
  [expected(0.5, 0.4, 0.6), 1.6, 1.61, -0.6, -0.61],
])('%j: %d still fits above, %d does not; %d still fits below, %d does not', (range, ...edges) => {
  expect(edges.map((value) => isSurprising({ expected: range, last: SEEN }, value))).toEqual([
    false,
    true,
    false,
    true,
  ])
})

test('the pencilled answer keeps to the grain of the eye and to the bounds of the question', () => {
  expect(pencilledAnswer(question('a', { expected: expected(31.4, 1, 2), step: 5 }))).toBe(31)
  expect(pencilledAnswer(question('a', { expected: expected(23.26, 1, 2), step: 0.5 }))).toBe(23.5)
  expect(pencilledAnswer(question('a', { expected: expected(140, 1, 2) }))).toBe(100)
  expect(pencilledAnswer(question('a', { expected: expected(-3, 1, 2) }))).toBe(0)
  expect(pencilledAnswer(question('a'))).toBeNull()
})

test('a question answered already stands as it was asked, at its station; one whose station is gone stands at the last', () => {
  const then = question('cover', { expected: expected(60, 50, 70) })
  const stations = [
    station('surface', question('cover', { expected: expected(40, 30, 50) })),
    station('glass'),
    station('you', question('joy')),
  ]
  const asked = {
    cover: { station: 'surface', question: then },
    algae: { station: 'glass', question: question('algae') },
    count: { station: 'animals', question: question('count') },
  }
  expect(
    withAsked(stations, asked).map(({ name, questions }) => [
      name,
      questions.map(({ key }) => key),
    ]),
  ).toEqual([
    ['surface', ['cover']],
    ['glass', ['algae']],
    ['you', ['joy', 'count']],
  ])
  expect(withAsked(stations, asked)[0].questions[0]).toEqual(then)
})

test('a guess nobody saw raises no doubt', () => {
  const guess = { value: 40, low: 38, high: 42, because: '' }
  expect(isSurprising({ expected: guess, last: null }, 5)).toBe(false)
  expect(isSurprising({ expected: guess, last: SEEN }, 5)).toBe(true)
})
const SEEN = { value: 20, daysAgo: 7, by: null }
