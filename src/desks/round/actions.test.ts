import { roundOf } from '@/core/routine/round'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { openRound } from '@/data/rounds'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { finishRound, keepAnswers, restartRound } from './actions'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(lodge(now())[0]))
})
afterAll(() => close())
const story = async () => (await loadStory(db, 'tarn'))!
const answers = (values: Record<string, { value: number; certainty: 'measured' | 'glance' }>) => ({
  round: `round-${Object.keys(values).length}`,
  values,
  signs: [{ station: 'ground', sign: 'mulm', place: { of: 'ground' } }],
  station: 2,
})

test('answers are kept as they come, survive a new page, and become entries together; then the next round is blank', async () => {
  const before = (await story()).entries.length
  const questions = roundOf(await story(), now()).flatMap((station) => station.questions)
  const height = questions.find((question) => question.stake === 'S3')!
  const nitrate = questions.find((question) => question.key === 'nitrate')
  const given = {
    [height.key]: { value: 31, certainty: 'measured' as const },
    ...(nitrate ? { nitrate: { value: 80, certainty: 'measured' as const } } : {}),
    'height:gone': { value: 3, certainty: 'glance' as const },
  }
  expect((await keepAnswers('tarn', answers(given))).ok).toBe(true)
  expect((await openRound(db, 'tarn'))!.answers).toEqual(answers(given))
  expect((await story()).entries.length).toBe(before)
  const done = await finishRound('tarn', answers(given))
  if (!done.ok) throw new Error('the round was not written')
  expect(done.value.sentence).toMatch(/^[a-z].*\.$/)
  expect(done.value.notes.length).toBeGreaterThan(0)
  const written = (await story()).entries.slice(before)
  expect(written.map((entry) => entry.kind).sort()).toEqual(
    [...(nitrate ? ['reading'] : []), 'measure', 'round', 'sign'].sort(),
  )
  expect(written.every((entry) => entry.by === 'round')).toBe(true)
  expect(await openRound(db, 'tarn')).toBeNull()
})
test('a round begun anew forgets its answers and writes nothing', async () => {
  const before = (await story()).entries.length
  await keepAnswers('tarn', answers({}))
  await restartRound('tarn')
  expect(await openRound(db, 'tarn')).toBeNull()
  expect((await story()).entries.length).toBe(before)
})
test('one answer that cannot be keeps the whole round open and unwritten', async () => {
  const before = (await story()).entries.length
  const question = roundOf(await story(), now())
    .flatMap((station) => station.questions)
    .find((one) => one.asks.kind === 'measure')!
  await keepAnswers('tarn', answers({ [question.key]: { value: 9999, certainty: 'measured' } }))
  const answer = await finishRound(
    'tarn',
    answers({ [question.key]: { value: 9999, certainty: 'measured' } }),
  )
  expect(answer.ok).toBe(false)
  expect((await story()).entries.length).toBe(before)
  expect(await openRound(db, 'tarn')).not.toBeNull()
})
test('a tank that is not there, and answers that are none', async () => {
  expect((await keepAnswers('nowhere', answers({}))).ok).toBe(false)
  for (const raw of [
    null,
    'x',
    { values: {} },
    { values: { a: { value: 'b', certainty: 'glance' } }, signs: [], station: 0 },
  ])
    expect((await keepAnswers('tarn', raw)).ok).toBe(false)
})
