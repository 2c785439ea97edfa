import fc from 'fast-check'
import { boardOf } from '@/core/board/board'
import { drawGround, moveThings, removeThings, turnThing } from '@/core/board/edit'
import { tankNow } from '@/core/history/tank-at'
import { lodge } from '@/data/demo/lodge'
import { makeBoardStore } from './store.client'

const NOW = '2026-11-24T09:00:00.000Z'
const tank = tankNow(lodge(NOW)[0], NOW)
const stood = boardOf(tank)!
const ids = [...stood.plantings, ...stood.pieces].map(({ id }) => id)

/** A browser’s drawer for texts. */
const drawer = new Map<string, string>()
beforeAll(() => {
  const storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> = {
    getItem: (name) => drawer.get(name) ?? null,
    setItem: (name, text) => void drawer.set(name, text),
    removeItem: (name) => void drawer.delete(name),
  }
  Object.assign(globalThis, { localStorage: storage })
})

test('any strokes and as many steps back give the same bytes, and forward again the last of them; kept in between (seeded)', async () => {
  const stroke = fc.record({
    id: fc.constantFrom(...ids),
    by: fc.integer({ min: -30, max: 30 }),
    what: fc.constantFrom('move', 'turn', 'remove', 'ground'),
  })
  await fc.assert(
    fc.asyncProperty(fc.array(stroke, { minLength: 1, maxLength: 25 }), async (strokes) => {
      drawer.clear()
      const store = makeBoardStore('a board', stood, 'seen')
      const before = JSON.stringify(stood)
      for (const { id, by, what } of strokes) {
        const { board, draw } = store.getState()
        if (what === 'move') draw(moveThings(board, tank.vessel, [id], { dx: by, dz: -by }))
        else if (what === 'turn') draw(turnThing(board, tank.vessel, id, by))
        else if (what === 'remove') draw(removeThings(board, [id]))
        else draw(drawGround(board, tank.vessel, 0, 'backCm', Math.abs(by)))
      }
      const after = JSON.stringify(store.getState().board)
      // As after a reload: what was drawn, and its steps, come out of the drawer.
      const again = makeBoardStore('a board', stood, 'seen')
      await again.persist.rehydrate()
      await (
        again.temporal as unknown as { persist: { rehydrate: () => Promise<void> } }
      ).persist.rehydrate()
      expect(JSON.stringify(again.getState().board)).toBe(after)
      for (const one of [store, again]) {
        const steps = one.temporal.getState().pastStates.length
        one.temporal.getState().undo(steps)
        expect(JSON.stringify(one.getState().board)).toBe(before)
        one.temporal.getState().redo(steps)
        expect(JSON.stringify(one.getState().board)).toBe(after)
      }
    }),
    { seed: 9, numRuns: 40 },
  )
})
