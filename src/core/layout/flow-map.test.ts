import type { Equipment } from '../history/equipment'
import { tankNow } from '../history/tank-at'
import { lodge } from '@/data/demo/lodge'
import { flowMap, standingWater } from './flow-map'
import { flowWarnings } from '../board/flow-warnings'
import { boardOf } from '../board/board'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const tank = tankNow(tarn, NOW)
const KINDS = new Map(tarn.species.map((one) => [one.id, one]))
const bare = { ...tank, layout: null }
const filter = (over: object) =>
  ({
    id: 'f',
    kind: 'filter',
    name: 'Filter',
    servesId: null,
    setting: { litresPerHour: 720, outletAt: 'left', aimedAt: 'at the ground', ...over },
  }) as unknown as Equipment
const at = (map: NonNullable<ReturnType<typeof flowMap>>, x: number, z: number) =>
  map.speed[Math.floor(z / map.stepCm) * map.columns + Math.floor(x / map.stepCm)]

describe('a jet', () => {
  const map = flowMap({ ...bare, equipment: [filter({})] }, 1)!
  // 720 L/h through 1.6 cm are 200 cm³/s over 2.01 cm²: 99.5 cm/s; on the axis u = 6.2·u₀·d/s (Rajaratnam 1976).
  const axial = (s: number) => (6.2 * 99.47 * 1.6) / s
  test('falls off along its axis by one over the way', () => {
    // Read in the middle of a cell, half a centimetre on and off the axis.
    for (const s of [40, 60, 80]) expect(at(map, 4 + s, 46) / axial(s + 0.5)).toBeCloseTo(1, 1)
  })
  test('is half as fast a tenth of the way off its axis, by the same source', () => {
    const [on, off] = [at(map, 54.5, 46.5), at(map, 54.5, 41.5)]
    expect(off / on).toBeGreaterThan(0.4)
    expect(off / on).toBeLessThan(0.6)
  })
  test('twice the flow is twice the speed, everywhere', () => {
    const twice = flowMap({ ...bare, equipment: [filter({ litresPerHour: 1440 })] }, 1)!
    twice.speed.forEach((one, i) => expect(one / map.speed[i]).toBeCloseTo(2, 6))
  })
  test('from the right it is the mirror of one from the left', () => {
    const right = flowMap({ ...bare, equipment: [filter({ outletAt: 'right' })] }, 1)!
    for (let x = 1; x < 100; x += 9) expect(at(right, 99.5 - x, 30)).toBeCloseTo(at(map, x, 30), 6)
  })
})

test('without an outlet anyone told of there is no picture; one that is off moves nothing', () => {
  expect(flowMap({ ...bare, equipment: [] })).toBeNull()
  expect(flowMap({ ...bare, equipment: [filter({ outletAt: 'not said' })] })).toBeNull()
  expect(flowMap({ ...bare, equipment: [filter({ litresPerHour: null })] })).toBeNull()
  const off = { ...filter({}), setting: null } as unknown as Equipment
  expect(flowMap({ ...bare, equipment: [off] })).toBeNull()
})

test('behind a large piece the water stands, and it is told', () => {
  const weak = { ...tank, equipment: [filter({ litresPerHour: 250, aimedAt: 'along the back' })] }
  const free = standingWater(flowMap({ ...weak, layout: null })!)
  const stood = standingWater(flowMap(weak)!)
  expect(stood!.share).toBeGreaterThanOrEqual(free?.share ?? 0)
  const strong = { ...tank, equipment: [filter({ litresPerHour: 1500 })] }
  expect(standingWater(flowMap(strong)!)?.share ?? 0).toBeLessThan(stood!.share)
  const told = flowWarnings(boardOf(tank)!, tank.vessel, weak, KINDS).map(({ of }) => of)
  expect(told).toContain('still')
})

test('a piece that reaches up before the outlet stands in the outflow; the same piece elsewhere does not', () => {
  const board = boardOf(tank)!
  const [piece] = board.pieces
  const tall = (left: number) => ({
    ...board,
    pieces: [
      {
        ...piece,
        footprint: [
          [left, 40],
          [left + 8, 40],
          [left + 8, 49],
          [left, 49],
        ] as const,
        outline: [
          [left, 5],
          [left + 8, 5],
          [left + 4, 40],
        ] as const,
      },
    ],
  })
  const told = (left: number) =>
    flowWarnings(tall(left), tank.vessel, { ...bare, equipment: [filter({})] }, KINDS).map(
      ({ of }) => of,
    )
  expect(told(12)).toContain('outflow')
  expect(told(60)).not.toContain('outflow')
})
