import type { Equipment, LampSetting } from '../history/equipment'
import { USUAL_LAMP } from '../history/equipment'
import { DARK, hoursAtFullLevel, lampPar, lightOf } from './light'

const GLASS = { lengthCm: 100, depthCm: 50, heightCm: 45, waterlineCm: 42, glassMm: 10 }
const lamp = (setting: Partial<LampSetting> | null): Equipment => ({
  id: 'l',
  kind: 'lamp',
  name: 'Lamp',
  servesId: null,
  since: '2026-01-01T00:00:00.000Z',
  setting: setting && { ...USUAL_LAMP, parAtSurface: 100, ...setting },
})
const mol = ({ hours, parAtSurface }: { hours: number; parAtSurface: number }) =>
  (parAtSurface * hours * 3600) / 1e6

test('ramps count half while they come up and half while they go down: twelve hours with two of each are ten (common practice)', () => {
  expect(hoursAtFullLevel({ hours: 12, rampMinutes: 120 })).toBe(10)
  expect(hoursAtFullLevel({ hours: 2, rampMinutes: 300 })).toBe(1)
})
test('power stands for light within the rough figures of the trade; what was measured comes first', () => {
  // 60 W × 2 µmol/J × 0.6 over half a square metre.
  expect(lampPar({ parAtSurface: null, watts: 60 }, GLASS)).toBeCloseTo(144, 9)
  expect(lampPar({ parAtSurface: 90, watts: 60 }, GLASS)).toBe(90)
  expect(lampPar({ parAtSurface: null, watts: null }, GLASS)).toBe(0)
})
test('several lamps add up to the light of the day, whenever they burn', () => {
  const main = lamp({ onAt: '09:00', hours: 8 })
  expect(lightOf([main], GLASS)).toEqual({
    onAt: '09:00',
    hours: 8,
    parAtSurface: 100,
    aboveWaterCm: null,
    beams: [],
  })
  const both = lightOf([main, lamp({ onAt: '12:00', hours: 4, parAtSurface: 50 })], GLASS)
  expect([both.onAt, both.hours]).toEqual(['09:00', 8])
  expect(mol(both)).toBeCloseTo((100 * 8 * 3600 + 50 * 4 * 3600) / 1e6, 9)
  const apart = lightOf([main, lamp({ onAt: '20:00', hours: 6 })], GLASS)
  expect(apart.hours).toBe(14)
  expect(mol(apart)).toBeCloseTo((100 * 14 * 3600) / 1e6, 9)
  const dimmed = lightOf([lamp({ levelPercent: 60, rampMinutes: 60 })], GLASS)
  expect(mol(dimmed)).toBeCloseTo((100 * 0.6 * 7 * 3600) / 1e6, 9)
})
test('what is off gives none', () => {
  expect(lightOf([lamp(null), lamp({ hours: 0 })], GLASS)).toEqual(DARK)
  expect(lightOf([], GLASS)).toEqual(DARK)
})
