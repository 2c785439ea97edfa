import { CATALOGUE } from '../plants/catalogue'
import { CARPET, entry, recordOf, STEMS, tank } from '../testing/tank'
import type { EntryOf } from '../journal/entry'
import { doubtsAbout } from './doubts'

const crypt = {
  ...STEMS,
  speciesId: CATALOGUE.brownCrypt.id,
  kinds: [{ speciesId: CATALOGUE.brownCrypt.id, share: 1, sure: 'sure' as const }],
}
const story = (planting: typeof STEMS) =>
  tank([], {
    species: [CATALOGUE.brownCrypt, CATALOGUE.carpet, CATALOGUE.greenStem],
    plantings: [planting, CARPET].map(recordOf),
  })
const measured = (measure: 'height' | 'width', value: number) =>
  entry(10, 'measure', { plantingId: STEMS.id, measure, value }) as EntryOf<'measure'>
const asked = (planting: typeof STEMS, measure: 'height' | 'width', value: number) =>
  doubtsAbout(measured(measure, value), story(planting))

test('a crypt taller than the water over it is asked about: it does not grow in air', () => {
  expect(asked(crypt, 'height', 40)[0]).toBe(
    'S1 would stand 40 cm high, 31 cm of water stand over its root, and its kind does not grow in air. Is it so?',
  )
  expect(asked(crypt, 'height', 14)).toEqual([])
})

test('a stem may lie along the surface, but not twice as long as its kind and the water', () => {
  expect(asked(STEMS, 'height', 55)).toEqual([])
  expect(asked(STEMS, 'height', 200)[0]).toContain('its kind grows to about 55 cm')
})

test('nothing is wider than the glass from corner to corner: √(60² + 40²) = 72 cm', () => {
  expect(asked(STEMS, 'width', 70)).toEqual([])
  expect(asked(STEMS, 'width', 80)[0]).toContain('the glass is 72 cm from corner to corner')
})
