import { measuresOf } from '@/core/quantity/measures'
import type { Question } from '@/core/routine/round/question'
import { readAnswer, sayTyped, stepped } from './read-answer'

const METRIC = measuresOf('metric')
const US = measuresOf('US')
const height: Question = {
  key: 'height:s1',
  asks: { kind: 'measure', plantingId: 's1', measure: 'height' },
  last: { value: 19, daysAgo: 7, by: null },
  expected: { value: 20, low: 18, high: 22, because: '' },
  unit: 'cm',
  min: 0,
  max: 90,
  step: 1,
}

test('what stands in a field is nothing, a value, a doubted value, or no value with the reason', () => {
  expect(readAnswer('  ', height, METRIC)).toEqual({ is: 'nothing' })
  expect(readAnswer('21,5', height, METRIC)).toEqual({
    is: 'value',
    value: 21.5,
    doubted: false,
    about: false,
    more: {},
  })
  expect(readAnswer('40', height, METRIC)).toEqual({
    is: 'value',
    value: 40,
    doubted: true,
    about: false,
    more: {},
  })
  expect(readAnswer('tall', height, METRIC)).toMatchObject({ is: 'fault' })
  expect(readAnswer('91', height, METRIC)).toEqual({
    is: 'fault',
    says: 'Between 0 and 90 cm, please.',
  })
})

test('inches are read as inches and a tap is half an inch', () => {
  expect(readAnswer('8', height, US)).toEqual({
    is: 'value',
    value: 20.32,
    doubted: false,
    about: false,
    more: {},
  })
  expect(stepped(20.32, 1, height, US)).toBeCloseTo(21.59, 3)
  expect(stepped(20, 1, height, METRIC)).toBe(21)
  expect(stepped(0, -1, height, METRIC)).toBe(0)
  expect(stepped(90, 1, height, METRIC)).toBe(90)
})

test('“<5”, “~20”, “0,5” and “10–20” are read where a test is asked; of a height only about', () => {
  const nitrate: Question = {
    ...height,
    asks: { kind: 'reading', parameter: 'nitrate', method: 'drops-chart', unit: 'mg/L' },
    expected: null,
    unit: 'mg/L',
    max: 500,
  }
  expect(readAnswer('<5', nitrate, METRIC)).toMatchObject({ value: 5, more: { beyond: 'below' } })
  expect(readAnswer('> 80', nitrate, METRIC)).toMatchObject({ value: 80, more: { beyond: 'over' } })
  expect(readAnswer('~20', nitrate, METRIC)).toMatchObject({ value: 20, about: true, more: {} })
  expect(readAnswer('0,5', nitrate, METRIC)).toMatchObject({ value: 0.5, about: false })
  expect(readAnswer('10–20', nitrate, METRIC)).toMatchObject({
    value: 15,
    more: { between: { low: 10, high: 20 } },
  })
  expect(readAnswer('20-10', nitrate, METRIC)).toMatchObject({ is: 'fault' })
  expect(readAnswer('<', nitrate, METRIC)).toMatchObject({ is: 'fault' })
  expect(readAnswer('~18', height, METRIC)).toMatchObject({ value: 18, about: true })
  expect(readAnswer('<18', height, METRIC)).toMatchObject({ is: 'fault' })
  expect(sayTyped({ value: 5, certainty: 'measured', beyond: 'below' }, nitrate, METRIC)).toBe('<5')
})
