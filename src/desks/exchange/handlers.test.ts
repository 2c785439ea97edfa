import { DAY0, nitrate, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import type { Database } from '@/data/db'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import {
  previewUpload,
  readTankUpload,
  sendEvents,
  sendGrowth,
  sendReadings,
  sendSeries,
  sendTankFile,
  stopUpload,
  writeUpload,
} from './handlers'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(tank([nitrate(1, 10)])))
})
afterAll(() => close())
const count = async () => (await loadStory(db, 'test'))!.entries.length
const READINGS = 'at,parameter,value,unit,method,note'
const post = (body: string | Uint8Array, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1/x', { method: 'POST', body: body as BodyInit, headers })
const lines = (n: number, value = 7) =>
  `${READINGS}\n${Array.from({ length: n }, (_, i) => `${instantOf(DAY0 + 5 + i / 500)},nitrate,${value},mg/L,photometer,`).join('\n')}`

describe('files going out', () => {
  test.each([
    ['readings', sendReadings, /^at,parameter/],
    ['events', sendEvents, /^at,kind/],
    ['growth', sendGrowth, /^at,plant,measure/],
    ['series', sendSeries, /^at,parameter,value,low/],
    ['tank file', sendTankFile, /"format": "vivero-tank"/],
  ] as const)('%s: an attachment with its name, never cached', async (_name, send, begins) => {
    const response = await send('test')
    expect(response.status).toBe(200)
    expect(response.headers.get('content-disposition')).toMatch(/^attachment; filename="test/)
    expect(response.headers.get('cache-control')).toBe('no-store')
    expect(await response.text()).toMatch(begins)
    expect((await send('nowhere')).status).toBe(404)
  })
})

describe('files coming in', () => {
  test('a preview says line by line what would be written, and writes nothing', async () => {
    const before = await count()
    const view = (await (
      await previewUpload(
        'test',
        'readings',
        post(`${lines(2)}\n2026-03-01T10:00Z,joy,1,mg/L,strip,`),
      )
    ).json()) as {
      accepted: number
      refusedLines: { line: number }[]
      acceptedLines: { says: string }[]
    }
    expect(view).toMatchObject({ accepted: 2, refused: 1, refusedLines: [{ line: 4 }] })
    expect(view.acceptedLines[0].says).toBe('Nitrate 7 mg/L, by photometer')
    expect(await count()).toBe(before)
  })
  test('readings sent as events, and what is no such file, are refused with 422 and a sentence', async () => {
    for (const [file, body] of [
      ['events', lines(1)],
      ['readings', 'a,b\n1,2'],
      ['readings', new Uint8Array([0x89, 0x50, 0, 1])],
    ] as const) {
      const response = await previewUpload('test', file, post(body))
      expect(response.status).toBe(422)
      expect(((await response.json()) as { problem: string }).problem).toContain(
        'Nothing was written',
      )
    }
  })
  test('writing tells its progress in lines of JSON and ends with what was done; the same again adds none', async () => {
    const heard = (await (await writeUpload('test', 'readings', post(lines(700)))).text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { kind: string; done?: number; written?: number })
    expect(heard.map((message) => message.kind)).toEqual([
      'progress',
      'progress',
      'progress',
      'done',
    ])
    expect(heard.at(-1)).toMatchObject({ value: 700 })
    const again = (await (await writeUpload('test', 'readings', post(lines(700)))).text()).trim()
    expect(JSON.parse(again)).toEqual({ kind: 'done', value: 0 })
  })
  test('a tank that is not there is a sentence in the stream', async () => {
    expect(await (await writeUpload('nowhere', 'readings', post(lines(1)))).text()).toMatch(
      /"kind":"refused".*There is no tank of that name\. Nothing was written/,
    )
  })
  test('too much is refused by what it announces, and by what arrives though it announced less', async () => {
    expect(
      (await previewUpload('test', 'readings', post('x', { 'content-length': '99000000' }))).status,
    ).toBe(413)
    const stream = new ReadableStream<Uint8Array>({
      pull: (controller) => controller.enqueue(new Uint8Array(1_000_000).fill(65)),
    })
    const endless = new Request('http://127.0.0.1/x', {
      method: 'POST',
      body: stream,
      duplex: 'half',
    } as RequestInit)
    const response = await previewUpload('test', 'readings', endless)
    expect(response.status).toBe(413)
    expect(((await response.json()) as { problem: string }).problem).toContain(
      'larger than the 20 MB',
    )
  })
  test('what did not arrive whole is not believed', async () => {
    const response = await previewUpload(
      'test',
      'readings',
      post(lines(3), { 'content-length': '999' }),
    )
    expect(response.status).toBe(400)
    expect(((await response.json()) as { problem: string }).problem).toContain(
      'did not arrive whole',
    )
  })
  test('the tank’s own file adds nothing; a damaged one names its part', async () => {
    const own = await (await sendTankFile('test')).text()
    expect(JSON.parse((await (await readTankUpload(post(own))).text()).trim())).toMatchObject({
      kind: 'done',
      value: { fresh: false, entriesAdded: 0 },
    })
    const bad = await readTankUpload(post(own.replace('"lengthCm": 60', '"lengthCm": -60')))
    expect(bad.status).toBe(422)
    expect(((await bad.json()) as { problem: string }).problem).toContain(
      'vessel.glass[0].is.lengthCm',
    )
  })
})

describe('kinds that all tanks share', () => {
  test('what a file says of them is asked about, and nothing is written before it is answered', async () => {
    const own = JSON.parse(await (await sendTankFile('test')).text()) as {
      vessel: { id: string; slug: string }
      species: { id: string; name: string; matureHeightCm: number }[]
      entries: unknown[]
    }
    const { id, matureHeightCm } = own.species[0]
    own.species[0].matureHeightCm = matureHeightCm + 50
    own.entries = []
    const send = async (query: string) => {
      const response = await readTankUpload(
        new Request(`http://127.0.0.1/x${query}`, { method: 'POST', body: JSON.stringify(own) }),
      )
      return JSON.parse((await response.text()).trim().split('\n').at(-1)!) as unknown
    }
    const here = async () =>
      (await loadStory(db, 'test'))!.species.find((one) => one.id === id)!.matureHeightCm
    expect(await send('')).toMatchObject({
      kind: 'asked',
      kinds: { fresh: [], other: [{ id, says: expect.stringMatching(/grows to .* → .*/) }] },
    })
    expect(await send('?kinds=')).toMatchObject({
      kind: 'done',
      value: { remarks: [expect.stringContaining('the figures already here were kept')] },
    })
    expect(await here()).toBe(matureHeightCm)
    expect(await send(`?kinds=${id}`)).toMatchObject({ kind: 'done' })
    expect(await here()).toBe(matureHeightCm + 50)
  })
})

describe('four files at once', () => {
  /** A file that goes on arriving until it is let go. */
  function slowFile() {
    let finish = () => {}
    const body = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(new TextEncoder().encode(`${READINGS}\n`))
        finish = () => controller.close()
      },
    })
    return {
      request: new Request('http://127.0.0.1/x', {
        method: 'POST',
        body,
        duplex: 'half',
      } as RequestInit),
      finish: () => finish(),
    }
  }
  test('a fifth is asked to wait; each place is given back, after a broken connection too', async () => {
    const files = [1, 2, 3, 4].map(slowFile)
    const answers = files.map(({ request }) => previewUpload('test', 'readings', request))
    const fifth = await previewUpload('test', 'readings', post(lines(1)))
    expect([fifth.status, await fifth.json()]).toEqual([
      503,
      { problem: expect.stringContaining('4 files are being read already') },
    ])
    expect((await readTankUpload(post('{}'))).status).toBe(503)
    files.forEach(({ finish }) => finish())
    expect((await Promise.all(answers)).map((answer) => answer.status)).toEqual([
      200, 200, 200, 200,
    ])
    const broken = new Request('http://127.0.0.1/x', {
      method: 'POST',
      body: new ReadableStream({ pull: (controller) => controller.error(new Error('cut')) }),
      duplex: 'half',
    } as RequestInit)
    for (let i = 0; i < 6; i++)
      expect((await writeUpload('test', 'readings', broken.clone() as Request)).status).toBe(400)
    expect((await previewUpload('test', 'readings', post(lines(1)))).status).toBe(200)
  })
})

