import fc from 'fast-check'
import { lodge } from '@/data/demo/lodge'
import { tankNow } from '../history/tank-at'
import { standing, tank } from '../testing/tank'
import { filledMass, grossLitres, litresPerCentimetre, netLitres, polygonArea } from './volume'
import { groundDepth, groundLitres } from './ground-depth'

const BOX = { lengthCm: 60, depthCm: 40 }

describe('volumes', () => {
  const { vessel, layout } = standing(tank())
  test('gross and per centimetre by plain geometry', () => {
    expect(grossLitres(vessel)).toBe(96)
    expect(litresPerCentimetre(vessel)).toBe(2.4)
  })
  test('a wedge of soil: 60 × 40 cm from 2 to 8 cm is 12 L; a crossed slope against fine slices', () => {
    expect(
      groundLitres(
        {
          profile: [
            { x: 0, frontCm: 2, backCm: 8 },
            { x: 60, frontCm: 2, backCm: 8 },
          ],
        },
        BOX,
      ),
    ).toBeCloseTo(12, 10)
    const ground = {
      profile: [
        { x: 0, frontCm: 2, backCm: 9 },
        { x: 25, frontCm: 5, backCm: 6 },
        { x: 60, frontCm: 3, backCm: 12 },
      ],
    }
    let sum = 0
    const step = 0.5
    for (let x = step / 2; x < 60; x += step)
      for (let z = step / 2; z < 40; z += step) sum += groundDepth(ground, 40, x, z) * step * step
    expect(groundLitres(ground, BOX)).toBeCloseTo(sum / 1000, 2)
    expect(() => groundLitres({ profile: [] }, BOX)).toThrow(/two stations/)
  })
  test('net water never exceeds the box to the line, nor falls below zero', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), (depth) => {
        const ground = {
          ...layout!,
          ground: {
            ...layout!.ground,
            profile: [
              { x: 0, frontCm: depth, backCm: depth },
              { x: 60, frontCm: depth, backCm: depth },
            ],
          },
        }
        const net = netLitres(vessel, ground)
        expect(net).toBeGreaterThanOrEqual(0)
        expect(net).toBeLessThanOrEqual(litresPerCentimetre(vessel) * vessel.waterlineCm)
      }),
    )
    expect(netLitres(vessel, null)).toBeCloseTo(86.4, 6)
  })
  test('a triangle’s area, either way round (shoelace)', () => {
    expect(
      polygonArea([
        [0, 0],
        [4, 0],
        [0, 3],
      ]),
    ).toBe(6)
    expect(
      polygonArea([
        [0, 3],
        [4, 0],
        [0, 0],
      ]),
    ).toBe(6)
  })
  test('mass: an empty box is glass and water at 0.998 kg/L (CRC Handbook, 20 °C)', () => {
    const mass = filledMass(vessel, null)
    expect(mass.water).toBeCloseTo(86.4 * 0.998, 6)
    expect(mass.glass).toBeCloseTo(((60 * 40 + 2 * 40 * 100) * 0.8 * 2.5) / 1000, 6)
    const now = '2026-11-24T09:00:00.000Z'
    const tarn = tankNow(lodge(now)[0], now)
    const full = filledMass(tarn.vessel, tarn.layout)
    expect(full.total).toBeCloseTo(full.water + full.glass + full.ground + full.hardscape, 9)
  })
})
