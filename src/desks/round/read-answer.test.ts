import { measuresOf } from '@/core/quantity/measures'
import type { Question } from '@/core/routine/round/question'
import { readAnswer, stepped } from './read-answer'

const METRIC = measuresOf('metric')
const US = measuresOf('US')
const height: Question = {
  key: 'height:s1',
  asks: { kind: 'measure', plantingId: 's1', measure: 'height' },
  last: null,
  expected: { value: 20, low: 18, high: 22, because: '' },
  unit: 'cm',
  min: 0,
  max: 90,
  step: 1,
}

test('what stands in a field is nothing, a value, a doubted value, or no value with the reason', () => {
  expect(readAnswer('  ', height, METRIC)).toEqual({ is: 'nothing' })
  expect(readAnswer('21,5', height, METRIC)).toEqual({ is: 'value', value: 21.5, doubted: false })
  expect(readAnswer('40', height, METRIC)).toEqual({ is: 'value', value: 40, doubted: true })
  expect(readAnswer('tall', height, METRIC)).toMatchObject({ is: 'fault' })
  expect(readAnswer('91', height, METRIC)).toEqual({
    is: 'fault',
    says: 'Between 0 and 90 cm, please.',
  })
})

test('inches are read as inches and a tap is half an inch', () => {
  expect(readAnswer('8', height, US)).toEqual({ is: 'value', value: 20.32, doubted: false })
  expect(stepped(20.32, 1, height, US)).toBeCloseTo(21.59, 3)
  expect(stepped(20, 1, height, METRIC)).toBe(21)
  expect(stepped(0, -1, height, METRIC)).toBe(0)
  expect(stepped(90, 1, height, METRIC)).toBe(90)
})
