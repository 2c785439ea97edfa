/** A lamp that hangs somewhere and spreads, by hand. */
import { lampRecord } from '../history/records'
import { instantOf } from '../quantity/time'
import { openPar, spreadOver } from '../layout/canopy'
import { DAY0, standing, tank } from '../testing/tank'
import { beamOf, sideways, type Beam } from './beam'
import { lightOf } from './light'

const LAMBERT: Beam = { par: 100, x: 50, z: 25, aboveCm: 10, longCm: 0, spreadDegrees: 120 }

describe('beside a lamp', () => {
  // cos 60° = ½, so m = 1: Lambert’s cosine law, E ∝ cos⁴θ on a level plane.
  test.each([
    [0, 1],
    [50, 0.25],
    [50 / Math.sqrt(3), 0.5625],
  ])('%d cm aside, 50 cm down: cos⁴θ = %d', (aside, share) =>
    expect(sideways(LAMBERT, { x: 50 + aside, z: 25 }, 50)).toBeCloseTo(share, 6),
  )
  test('a narrow beam falls off faster: half its light per angle is half the cosine power more', () => {
    // 60° in all: m = −ln 2 / ln cos 30° = 4.82; at 45° cos^7.82.
    const narrow = { ...LAMBERT, spreadDegrees: 60 }
    expect(sideways(narrow, { x: 100, z: 25 }, 50)).toBeCloseTo(Math.SQRT1_2 ** 7.8188, 4)
  })
  test('along a bar it is the same, and falls off past its end', () => {
    const bar = { ...LAMBERT, longCm: 60 }
    expect(sideways(bar, { x: 75, z: 25 }, 50)).toBe(1)
    expect(sideways(bar, { x: 130, z: 25 }, 50)).toBeCloseTo(0.25, 6)
  })
})

describe('the light in the water', () => {
  const surface = { par: 100, waterlineCm: 40, beams: [LAMBERT] }
  test('right below it is that of a lamp over the whole tank that hangs as high', () => {
    const even = openPar({ x: 50, y: 0, z: 25 }, { par: 100, waterlineCm: 40, lampCm: 10 })
    expect(openPar({ x: 50, y: 0, z: 25 }, surface)).toBeCloseTo(even, 9)
  })
  test('aside of it cosine and Beer–Lambert multiply, by hand', () => {
    // At the floor 40 cm down, 50 cm below the lamp and 50 cm aside: a quarter of what falls below it.
    expect(openPar({ x: 100, y: 0, z: 25 }, surface)).toBeCloseTo(
      100 * 0.25 * Math.exp(-0.01 * 40) * spreadOver(40, 10),
      6,
    )
  })
  test('a lamp of which nothing is said lights all of it alike, beside one that has a beam', () => {
    const both = { par: 160, waterlineCm: 40, beams: [LAMBERT] }
    const far = openPar({ x: 400, y: 40, z: 25 }, both)
    expect(far).toBeCloseTo(60, 0)
  })
})

test('a lamp has a beam once its place and its spread are said; its height is the usual where nobody gave it', () => {
  const lamp = (over: object) => {
    const story = tank([], {
      equipment: [lampRecord('lamp', { parAtSurface: 100, ...over }, instantOf(DAY0))],
    })
    const { equipment, vessel } = standing(story, 1)
    return lightOf(equipment, vessel)
  }
  expect(lamp({}).beams).toEqual([])
  expect(lamp({ xCm: 20 }).beams).toEqual([])
  expect(lamp({ spreadDegrees: 90 }).beams).toEqual([])
  const [beam] = lamp({ xCm: 20, spreadDegrees: 90 }).beams
  expect(beam).toMatchObject({ x: 20, z: 20, aboveCm: 8, longCm: 0, spreadDegrees: 90 })
  expect(beam.par).toBeCloseTo(lamp({}).parAtSurface, 9)
  expect(beamOf({ ...LAMPLESS, xCm: null, spreadDegrees: 90 }, 50, { depthCm: 40 })).toBeNull()
})
const LAMPLESS = {
  onAt: '09:00',
  hours: 8,
  parAtSurface: 100,
  watts: null,
  levelPercent: 100,
  rampMinutes: 0,
  aboveWaterCm: null,
}
