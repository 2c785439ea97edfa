import { allGlanced, chosenOf, inked, toggled, withText } from './answering'
import { isBegun, noAnswers, type RoundAnswers } from './answers'
import type { Question } from './question'

const question = (key: string, value: number | null = 20): Question => ({
  key,
  asks: { kind: 'enjoyment' },
  last: null,
  expected: value === null ? null : { value, low: value - 2, high: value + 2, because: '' },
  unit: '',
  min: 0,
  max: 100,
  step: 1,
})
const blank = noAnswers('r')

test('an answer keeps its question and settles what was typed; taken back, both are gone', () => {
  const typed = { ...blank, typed: withText({}, 'a', '4x') }
  const answered = inked(typed, 'glass', question('a'), 4, 'measured')
  expect(answered).toMatchObject({
    values: { a: { value: 4, certainty: 'measured' } },
    asked: { a: { station: 'glass' } },
    typed: {},
  })
  expect(inked(answered, 'glass', question('a'), null, 'measured')).toEqual(blank)
})
test('all as pencilled leaves alone what was answered, what is being typed, and what nothing is known of', () => {
  const before: RoundAnswers = {
    ...inked(blank, 'glass', question('a'), 4, 'measured'),
    typed: { b: '9?' },
  }
  const after = allGlanced(before, {
    name: 'glass',
    questions: ['a', 'b', 'c'].map((key) => question(key)),
  })
  expect(after.values).toEqual({
    a: { value: 4, certainty: 'measured' },
    c: { value: 20, certainty: 'glance' },
  })
  expect(allGlanced(after, { name: 'glass', questions: [question('d', null)] })).toBe(after)
})
test('a sign tapped twice is not there', () => {
  const sign = { station: 'ground', sign: 'mulm', place: { of: 'ground' } }
  expect(toggled(blank, sign).signs).toEqual([sign])
  expect(toggled(toggled(blank, sign), sign)).toEqual(blank)
})
test('a round is begun by an answer, a sign, a line, or something typed', () => {
  expect(isBegun(blank)).toBe(false)
  expect(isBegun({ ...blank, station: 3, walkedAt: '2026-11-22T18:00' })).toBe(false)
  expect(isBegun({ ...blank, typed: { a: '?' } })).toBe(true)
  expect(isBegun(inked(blank, 'glass', question('a'), 1, 'glance'))).toBe(true)
})

test('of signs that exclude each other the last tapped stands alone, and a second tap takes it away', () => {
  const place = { of: 'hardscape', id: 'stone' }
  const loss = { station: 'stone and wood', sign: 'focal piece hidden', place }
  const may = { ...loss, sign: 'focal piece may vanish' }
  const both = [loss.sign, may.sign]
  const loose = { ...loss, sign: 'loose piece' }
  // Two devices said otherwise: the one tapped is the one that stays.
  const two = toggled(toggled(blank, loss), may)
  expect(chosenOf(two, may, both).signs).toEqual([may])
  const before = chosenOf(toggled(blank, loose), loss, both)
  expect(before.signs).toEqual([loose, loss])
  expect(chosenOf(before, may, both).signs).toEqual([loose, may])
  expect(chosenOf(before, loss, both).signs).toEqual([loose])
})
