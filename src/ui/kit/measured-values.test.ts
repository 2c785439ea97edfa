import { measuresOf, METRIC } from '@/core/quantity/measures'
import { canonicalValues, shownValues } from './measured-values'

const US = measuresOf('US')
const unitOf = (name: string, values: Readonly<Record<string, string>>) =>
  ({ length: 'cm', water: 'L', heat: '°C', cover: values.what === 'cover' ? '%' : 'cm' })[name] ??
  ''
const initial = {
  length: '100',
  water: '226.4',
  heat: '24.6',
  name: 'Tarn 12',
  cover: '30',
  what: 'cover',
}

test('a form is shown in the keeper’s measures; names and what has no measured unit stay', () => {
  expect(shownValues(initial, unitOf, US)).toEqual({
    length: '39.37',
    water: '59.81',
    heat: '76.28',
    name: 'Tarn 12',
    cover: '30',
    what: 'cover',
  })
  expect(shownValues(initial, unitOf, METRIC)).toEqual(initial)
})
test('what was only looked at goes back as it was, to the last digit', () => {
  const shown = shownValues(initial, unitOf, US)
  expect(canonicalValues(shown, initial, unitOf, US)).toEqual(initial)
})
test('what was changed goes back in canonical units; a comma is read, letters go on for the border to name', () => {
  const shown = { ...shownValues(initial, unitOf, US), length: '40', water: 'much', heat: '77,0' }
  expect(canonicalValues(shown, initial, unitOf, US)).toMatchObject({
    length: '101.6',
    water: 'much',
    heat: '25',
  })
})
test('a field whose unit hangs on another goes by what that one holds now', () => {
  const shown = { ...shownValues(initial, unitOf, US), what: 'height', cover: '12' }
  expect(canonicalValues(shown, initial, unitOf, US).cover).toBe('30.48')
})
