import { CATALOGUE } from '../plants/catalogue'
import { PLANT_KINDS } from '../plants/kinds'
import { instantOf } from '../quantity/time'
import { CARPET, DAY0, STEMS, tank } from '../testing/tank'
import { doubtsOfPlace } from './doubts-of-place'

const asked = (
  species = CATALOGUE.greenStem,
  stand: Parameters<typeof doubtsOfPlace>[0] = {
    patch: STEMS.patch,
    perch: null,
    zone: 'background',
  },
  own: string | null = null,
) => doubtsOfPlace(stand, species, tank(), { at: instantOf(DAY0 + 5), own })
const beside = {
  patch: [
    [40, 30],
    [50, 30],
    [50, 38],
    [40, 38],
  ],
  perch: null,
  zone: 'background',
} as const

test('a place where another stands is asked about with how much is shared; its own place, floaters and what grows on stone are not', () => {
  expect(asked()).toEqual([
    'S1 Green stems, back left stands there: about 100 % of the place would be shared. Is it planted among it?',
  ])
  expect(asked(undefined, undefined, STEMS.id)).toEqual([])
  expect(asked(CATALOGUE.floater, { ...CARPET, zone: 'surface' })).toEqual([])
  expect(asked(CATALOGUE.moss, { ...STEMS, perch: { hardscapeId: 'stone', heightCm: 9 } })).toEqual(
    [],
  )
  expect(asked(undefined, beside)).toEqual([])
})

test('a crown that outgrows the water, a land plant under it and a crypt above it are asked about', () => {
  const giant = { ...CATALOGUE.sword, matureHeightCm: 60 }
  expect(asked(giant, beside)[0]).toMatch(/^It grows to 60 cm, and \d+ cm of water stand there/)
  // A stem of the same height is cut.
  expect(asked({ ...CATALOGUE.greenStem, matureHeightCm: 60 }, beside)).toEqual([])
  const creeper = PLANT_KINDS.find(({ facts }) => facts.land === 'climber')!.species
  expect(asked(creeper, beside)[0]).toContain('under water, and its kind is of land')
  const high = { ...beside, perch: { hardscapeId: 'stone', heightCm: 200 } }
  expect(asked(CATALOGUE.brownCrypt, high)[0]).toContain('does not bear air')
})
