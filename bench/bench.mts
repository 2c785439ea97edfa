import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Bench } from 'tinybench'
import { readingsOf } from '@/core/history/journal-index'
import { findings } from '@/core/judgement/findings'
import { lightMap } from '@/core/layout/light-map'
import { drawnSceneOn } from '@/core/layout/drawn-scene'
import { sceneOn, stageOf } from '@/core/layout/scene'
import { fitGrowth } from '@/core/plants/growth'
import { dayOf } from '@/core/quantity/time'
import { reviewDecline } from '@/core/rescape/decline'
import { weighOptions } from '@/core/rescape/options'
import {
  estimateParameter,
  forecastParameter,
  routineChanges,
} from '@/core/water/estimate/estimate'
import { boardOf } from '@/core/board/board'
import { plantingAsLastSeen, tankNow } from '@/core/history/tank-at'
import { flowMap } from '@/core/layout/flow-map'
import { bestStaggers } from '@/core/gardening/trim/staggered'
import { growthCourses } from '@/core/gardening/growth/growth-course'
import { seasonOf } from '@/core/plants/season'
import { METRIC } from '@/core/quantity/measures'
import { TRIED } from '@/app/tried'
import { weigh } from '@/desks/board/weighed'
import { lodge } from '@/data/demo/lodge'
import { crowdedTank } from './crowded.mts'
import { readReadingsCsv } from '@/data/formats/readings-csv'
import { importCsv } from '@/data/import-csv'
import { openDirectory } from '@/data/open'
import { loadStory } from '@/data/story'
import { readStory } from '@/data/story-rows'
import * as t from '@/data/schema'
import { conditionsOf } from '@/core/water/estimate/conditions'
import { fitWater } from '@/core/water/estimate/fit-water'
import { scoreTrack } from '@/core/water/estimate/gain-filter'
import { makeRuns } from '@/core/water/changes/what-if'
import { worthTesting } from '@/core/water/balance/worth-testing'
import { balanceModel } from '@/desks/water/balance/balance-model'
import { gardenOfYears, largeStagger } from './garden.mts'
import { oldRoom, writeAll } from './old-room.mts'
import { FIFTEEN, plainLives, plainPass, wellTested } from './well-tested.mts'

const NOW = new Date().toISOString()
const ENTRIES = 60_000
const VESSELS = 6
const rows: Record<string, string | number>[] = []
const note = (what: string, milliseconds: number, remark = '') =>
  rows.push({ what, ms: Number(milliseconds.toFixed(2)), remark })

async function timed<T>(what: string, work: () => Promise<T>, remark = ''): Promise<T> {
  const start = performance.now()
  const value = await work()
  note(what, performance.now() - start, remark)
  return value
}

