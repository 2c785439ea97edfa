import fc from 'fast-check'
import { noAnswers } from './answers'
import { merged, noRound, type Batch, type Change, type SharedRound } from './merge'
import { heldIn, sayTheSame, slotOf, slotOfQuestion, WALKED_AT, type Held } from './slots'

const answer = (key: string, value: number | null, text: string | null = null): Held => ({
  of: 'question',
  key,
  answer: value === null ? null : { value, certainty: 'measured' },
  text,
  asked: null,
})
const change = (held: Held, seen: number): Change => ({ slot: slotOf(held), seen, holds: held })
const batch = (page: string, n: number, ...changes: Change[]): Batch => ({
  round: 'r',
  page,
  n,
  station: 0,
  changes,
})

test('what two pages answer in one round is all there, whichever comes last', () => {
  const [b, a] = [
    batch('b', 1, change(answer('enjoyment', 8), 0)),
    batch('a', 1, change(answer('minutes', 20), 0)),
  ]
  for (const order of [
    [a, b],
    [b, a],
  ]) {
    const { answers, clashes } = order.reduce(merged, noRound('r'))
    expect(answers.values).toEqual({
      enjoyment: { value: 8, certainty: 'measured' },
      minutes: { value: 20, certainty: 'measured' },
    })
    expect(clashes).toEqual({})
  }
})

test('two answers to one question, neither seen by the other, stand side by side until one who sees both says which', () => {
  const slot = slotOfQuestion('S1')
  const two = [
    batch('a', 1, change(answer('S1', 12), 0)),
    batch('b', 1, change(answer('S1', 14), 0)),
  ].reduce(merged, noRound('r'))
  expect(two.answers.values.S1.value).toBe(12)
  expect(two.clashes[slot]).toEqual([{ page: 'b', holds: answer('S1', 14) }])
  // Who has not seen the clash may go on with his own and settles nothing.
  const on = merged(two, batch('a', 2, change(answer('S1', 13), 1)))
  expect([on.answers.values.S1.value, on.clashes[slot].length]).toEqual([13, 1])
  const said = merged(on, batch('b', 2, change(answer('S1', 13), on.stamps[slot].turn)))
  expect([said.answers.values.S1.value, said.clashes]).toEqual([13, {}])
})

test('the same said twice is no disagreement, at a glance or measured; nor is an answer that follows the other', () => {
  const glance: Held = {
    of: 'question',
    key: 'S1',
    answer: { value: 12, certainty: 'glance' },
    text: null,
    asked: null,
  }
  const same = [
    batch('a', 1, change(answer('S1', 12), 0)),
    batch('b', 1, change(glance, 0)),
  ].reduce(merged, noRound('r'))
  expect(same.clashes).toEqual({})
  const after = merged(same, batch('b', 2, change(answer('S1', 15), 1)))
  expect([after.answers.values.S1.value, after.clashes]).toEqual([15, {}])
})

test('of two who say the same, one measured and one at a glance, it was measured, whoever came first', () => {
  const said = (certainty: 'measured' | 'glance'): Held => ({
    ...(answer('S1', 12) as Extract<Held, { of: 'question' }>),
    answer: { value: 12, certainty },
  })
  for (const [first, second] of [
    ['glance', 'measured'],
    ['measured', 'glance'],
  ] as const) {
    const both = [
      batch('a', 1, change(said(first), 0)),
      batch('b', 1, change(said(second), 0)),
    ].reduce(merged, noRound('r'))
    expect(both.answers.values.S1).toEqual({ value: 12, certainty: 'measured' })
    expect(both.clashes).toEqual({})
    // Whoever was first goes on with it as with his own.
    const on = merged(both, batch('a', 2, change(answer('S1', 13), 1)))
    expect([on.answers.values.S1.value, on.clashes]).toEqual([13, {}])
  }
})

test('a batch that comes twice counts once, though another answered in between', () => {
  const first = batch('a', 1, change(answer('S1', 12), 0))
  const one = merged(noRound('r'), first)
  const two = merged(one, batch('b', 1, change(answer('S1', 14), one.turn)))
  expect(merged(two, first)).toBe(two)
})

