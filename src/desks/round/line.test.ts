import { merged, noRound, type Batch, type SharedRound } from '@/core/routine/round/merge'
import { slotOfQuestion } from '@/core/routine/round/slots'
import { noAnswers, type RoundAnswers } from '@/core/routine/round/answers'
import type { Answer } from '@/ui/ask.client'
import type { RoundNow } from './actions'
import { Line, type Told } from './line.client'

/** A server of one round, and a network that drops what it is told to. */
const server = {
  round: noRound('r') as SharedRound,
  heardOf: [] as Batch[],
  lose: null as null | 'the question' | 'the answer',
  refuses: null as null | string,
}
jest.mock('./actions', () => ({
  keepAnswers: (_slug: string, batch: Batch): Promise<Answer<RoundNow>> => {
    if (server.lose === 'the question') return Promise.reject(new Error('no network'))
    server.heardOf.push(batch)
    const bad = batch.changes.some(({ slot }) => slot === server.refuses)
    if (bad) return Promise.resolve({ ok: false, problems: [{ field: '', says: 'Not that one.' }] })
    server.round = merged(server.round, batch)
    if (server.lose === 'the answer') return Promise.reject(new Error('no network'))
    return Promise.resolve({ ok: true, value: { is: 'open', shared: server.round } })
  },
  lookAtRound: (): Promise<Answer<RoundNow>> =>
    Promise.resolve({ ok: true, value: { is: 'open', shared: server.round } }),
}))

const drawer = new Map<string, string>()
beforeAll(() => {
  const storage = new Proxy(
    {
      getItem: (name: string) => drawer.get(name) ?? null,
      setItem: (name: string, text: string) => void drawer.set(name, text),
      removeItem: (name: string) => void drawer.delete(name),
    },
    {
      ownKeys: () => [...drawer.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    },
  )
  Object.assign(globalThis, { localStorage: storage, sessionStorage: storage })
  Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true })
})
beforeEach(() => {
  drawer.clear()
  Object.assign(server, { round: noRound('r'), heardOf: [], lose: null, refuses: null })
})

function page() {
  const said: (string | null)[] = []
  let shown: RoundAnswers = noAnswers('r')
  const told: Told = {
    onKnown: (_shared, answers) => (shown = answers),
    onProblem: (problem) => void said.push(problem),
    onInked: () => {},
    onAfresh: () => {},
  }
  const line = new Line('tarn', server.round, () => told)
  const answer = (key: string, value: number) =>
    line.keep({
      ...line.answers,
      values: { ...line.answers.values, [key]: { value, certainty: 'measured' } },
    })
  return { line, answer, said, shown: () => shown }
}
const values = ({ values: all }: RoundAnswers) =>
  Object.fromEntries(Object.entries(all).map(([key, { value }]) => [key, value]))

test('what two pages answer is on both, each sent as it is given', async () => {
  const [a, b] = [page(), page()]
  b.answer('joy', 8)
  await b.line.through()
  a.answer('minutes', 20)
  await a.line.through()
  expect(values(a.shown())).toEqual({ joy: 8, minutes: 20 })
  expect(values(server.round.answers)).toEqual({ joy: 8, minutes: 20 })
  expect(drawer.has('vivero round tarn')).toBe(false)
})

test('an answer whose reply was lost is sent once more and counts once; another device’s, given meanwhile, stands', async () => {
  const [a, b] = [page(), page()]
  server.lose = 'the answer'
  a.answer('S1', 12)
  await a.line.through()
  expect(a.said.at(-1)).toMatch(/cannot be reached/)
  server.lose = null
  const slot = slotOfQuestion('S1')
  b.line.begin('r')
  server.round = merged(server.round, {
    ...{ round: 'r', page: 'b', n: 1, station: 0 },
    changes: [
      {
        slot,
        seen: server.round.stamps[slot].turn,
        holds: {
          ...{ of: 'question', key: 'S1', text: null, asked: null },
          answer: { value: 14, certainty: 'measured' },
        },
      },
    ],
  })
  a.line.start()
  await a.line.through()
  expect([values(server.round.answers), server.round.clashes]).toEqual([{ S1: 14 }, {}])
  expect(values(a.shown())).toEqual({ S1: 14 })
  expect(a.said.at(-1)).toBeNull()
})

test('what never got through waits in the browser, and a page opened again sends it', async () => {
  const before = page()
  server.lose = 'the question'
  before.answer('S1', 12)
  await before.line.through()
  // The page is closed: it tries no more.
  await before.line.settle()
  server.lose = null
  const again = page()
  await again.line.takeUp()
  await again.line.through()
  expect(values(server.round.answers)).toEqual({ S1: 12 })
  expect(values(again.shown())).toEqual({ S1: 12 })
})

test('one answer that is refused takes no other with it, and its reason stays said until something else is', async () => {
  const a = page()
  server.lose = 'the question'
  a.answer('S1', 12)
  await a.line.through()
  a.answer('bad', 1)
  await a.line.through()
  a.answer('S2', 13)
  await a.line.through()
  Object.assign(server, { lose: null, refuses: slotOfQuestion('bad') })
  a.line.start()
  await a.line.through()
  expect(values(server.round.answers)).toEqual({ S1: 12, S2: 13 })
  expect(values(a.shown())).toEqual({ S1: 12, S2: 13 })
  expect(a.said.at(-1)).toBe('Not that one.')
  a.answer('S3', 14)
  await a.line.through()
  expect(a.said.at(-1)).toBeNull()
})

test('that Vivero cannot be reached is said once, however often it is tried, and no more when it can', async () => {
  const one = page()
  server.lose = 'the question'
  one.answer('joy', 8)
  await one.line.through()
  one.answer('minutes', 20)
  await one.line.through()
  one.line.start()
  await one.line.through()
  const said = () => one.said.filter((what) => what !== null)
  expect(said()).toEqual([expect.stringContaining('cannot be reached just now')])
  server.lose = null
  one.line.start()
  await one.line.through()
  expect(said()).toHaveLength(1)
  expect(one.said.at(-1)).toBeNull()
  expect(values(server.round.answers)).toEqual({ joy: 8, minutes: 20 })
})