console.log('Core …')
const [tarn] = lodge(NOW)
// Stories as they come from the record: read from text.
const asLoaded = <T,>(story: T): T => JSON.parse(JSON.stringify(story)) as T
const old = oldRoom(NOW, VESSELS, ENTRIES)
const stage = stageOf(tarn, NOW)
const fiveYears = asLoaded(old[0])
const firstPlanting = plantingAsLastSeen(fiveYears.plantings[0], dayOf(NOW))
const bench = new Bench({ time: 700, warmupTime: 150 })
let day = stage.firstDay
const crowded = asLoaded(crowdedTank(NOW))
const garden = gardenOfYears(NOW)
const stagger = largeStagger()
const crowdedStage = stageOf(crowded, NOW)
const crowdedBoard = boardOf(tankNow(crowded, NOW))!
const tested = asLoaded(wellTested(tarn, dayOf(NOW)))
const fit = fitWater(tested, 'nitrate', readingsOf(tested.entries, 'nitrate'), dayOf(NOW))
const whatIf = balanceModel(tarn, 'nitrate', NOW).whatIf
bench
  .add('nitrate estimate, demo year (27 readings, 47 changes)', () => {
    estimateParameter({ ...tarn }, 'nitrate', NOW)
  })
  .add('nitrate estimate, five years (about 550 readings, 250 changes)', () => {
    estimateParameter({ ...fiveYears }, 'nitrate', NOW)
  })
  .add('fifteen parameters, five years, a test a week of each', () => {
    const conditions = conditionsOf({ ...tested }, NOW)
    for (const parameter of FIFTEEN) conditions.of(parameter)
  })
  .add('one pass of the filter, five years of nitrate', () => {
    scoreTrack(fit.way.from, fit.track, fit.settings, fit.way.doubt)
  })
  .add('  the plainest loop doing the same sums', () => {
    plainPass(fit.track, fit.settings.eye?.look ?? 0)
  })
  .add('what is worth testing, demo year', () => {
    worthTesting(tarn, conditionsOf({ ...tarn }, NOW), NOW)
  })
  .add('what if: 1 000 runs of twelve weeks, lived twice', () => {
    if (whatIf) {
      const runs = makeRuns(whatIf, 1000, 1)
      runs.run(0, 1000)
      runs.result()
    }
  })
  .add('  the plainest loop of 1 000 runs, lived twice', () => {
    plainLives(1000, 84)
  })
  .add('growth fit of one planting, five years', () => {
    fitGrowth(fiveYears, firstPlanting, NOW)
  })
  .add('growth of 40 plantings over five years, with what turned it', () => {
    growthCourses(asLoaded(garden), NOW)
  })
  .add('  of it, reading the story anew', () => {
    asLoaded(garden)
  })
  .add('whether that growth goes with the year', () => {
    seasonOf({ ...garden, entries: [...garden.entries] }, NOW)
  })
  .add('staggered plan of 12 groups over eight weeks', () => {
    bestStaggers(stagger)
  })
  .add('elevation model of one day, nothing cached', () => {
    sceneOn(stage, dayOf(NOW))
  })
  .add(
    'elevation model along a drag, drawings kept',
    (() => {
      const cache = new Map()
      return () => {
        day = day > stage.today ? stage.firstDay : day + 1.5
        drawnSceneOn(stage, day, cache)
      }
    })(),
  )
  .add('light at the ground, 1 cm, demo tank', () => {
    lightMap(sceneOn(stage, stage.today))
  })
  .add('light at the ground, 1 cm, 120 × 50 cm with 40 plantings', () => {
    lightMap(sceneOn(crowdedStage, crowdedStage.today))
  })
  .add('flow over the ground, 2 cm, the same tank', () => {
    flowMap(tankNow(crowded, NOW))
  })
  .add('a board of 40 plantings seen on four dates', () => {
    for (const days of [0, 30, 91, 182]) sceneOn(crowdedStage, crowdedStage.today + days)
  })
  .add('the same weighed: sums, warnings, light, growth', () => {
    weigh(crowded, crowdedBoard, NOW, [], METRIC)
  })
  .add('all findings of the demo tank', () => {
    findings({ ...tarn }, NOW)
  })
  .add('decline review and options weighed', () => {
    weighOptions(tarn, reviewDecline({ ...tarn }, NOW), NOW)
  })
const estimate = estimateParameter(tarn, 'nitrate', NOW)
if (estimate.ok)
  bench.add('twelve-week forecast', () => {
    forecastParameter(estimate.value, 84, routineChanges(tarn, 'nitrate', NOW, 84))
  })
await bench.run()
for (const task of bench.tasks) {
  const { result } = task
  if ('latency' in result)
    rows.push({
      what: task.name,
      ms: Number(result.latency.mean.toFixed(3)),
      remark: `p99 ${result.latency.p99.toFixed(2)}`,
    })
}
ratio('one pass of the filter', 'the plainest loop doing the same sums')
ratio('what if: 1 000 runs', 'the plainest loop of 1 000')