describe('stopping what takes its time', () => {
  const JOB = 'job-0001'
  const url = `http://127.0.0.1/x?job=${JOB}`
  const stop = (job = JOB) =>
    stopUpload(new Request(`http://127.0.0.1/api/stop?job=${job}`, { method: 'POST' })).status
  const long = () => new Request(url, { method: 'POST', body: lines(4000, 9) })

  test('by its name: the last line says so, and nothing of it is in the book', async () => {
    const before = await count()
    const reader = (await writeUpload('test', 'readings', long())).body!.getReader()
    const decode = new TextDecoder()
    let heard = decode.decode((await reader.read()).value)
    expect(heard).toContain('"progress"')
    expect(stop()).toBe(202)
    for (let part = await reader.read(); !part.done; part = await reader.read())
      heard += decode.decode(part.value)
    expect(heard.trim().split('\n').at(-1)).toBe('{"kind":"stopped"}')
    expect(heard).not.toContain('"done":4000')
    expect(await count()).toBe(before)
  })
  test('by going away', async () => {
    const before = await count()
    const reader = (await writeUpload('test', 'readings', long())).body!.getReader()
    await reader.read()
    await reader.cancel()
    // The database does one thing after the other: this count waits for what was begun.
    expect(await count()).toBe(before)
  })
  test('too late, or no such job: the write stands and says so', async () => {
    const before = await count()
    const heard = await (await writeUpload('test', 'readings', long())).text()
    expect([stop(), stop('x')]).toEqual([404, 404])
    expect(heard.trim().split('\n').at(-1)).toBe('{"kind":"done","value":4000}')
    expect(await count()).toBe(before + 4000)
  })
})