test('what was seen in another round was not seen in this one', () => {
  const begun = merged(noRound('new'), {
    ...batch('a', 1, change(answer('S1', 12), 0)),
    round: 'new',
  })
  const late = merged(begun, batch('b', 7, change(answer('S1', 14), 1), change(answer('S2', 3), 4)))
  expect(late.answers.round).toBe('new')
  expect(late.answers.values).toMatchObject({ S1: { value: 12 }, S2: { value: 3 } })
  expect(Object.keys(late.clashes)).toEqual([slotOfQuestion('S1')])
})

test('a key that every object has is a key like another', () => {
  const round = merged(noRound('r'), batch('__proto__', 1, change(answer('__proto__', 1), 0)))
  expect(Object.hasOwn(round.answers.values, '__proto__')).toBe(true)
  expect(({} as Record<string, unknown>).value).toBeUndefined()
  expect(heldIn(round.answers).get(slotOfQuestion('__proto__'))).toEqual(answer('__proto__', 1))
})

/**
 * Three forgetful pages over a bad network, by laws of their own: each keeps a plain copy of what it was last shown, writes when it likes, sends late,
 * twice, or hears no answer. Whatever was written is found again: it stands, it stands beside, or somebody wrote over it who had it in sight.
 */
test('over any network, nothing is lost that nobody saw (seeded)', () => {
  const step = fc.record({
    page: fc.constantFrom('a', 'b', 'c'),
    does: fc.constantFrom('write', 'send', 'send twice', 'send unheard', 'look'),
    slot: fc.constantFrom('S1', 'S2', 'at'),
    value: fc.integer({ min: 1, max: 6 }),
  })
  fc.assert(
    fc.property(fc.array(step, { minLength: 5, maxLength: 60 }), (steps) => {
      let server: SharedRound = noRound('r')
      const pages = new Map<string, PageAt>()
      const log: Written[] = []
      const at = (name: string) => {
        const known = pages.get(name) ?? { shown: server, out: null, waits: new Map(), n: 0 }
        pages.set(name, known)
        return known
      }
      const send = (name: string, heard: boolean, times: number) => {
        const page = at(name)
        if (!page.out) {
          page.n++
          page.out = { ...batch(name, page.n), changes: [...page.waits.values()] }
          page.waits = new Map()
        }
        for (let i = 0; i < times; i++) server = merged(server, page.out)
        if (heard) [page.out, page.shown] = [null, server]
      }
      for (const { page: name, does, slot, value } of steps) {
        const page = at(name)
        if (does === 'look') {
          if (!page.out && page.waits.size === 0) page.shown = server
        } else if (does === 'write') {
          const held: Held =
            slot === 'at' ? { of: 'walked at', at: `2026-11-0${value}T10:00` } : answer(slot, value)
          const key = slotOf(held)
          const seen = page.waits.get(key)?.seen ?? page.shown.stamps[key]?.turn ?? 0
          page.waits.set(key, { slot: key, seen, holds: held })
          log.push({ page: name, slot: key, holds: held, sees: visible(page.shown, key) })
        } else send(name, does !== 'send unheard', does === 'send twice' ? 2 : 1)
      }
      for (const name of pages.keys()) {
        send(name, true, 1)
        send(name, true, 1)
      }
      for (const [i, { page, slot, holds }] of log.entries()) {
        const found = visible(server, slot).some((one) => sayTheSame(one, holds))
        const by = log.some(
          (later, j) =>
            j !== i &&
            later.slot === slot &&
            ((later.page === page && j > i) || later.sees.some((one) => sayTheSame(one, holds))),
        )
        expect(found || by).toBe(true)
      }
    }),
    { seed: 24, numRuns: 400 },
  )
})

interface PageAt {
  shown: SharedRound
  out: Batch | null
  waits: Map<string, Change>
  n: number
}
interface Written {
  page: string
  slot: string
  holds: Held
  sees: (Held | null)[]
}
const visible = (round: SharedRound, slot: string): (Held | null)[] => [
  heldIn(round.answers).get(slot) ?? null,
  ...(round.clashes[slot] ?? []).map(({ holds }) => holds),
]

test('the time of the walk is one slot', () => {
  const said = (at: string): Held => ({ of: 'walked at', at })
  const two = [
    batch('a', 1, change(said('2026-11-01T10:00'), 0)),
    batch('b', 1, change(said('2026-11-01T11:00'), 0)),
  ].reduce(merged, noRound('r'))
  expect(two.answers).toEqual({ ...noAnswers('r'), walkedAt: '2026-11-01T10:00' })
  expect(Object.keys(two.clashes)).toEqual([WALKED_AT])
})
