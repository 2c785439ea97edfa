import { lodge } from '@/data/demo/lodge'
import { tankNow } from '../history/tank-at'
import { boardOf, boxOf } from './board'
import { hiddenUnder } from './hidden-under'
import { roundPatch } from './shapes'

const NOW = '2026-11-24T09:00:00.000Z'
const board = boardOf(tankNow(lodge(NOW)[0], NOW))!

test('a planting of the ground mostly under a stone is one a hand could not reach; one beside it, on it, or over the water is not', () => {
  const stone = board.pieces[0]
  const { left, right, front, back } = boxOf(stone.footprint)
  const stems = board.plantings.find(({ stake }) => stake === 'S1')!
  const at = (moved: number) => ({
    ...stems,
    patch: roundPatch(left + moved + 1, right + moved - 1, front + 1, back - 1),
  })
  const seen = (planting: typeof stems) => hiddenUnder({ pieces: [stone], plantings: [planting] })
  expect(seen(at(0))).toEqual(new Set([stems.id]))
  expect(seen(at(right - left)).size).toBe(0)
  expect(seen({ ...at(0), perch: { hardscapeId: stone.id, heightCm: 5 } }).size).toBe(0)
  expect(seen({ ...at(0), zone: 'surface' }).size).toBe(0)
})
