import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { addEntries } from '@/data/entries'
import { readReadingsCsv } from '@/data/formats/readings-csv'
import { importCsv, previewCsv } from '@/data/import-csv'
import { openDirectory } from '@/data/open'
import { loadStory } from '@/data/story'
import { oldRoom, writeAll } from './old-room.mts'

// npm run bench -- --large: a room of 300 tanks with 600 000 entries, and one tank of 300 000. Prints a table, asserts nothing.
const NOW = new Date().toISOString()
const PORT = 4187
const rows: { what: string; value: string }[] = []
const note = (what: string, value: string) => {
  rows.push({ what, value })
  console.log(`  ${what}: ${value}`)
}
const directory = mkdtempSync(join(tmpdir(), 'vivero-large-'))
const lines = (n: number) =>
  `at,parameter,value,unit,method,note\n${Array.from({ length: n }, (_, i) => `${new Date(Date.parse(NOW) - (i + 1) * 500_000).toISOString()},kh,${(i % 9) + 0.5},dKH,titration,`).join('\n')}`

try {
  const open = await openDirectory(directory)
  const began = performance.now()
  await writeAll(open.db, oldRoom(NOW, 300, 600_000))
  note(
    'writing 300 tanks with 600 000 entries',
    `${((performance.now() - began) / 1000).toFixed(0)} s`,
  )
  const csv = new TextEncoder().encode(lines(300_000))
  const [reading, waited] = await withPulse(() =>
    previewCsv(open.db, 'old-299', readReadingsCsv, csv, NOW),
  )
  note(
    `reading 300 000 lines (${(csv.length / 1e6).toFixed(0)} MB) for a preview`,
    `${(reading / 1000).toFixed(1)} s, the longest anybody waited ${waited.toFixed(0)} ms`,
  )
  const [writing, stood] = await withPulse(
    () => importCsv(open.db, 'old-299', readReadingsCsv, { name: 'readings.csv', bytes: csv }, NOW),
    async () => void (await open.db.execute('select 1')),
  )
  note(
    'writing them',
    `${(writing / 1000).toFixed(1)} s, the longest a query waited ${stood.toFixed(0)} ms`,
  )
  const cold = performance.now()
  await loadStory(open.db, 'old-299')
  note('loading that tank once', `${((performance.now() - cold) / 1000).toFixed(1)} s`)
  const times: number[] = []
  for (let i = 0; i < 20; i++) {
    const start = performance.now()
    await addEntries(
      open.db,
      'old-299',
      [
        {
          id: `note-${i}`,
          kind: 'note',
          at: NOW,
          certainty: 'measured',
          by: 'keeper',
          note: null,
          expected: null,
          text: 'clear as glass',
        },
      ],
      NOW,
    )
    times.push(performance.now() - start)
  }
  note(
    'a note in a tank of 302 000 entries',
    `${quantile(times, 0.5).toFixed(0)} ms at the median, ${Math.max(...times).toFixed(0)} at most`,
  )
  await open.close()
  if (existsSync('.next/BUILD_ID')) await benchOfMany()
} finally {
  rmSync(directory, { recursive: true, force: true })
}
console.table(rows)

function quantile(list: readonly number[], q: number): number {
  const sorted = [...list].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]
}

/** How long some work takes, and the longest that a pulse beside it was kept waiting, ms. */
async function withPulse(
  work: () => Promise<unknown>,
  pulse: () => Promise<void> = async () => undefined,
): Promise<[number, number]> {
  let busy = true
  let longest = 0
  const beat = (async () => {
    while (busy) {
      const start = performance.now()
      await wait(5)
      await pulse()
      longest = Math.max(longest, performance.now() - start - 5)
    }
  })()
  const start = performance.now()
  await work()
  const took = performance.now() - start
  busy = false
  await beat
  return [took, longest]
}

async function benchOfMany(): Promise<void> {
  const server = spawn(process.execPath, ['scripts/server.mjs', String(PORT)], {
    env: { ...process.env, VIVERO_DATA: directory, NODE_ENV: 'production' },
    stdio: 'ignore',
  })
  const base = `http://127.0.0.1:${PORT}`
  for (
    let i = 0;
    i < 400 &&
    !(await fetch(`${base}/icon.svg`).then(
      (answer) => answer.ok,
      () => false,
    ));
    i++
  )
    await wait(100)
  const get = async (path: string) => {
    const start = performance.now()
    const answer = await fetch(`${base}${path}`)
    const bytes = (await answer.arrayBuffer()).byteLength
    return { ms: performance.now() - start, kB: bytes / 1000, status: answer.status }
  }
  const first = await get('/')
  note(
    'the bench of 300 tanks, first time',
    `${first.ms.toFixed(0)} ms, ${first.kB.toFixed(0)} kB (${first.status})`,
  )
  const again = []
  for (let i = 0; i < 10; i++) again.push(await get('/'))
  note(
    'again',
    `${quantile(
      again.map((one) => one.ms),
      0.95,
    ).toFixed(0)} ms at p95, ${again[0].kB.toFixed(0)} kB`,
  )
  const places = []
  for (let i = 1; i < 25; i++) places.push(await get(`/api/tanks/old-${i}/place`))
  note(
    'a place of it, looked at',
    `${quantile(
      places.map((one) => one.ms),
      0.95,
    ).toFixed(0)} ms at p95, ${places[0].kB.toFixed(0)} kB`,
  )
  const later = await get('/?shelves=9')
  note('shelves far to the right', `${later.ms.toFixed(0)} ms, ${later.kB.toFixed(0)} kB`)
  server.kill('SIGTERM')
  await new Promise((resolve) => server.once('exit', resolve))
}
