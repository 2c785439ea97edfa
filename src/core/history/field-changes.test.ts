import { METRIC } from '../quantity/measures'
import { sayFieldChanges } from './field-changes.words'

test('places of parts are told in words, once, never as they are stored', () => {
  const hung = { field: 'spots', before: null, after: '{"outlet":{"x":88,"y":38,"z":4}}' }
  expect(sayFieldChanges([hung], METRIC)).toBe('its parts hang elsewhere')
  const moved = ['x', 'z'].map((way) => ({ field: `spots.outlet.${way}`, before: 88, after: 70 }))
  expect(sayFieldChanges([...moved, { field: 'hours', before: 8, after: 6 }], METRIC)).toBe(
    'its parts hang elsewhere; hours 8 h → 6 h',
  )
})