console.log('Data …')
const directory = mkdtempSync(join(tmpdir(), 'vivero-bench-'))
try {
  const first = await timed(
    'first start on an empty directory: database open',
    () => openDirectory(directory),
    'from the template',
  )
  await timed(`writing the old room: ${VESSELS} vessels, ${ENTRIES} entries`, () =>
    writeAll(first.db, old),
  )
  const vessels = await first.db.select().from(t.vessel)
  await timed(
    'loading one story of 10 000 entries from the database',
    () => readStory(first.db, vessels[0]),
    'one query for the journal',
  )
  await timed(`loading all ${ENTRIES} entries`, async () => {
    for (const vessel of vessels) await readStory(first.db, vessel)
  })
  await loadStory(first.db, 'old-0')
  await timed(
    'the same story again, unchanged',
    () => loadStory(first.db, 'old-0'),
    'from the cache, revision checked',
  )
  const csv = `at,parameter,value,unit,method,note\n${Array.from({ length: 20_000 }, (_, i) => `${new Date(Date.parse(NOW) - (i + 1) * 600_000).toISOString()},kh,${(i % 9) + 0.5},dKH,titration,`).join('\n')}`
  await timed('importing 20 000 rows of readings.csv', () =>
    importCsv(
      first.db,
      'old-1',
      readReadingsCsv,
      { name: 'readings.csv', bytes: new TextEncoder().encode(csv) },
      NOW,
    ),
  )
  await first.close()
  const again = await timed('later start: database open, 80 000 entries', () =>
    openDirectory(directory),
  )
  await again.close()
  await serverStarts(directory)
} finally {
  rmSync(directory, { recursive: true, force: true })
}
console.table(rows)

/** The served application: from the command to the first answered page, and the answers after that. */
async function serverStarts(data: string): Promise<void> {
  if (!existsSync('.next/BUILD_ID')) return
  const empty = mkdtempSync(join(tmpdir(), 'vivero-bench-empty-'))
  for (const [what, home] of [
    ['first start, served: first page of an empty bench', empty],
    ['later start, served: first page of the old room', data],
  ] as const) {
    const start = performance.now()
    const server = spawn(
      process.execPath,
      ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', '4199'],
      {
        env: {
          ...process.env,
          VIVERO_DATA: home,
          NODE_ENV: 'production',
          NEXT_TELEMETRY_DISABLED: '1',
        },
        stdio: 'ignore',
      },
    )
    const get = async (path: string) => (await fetch(`http://127.0.0.1:4199${path}`)).text()
    for (;;) {
      try {
        await get(home === empty ? '/' : '/tanks/old-0')
        break
      } catch {
        await new Promise((next) => setTimeout(next, 30))
      }
    }
    note(what, performance.now() - start)
    if (home === data) await answers(get, server.pid)
    const gone = new Promise((next) => server.once('exit', next))
    server.kill('SIGTERM')
    await gone
  }
  rmSync(empty, { recursive: true, force: true })
}

/** How many times a task takes of the plainest loop beside it. */
function ratio(task: string, baseline: string): void {
  const of = (name: string) =>
    rows.find((row) => String(row.what).trim().startsWith(name))?.ms as number
  rows.push({
    what: `  ratio: ${task} over ${baseline}`,
    ms: Number((of(task) / of(baseline)).toFixed(1)),
    remark: 'times',
  })
}

async function answers(
  get: (path: string) => Promise<string>,
  pid: number | undefined,
): Promise<void> {
  for (const { name, path } of TRIED) {
    const times: number[] = []
    for (let i = 0; i < 24; i++) {
      const start = performance.now()
      await get(`/tanks/old-0${path}`)
      if (i >= 4) times.push(performance.now() - start)
    }
    times.sort((a, b) => a - b)
    note(`answer of ${name} in the old room, median`, times[10], `p95 ${times[18].toFixed(0)} ms`)
  }
  const status =
    pid && existsSync(`/proc/${pid}/status`)
      ? /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))
      : null
  if (status)
    rows.push({
      what: 'memory of the server after that, MB',
      ms: Math.round(Number(status[1]) / 1024),
      remark: '',
    })
}
