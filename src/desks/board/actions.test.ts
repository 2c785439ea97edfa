import { boardOf } from '@/core/board/board'
import { moveThings, removeThings } from '@/core/board/edit'
import { putPlanting } from '@/core/board/put'
import { tankNow } from '@/core/history/tank-at'
import type { Board, Point } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { lodge } from '@/data/demo/lodge'
import { stampOf } from '@/data/stamp'
import { loadStory } from '@/data/story'
import { sent } from '@/data/testing/sent'
import { serveFromMemory } from '@/data/testing/served'
import { dropTheDraft, keepTheDraft, layTheBoard, weighBoard } from './actions'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(...lodge(now())))
})
afterAll(() => close())

const story = async () => (await loadStory(db, 'spring'))!
const stood = async () => boardOf(tankNow(await story(), now()))!
const stamp = async () => stampOf(await stood())
const sending = async () => ({ ...sent(), seen: await stamp() })
const glass = async () => tankNow(await story(), now()).vessel
const says = (answer: { ok: boolean; problems?: { says: string }[] }) =>
  answer.ok ? '' : answer.problems!.map((one) => one.says).join(' ')
const square = (left: number, front: number, side: number): Point[] => [
  [left, front],
  [left + side, front],
  [left + side, front + side],
  [left, front + side],
]

describe('weighing', () => {
  test('gives sums, light and a stage, and writes nothing', async () => {
    const before = await story()
    const board = putPlanting(await stood(), await glass(), CATALOGUE.sword, square(40, 6, 8), 'n')
    const answer = await weighBoard('spring', board)
    expect(answer.ok).toBe(true)
    if (!answer.ok) return
    expect(answer.value.sums.portions.some(({ id }) => id === 'n')).toBe(true)
    expect(answer.value.lit.n.now).toBeGreaterThan(0)
    expect(await story()).toEqual(before)
  })
  test.each<[string, (board: Board) => unknown, RegExp]>([
    ['nothing at all', () => null, /./],
    ['a text', () => 'board', /./],
    [
      'a depth that is no number',
      (board) => ({
        ...board,
        ground: { ...board.ground, profile: [{ x: 0, frontCm: NaN, backCm: 3 }] },
      }),
      /depth/i,
    ],
    [
      'a ground of marbles',
      (board) => ({ ...board, ground: { ...board.ground, material: 'marbles' } }),
      /ground/i,
    ],
    [
      'an outline of two corners',
      (board) => ({
        ...board,
        plantings: [
          {
            ...board.plantings[0],
            patch: [
              [1, 1],
              [2, 2],
            ],
          },
        ],
      }),
      /three corners/,
    ],
    [
      'a kind nobody knows',
      (board) => ({ ...board, plantings: [{ ...board.plantings[0], speciesId: 'triffid' }] }),
      /not in the catalogue/,
    ],
    [
      'a strip with one end',
      (board) => ({
        ...board,
        ground: { ...board.ground, barriers: [{ id: 's', line: [[1, 1]] }] },
      }),
      /two ends/,
    ],
    [
      'four hundred stones',
      (board) => ({
        ...board,
        pieces: Array.from({ length: 400 }, (_, i) => ({
          id: `p${i}`,
          label: 'stone',
          material: 'stone',
          focal: false,
          outline: square(1, 1, 2),
          footprint: square(1, 1, 2),
        })),
      }),
      /not a tank/,
    ],
  ])('%s is refused in a sentence', async (_name, bad, sentence) =>
    expect(says(await weighBoard('spring', bad(await stood()) as Board))).toMatch(sentence),
  )
})

describe('laying', () => {
  test('moved today it stands so from now on, written once however often it is sent', async () => {
    const board = await stood()
    const { id } = board.plantings[0]
    const moved = moveThings(board, await glass(), [id], { dx: 2 })
    const once = await sending()
    const before = (await story()).entries.length
    expect(says(await layTheBoard('spring', moved, 'today', once))).toBe('')
    expect(says(await layTheBoard('spring', moved, 'today', once))).toBe('')
    expect((await stood()).plantings.find((one) => one.id === id)!.patch).toEqual(
      moved.plantings.find((one) => one.id === id)!.patch,
    )
    expect((await story()).entries.length).toBe(before + 1)
  })
  test('drawn on what stood before, it is told and not written', async () => {
    const board = await stood()
    const late = { ...sent(), seen: 'another stamp' }
    const moved = moveThings(board, await glass(), [board.plantings[0].id], { dx: 1 })
    const answer = await layTheBoard('spring', moved, 'today', late)
    expect(says(answer)).toMatch(/changed elsewhere/)
    expect(answer).toMatchObject({ ok: false, overtaken: await stamp() })
    expect(await stood()).toEqual(board)
  })
  test('what stood cannot have been away all along', async () => {
    const board = await stood()
    const without = removeThings(board, [board.plantings[0].id])
    expect(says(await layTheBoard('spring', without, 'all-along', await sending()))).toMatch(
      /cannot have been away all along/,
    )
  })
  test('beyond the glass it is refused with its name, and nothing is written', async () => {
    const board = await stood()
    const [first, ...others] = board.plantings
    const out = { ...board, plantings: [{ ...first, patch: square(200, 4, 5) }, ...others] }
    expect(says(await layTheBoard('spring', out, 'today', await sending()))).toMatch(
      /outside the glass/,
    )
    expect(await stood()).toEqual(board)
  })
  test('since when is asked in two words, no others', async () => {
    const answer = await layTheBoard(
      'spring',
      await stood(),
      'tomorrow' as 'today',
      await sending(),
    )
    expect(says(answer)).toMatch(/./)
  })
})

describe('a draft', () => {
  const kept = async () => (await story()).drafts
  test('is kept under its name, told when another tab wrote it meanwhile, and put away', async () => {
    const board = await stood()
    const first = { ...sent(), seen: null }
    expect(says(await keepTheDraft('spring', 'draft-a', 'Low bank', board, first))).toBe('')
    expect((await kept()).map(({ name }) => name)).toContain('Low bank')
    const other = moveThings(board, await glass(), [board.plantings[0].id], { dx: 3 })
    const stale = { ...sent(), seen: 'stale' }
    expect(says(await keepTheDraft('spring', 'draft-a', 'Low bank', other, stale))).toMatch(/./)
    expect((await kept()).find(({ id }) => id === 'draft-a')!.board).toEqual(board)
    expect(says(await dropTheDraft('spring', 'draft-a', sent()))).toBe('')
    expect((await kept()).some(({ id }) => id === 'draft-a')).toBe(false)
  })
  test.each([
    ['no name', ' ', /name/],
    ['a name without end', 'x'.repeat(200), /too long/],
  ])('%s is refused', async (_name, name, sentence) =>
    expect(says(await keepTheDraft('spring', 'd', name, await stood(), sent()))).toMatch(sentence),
  )
})
