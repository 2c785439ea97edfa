import { dayOf, instantOf } from '@/core/quantity/time'
import { localMoment } from '@/core/quantity/zone'
import { roundOf } from '@/core/routine/round/stations'
import { growthSegments } from '@/core/plants/growth'
import { withAsked } from '@/core/routine/round/pencil'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { openRound } from '@/data/rounds'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { noAnswers } from '@/core/routine/round/answers'
import { batchOf } from '@/core/testing/batch'
import { slotOfQuestion } from '@/core/routine/round/slots'
import { finishRound, keepAnswers, lookAtRound, readLine, restartRound, walkOn } from './actions'

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
afterEach(() => restartRound('tarn').then(() => {}))
afterAll(() => close())
const story = async () => (await loadStory(db, 'tarn'))!
const answers = (values: Record<string, { value: number; certainty: 'measured' | 'glance' }>) => ({
  ...noAnswers(`round-${Object.keys(values).length}`),
  values,
  signs: [{ station: 'ground', sign: 'mulm', place: { of: 'ground' } }],
  station: 2,
})

test('answers are kept as they come, survive a new page, and become entries together; then the next round is blank', async () => {
  const before = (await story()).entries.length
  const questions = roundOf(await story(), now()).flatMap((station) => station.questions)
  const height = questions.find(({ key }) => key === 'height:tarn-s3')!
  const nitrate = questions.find((question) => question.key === 'nitrate')
  const given = {
    [height.key]: { value: 31, certainty: 'measured' as const },
    ...(nitrate ? { nitrate: { value: 80, certainty: 'measured' as const } } : {}),
    'height:gone': { value: 3, certainty: 'glance' as const },
  }
  expect((await keepAnswers('tarn', batchOf(answers(given)))).ok).toBe(true)
  expect((await openRound(db, 'tarn'))!.shared.answers).toEqual(answers(given))
  expect((await story()).entries.length).toBe(before)
  const done = await finishRound('tarn', batchOf(answers(given)), true)
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
test('what is kept as expected is what was seen, and no answer vanishes when Vivero would ask no more', async () => {
  const stations = roundOf(await story(), now())
  const shown = stations
    .flatMap(({ name, questions }) => questions.map((question) => ({ station: name, question })))
    .find(({ question }) => question.asks.kind === 'measure' && question.expected !== null)!
  const seen = { ...shown.question.expected!, value: 12.25, low: 11, high: 13.5 }
  const asked = {
    [shown.question.key]: { ...shown, question: { ...shown.question, expected: seen } },
    'height:tarn-s2:then': {
      station: 'a station that is no more',
      question: {
        ...shown.question,
        key: 'height:tarn-s2:then',
        asks: { kind: 'measure' as const, plantingId: 'tarn-s2', measure: 'height' as const },
      },
    },
  }
  const given = {
    ...answers({
      [shown.question.key]: { value: 12, certainty: 'measured' as const },
      'height:tarn-s2:then': { value: 14, certainty: 'measured' as const },
    }),
    round: 'round-seen',
    asked,
  }
  expect((await keepAnswers('tarn', batchOf(given))).ok).toBe(true)
  const draft = (await openRound(db, 'tarn'))!
  expect(draft.shared.answers.asked).toEqual(asked)
  const again = withAsked(stations, draft.shared.answers.asked)
  expect(again.at(-1)!.questions.map(({ key }) => key)).toContain('height:tarn-s2:then')
  expect(again.flatMap(({ questions }) => questions)).toContainEqual(
    expect.objectContaining({ key: shown.question.key, expected: seen }),
  )
  expect((await finishRound('tarn', batchOf(given), true)).ok).toBe(true)
  const own = (await story()).entries.filter(({ id }) => id.startsWith('round-seen.'))
  expect(own.filter(({ kind }) => kind === 'measure')).toHaveLength(2)
  expect(own.find((entry) => 'value' in entry && entry.value === 12)!.expected).toEqual({
    value: 12.25,
    low: 11,
    high: 13.5,
  })
})
test('the round asks about a value that can hardly be, as the Book does, and keeps the question with it', async () => {
  const before = (await story()).entries.length
  const asks = {
    kind: 'reading',
    parameter: 'nitrate',
    method: 'photometer',
    unit: 'mg/L',
  } as const
  const question = {
    key: 'nitrate',
    asks,
    last: null,
    expected: null,
    unit: 'mg/L',
    min: 0,
    max: 500,
    step: 5,
  }
  const given = {
    ...noAnswers('round-far'),
    values: { nitrate: { value: 400, certainty: 'measured' as const } },
    asked: { nitrate: { station: 'water', question } },
  }
  const first = await finishRound('tarn', batchOf(given), false)
  if (first.ok) throw new Error('it was not asked')
  expect(first.problems).toEqual([
    { field: 'question', says: expect.stringMatching(/400 is far from that\. Is it so\?$/) },
  ])
  expect((await story()).entries.length).toBe(before)
  expect((await finishRound('tarn', batchOf(given), true)).ok).toBe(true)
  const reading = (await story()).entries.find(
    ({ id, kind }) => id.startsWith('round-far.') && kind === 'reading',
  )
  expect(reading).toMatchObject({ value: 400, questioned: expect.stringMatching(/Is it so/) })
})
test.each([
  ['no question', 7],
  ['of no kind', { station: 'water', question: { key: 'a', asks: { kind: 'note', text: 'x' } } }],
])('a question that is none is refused: %s', async (_name, one) => {
  const holds = { of: 'question', key: 'a', answer: null, text: 'x', asked: one }
  const change = { slot: slotOfQuestion('a'), seen: 0, holds }
  const raw = { ...batchOf(noAnswers('r')), changes: [change] }
  expect((await keepAnswers('tarn', raw)).ok).toBe(false)
})
test('a round begun anew forgets its answers and writes nothing', async () => {
  const before = (await story()).entries.length
  await keepAnswers('tarn', batchOf(answers({})))
  await restartRound('tarn')
  expect(await openRound(db, 'tarn')).toBeNull()
  expect((await story()).entries.length).toBe(before)
})
test('one answer that cannot be keeps the whole round open and unwritten', async () => {
  const before = (await story()).entries.length
  const question = roundOf(await story(), now())
    .flatMap((station) => station.questions)
    .find((one) => one.asks.kind === 'measure')!
  await keepAnswers(
    'tarn',
    batchOf(answers({ [question.key]: { value: 9999, certainty: 'measured' } })),
  )
  const answer = await finishRound(
    'tarn',
    batchOf(answers({ [question.key]: { value: 9999, certainty: 'measured' } })),
    false,
  )
  // What cannot be is told with the station it was given at.
  expect(answer).toMatchObject({
    ok: false,
    problems: [{ field: expect.stringMatching(/^station \w/) }],
  })
  expect((await story()).entries.length).toBe(before)
  expect(await openRound(db, 'tarn')).not.toBeNull()
})
test('a tank that is not there, and answers that are none', async () => {
  expect((await keepAnswers('nowhere', batchOf(answers({})))).ok).toBe(false)
  for (const raw of [
    null,
    'x',
    { changes: [] },
    { ...batchOf(noAnswers('r')), changes: [{ slot: 'question a', seen: 0, holds: 'b' }] },
  ])
    expect((await keepAnswers('tarn', raw)).ok).toBe(false)
})

describe('a round of another day', () => {
  const before = localMoment(instantOf(dayOf(now()) - 3), 'Europe/Vienna')
  const line = (fields: Record<string, string>) => ({
    id: 'line-1',
    station: 'water',
    kind: 'water-change' as const,
    fields: { by: 'percent of the water', sourceId: '', ...fields },
    says: null,
  })
  test('is asked for that day and stands there, with no minutes of its own and with its lines', async () => {
    const given = {
      ...answers({ enjoyment: { value: 8, certainty: 'measured' as const } }),
      round: 'round-sunday',
      walkedAt: before,
      lines: [line({ amount: '30' })],
    }
    expect((await walkOn('tarn', batchOf(given))).ok).toBe(true)
    const done = await finishRound('tarn', batchOf(given), false)
    expect(done).toMatchObject({ ok: true, value: { minutes: null } })
    const own = (await story()).entries.filter(({ id }) => id.startsWith('round-sunday.'))
    expect(own.map(({ kind }) => kind).sort()).toEqual(['feeling', 'round', 'sign', 'water-change'])
    expect(own.every(({ at }) => localMoment(at, 'Europe/Vienna') === before)).toBe(true)
  })
  test('cannot be one to come, or a day that does not exist', async () => {
    for (const walkedAt of ['2150-01-01T10:00', '2026-02-31T10:00']) {
      const answer = await walkOn('tarn', batchOf({ ...answers({}), walkedAt }))
      expect(answer).toMatchObject({ ok: false, problems: [{ field: 'walkedAt' }] })
    }
    expect((await openRound(db, 'tarn'))?.shared.answers.walkedAt ?? null).toBeNull()
  })
  test('a line is read before it goes into the round: said as the book will have it, or refused at its field', async () => {
    expect(await readLine('tarn', line({ amount: '30' }), null)).toMatchObject({
      ok: true,
      value: expect.stringMatching(/^Changed 30 % of the water/),
    })
    for (const amount of ['', 'half', '140', '-3']) {
      const refused = await readLine('tarn', line({ amount }), null)
      if (refused.ok) throw new Error(`“${amount}” was taken for a change`)
      expect(new Set(refused.problems.map(({ field }) => field))).toEqual(new Set(['amount']))
    }
    expect(await readLine('tarn', { ...line({}), kind: 'round' }, null)).toMatchObject({
      ok: false,
    })
    expect(await readLine('tarn', null, null)).toMatchObject({ ok: false })
  })
})

const HEIGHT_OF_S3 = {
  key: 'height:tarn-s3',
  asks: { kind: 'measure' as const, plantingId: 'tarn-s3', measure: 'height' as const },
  last: null,
  expected: null,
  unit: 'cm',
  min: 0,
  max: 60,
  step: 1,
}

test('a trim in a round of a day past leaves no more than was measured in it, and is no cut that nobody wrote down', async () => {
  const walkedAt = localMoment(instantOf(dayOf(now()) - 2), 'Europe/Vienna')
  const trim = (toCm: string) => ({
    id: 'line-trim',
    station: 'background',
    kind: 'trim' as const,
    fields: { plantingId: 'tarn-s3', fromCm: '', toCm },
    says: null,
  })
  const given = {
    ...answers({ 'height:tarn-s3': { value: 31, certainty: 'measured' as const } }),
    round: 'round-cut',
    signs: [],
    asked: { 'height:tarn-s3': { station: 'background', question: HEIGHT_OF_S3 } },
    walkedAt,
  }
  await walkOn('tarn', batchOf(given))
  expect(await readLine('tarn', trim('36'), walkedAt)).toMatchObject({
    ok: false,
    problems: [{ field: 'toCm', says: expect.stringMatching(/measured at 31 cm; a trim cannot/) }],
  })
  const line = await readLine('tarn', trim('12'), walkedAt)
  expect(line).toMatchObject({ ok: true })
  const whole = { ...given, lines: [trim('12')] }
  expect((await finishRound('tarn', batchOf(whole, 'page-1', 2), true)).ok).toBe(true)
  const after = await story()
  const own = after.entries.filter(({ id }) => id.startsWith('round-cut.'))
  expect(own.map(({ kind }) => kind).filter((kind) => kind !== 'round')).toEqual([
    'measure',
    'trim',
  ])
  const segments = growthSegments(after, 'tarn-s3', now())
  const [measured, cut] = own.filter(({ kind }) => kind !== 'round')
  expect(segments.find(({ points }) => points.at(-1)?.entryId === measured.id)).toBeDefined()
  expect(segments.find(({ points }) => points[0].entryId === cut.id)?.fellFrom).toBeUndefined()
})

describe('two devices in one round', () => {
  const said = (key: string, value: number) => ({
    ...answers({ [key]: { value, certainty: 'measured' as const } }),
    round: 'round-shared',
  })
  const from = (page: string, n: number, key: string, value: number) =>
    batchOf(said(key, value), page, n)
  test('what one answers does not take away what the other did; a real clash is shown, and asked before anything is written', async () => {
    const before = (await story()).entries.length
    await keepAnswers('tarn', from('phone', 1, 'enjoyment', 8))
    const other = await keepAnswers('tarn', from('desk', 1, 'workMinutes', 30))
    expect(other).toMatchObject({
      ok: true,
      value: {
        is: 'open',
        shared: { answers: { values: { enjoyment: { value: 8 }, workMinutes: { value: 30 } } } },
      },
    })
    await keepAnswers('tarn', from('desk', 2, 'enjoyment', 5))
    const refused = await finishRound('tarn', from('phone', 2, 'workMinutes', 30), true)
    expect(refused).toMatchObject({
      ok: false,
      problems: [{ says: expect.stringMatching(/answered twice/) }],
    })
    expect((await story()).entries.length).toBe(before)
    const open = (await openRound(db, 'tarn'))!.shared
    const slot = slotOfQuestion('enjoyment')
    expect(open.answers.values.enjoyment.value).toBe(8)
    const choice = {
      ...from('phone', 3, 'enjoyment', 5),
      changes: [{ slot, seen: open.stamps[slot].turn, holds: open.clashes[slot][0].holds }],
    }
    expect((await finishRound('tarn', choice, true)).ok).toBe(true)
    const own = (await story()).entries.filter(({ id }) => id.startsWith('round-shared.'))
    expect(own.filter(({ kind }) => kind === 'feeling')).toHaveLength(2)
    expect(own.find((one) => 'enjoyment' in one && one.enjoyment !== null)).toMatchObject({
      enjoyment: 5,
    })
  })
  test('what comes after it was inked is told, not dropped without a word; what is in the book already is not', async () => {
    expect(await keepAnswers('tarn', from('desk', 2, 'enjoyment', 5))).toMatchObject({
      ok: true,
      value: { is: 'inked', late: [] },
    })
    const late = await keepAnswers('tarn', from('desk', 3, 'enjoyment', 2))
    expect(late).toMatchObject({
      ok: true,
      value: { is: 'inked', late: [expect.stringMatching(/2/)] },
    })
    expect(await finishRound('tarn', from('desk', 4, 'enjoyment', 2), true)).toMatchObject({
      ok: true,
      value: { late: [expect.stringMatching(/2/)] },
    })
    expect(await openRound(db, 'tarn')).toBeNull()
  })
  test('a page is shown the round of another without saying anything, and that it was begun afresh', async () => {
    await keepAnswers('tarn', { ...from('phone', 1, 'enjoyment', 8), round: 'round-looked' })
    expect(await lookAtRound('tarn', 'round-of-another')).toMatchObject({
      ok: true,
      value: { is: 'open', shared: { answers: { round: 'round-looked' } } },
    })
    await restartRound('tarn')
    expect(await lookAtRound('tarn', 'round-looked')).toEqual({ ok: true, value: { is: 'gone' } })
    expect(await lookAtRound('tarn', 'round-shared')).toMatchObject({ value: { is: 'inked' } })
    expect((await lookAtRound('nowhere', 'round-looked')).ok).toBe(false)
  })
})
