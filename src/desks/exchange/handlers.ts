import { randomUUID } from 'node:crypto'
import { measuresHere } from '@/data/border/measures-here'
import { describeEntry } from '@/core/history/describe'
import { ok } from '@/core/quantity/result'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { CSV_MAX_MB, type CsvReader } from '@/data/formats/csv-lines'
import type { CsvReport } from '@/data/formats/line-report'
import { readEventsCsv, writeEventsCsv } from '@/data/formats/events-csv'
import { readGrowthCsv, writeGrowthCsv } from '@/data/formats/growth-csv'
import { readReadingsCsv, writeReadingsCsv } from '@/data/formats/readings-csv'
import { writeSeriesCsv } from '@/data/formats/series-csv'
import { parseMapping } from '@/data/formats/sheet/mapping-schema'
import { lookAtTable, SHEET_MAX_MB } from '@/data/formats/sheet/read-sheet'
import { sheetReader } from '@/data/formats/sheet/sheet-reader'
import { readTank, writeTankFile } from '@/data/formats/tank-file'
import { TANK_FILE_MAX_MB } from '@/data/formats/tank-format'
import { importCsv, previewCsv } from '@/data/import-csv'
import { kindsOfFile } from '@/data/import-kinds'
import { importStory } from '@/data/import-tank'
import { loadStory } from '@/data/story'
import { beginJob, endJob, stopJob, type Job } from './jobs'
import type { LineFile } from './file-kind'
import { kindsAsked } from './kinds-asked'
import type { ImportMessage, KindsAsked, ReportView, SheetView } from './messages'
import { ALL_TAKEN, takeSlot } from './slots'
import { streamProgress } from './stream-progress'

const SHOWN = 200
/** What could not be read can be fetched as a file: so much of it goes along. */
const REFUSED_SHOWN = 5000

/** The readings of a tank as readings.csv. */
export async function sendReadings(slug: string): Promise<Response> {
  const story = await loadStory(await database(), slug)
  return story
    ? download(writeReadingsCsv(story), 'text/csv; charset=utf-8', `${slug}-readings.csv`)
    : noSuchTank()
}

/** What was done in a tank as events.csv. */
export async function sendEvents(slug: string): Promise<Response> {
  const story = await loadStory(await database(), slug)
  return story
    ? download(writeEventsCsv(story), 'text/csv; charset=utf-8', `${slug}-events.csv`)
    : noSuchTank()
}

/** What was measured of plants in a tank as growth.csv. */
export async function sendGrowth(slug: string): Promise<Response> {
  const story = await loadStory(await database(), slug)
  return story
    ? download(writeGrowthCsv(story), 'text/csv; charset=utf-8', `${slug}-growth.csv`)
    : noSuchTank()
}

/** Every parameter's course, read, reckoned and to come, as series.csv. */
export async function sendSeries(slug: string): Promise<Response> {
  const story = await loadStory(await database(), slug)
  return story
    ? download(writeSeriesCsv(story, now()), 'text/csv; charset=utf-8', `${slug}-series.csv`)
    : noSuchTank()
}

const READERS: Record<Exclude<LineFile, 'sheet'>, CsvReader> = {
  readings: readReadingsCsv,
  events: readEventsCsv,
  growth: readGrowthCsv,
}

/** The reader of a file, by the name it has in the address; a keeper’s own sheet is read as the address says. Null: it does not say so soundly. */
function readerFor(file: LineFile, request: Request): CsvReader | null {
  if (file !== 'sheet') return READERS[file]
  try {
    const said = new URL(request.url).searchParams.get('as') ?? ''
    return sheetReader(parseMapping(JSON.parse(said)))
  } catch {
    return null
  }
}
const NO_MAPPING =
  'How the columns are to be read did not arrive whole. Choose the file again; nothing was written.'

/** What the file is called, as its keeper will look for it. */
function fileName(request: Request): string {
  const name = new URL(request.url).searchParams.get('name')?.trim() ?? ''
  return [...name].slice(0, LONGEST_NAME).join('').replaceAll('\0', '') || 'a file'
}
const LONGEST_NAME = 120

/** What a keeper’s own spreadsheet looks like: its headings, some of its rows, and what each column is taken for. */
export const lookAtSheet = (slug: string, request: Request): Promise<Response> =>
  inSlot(async () => {
    const bytes = await readBody(request, SHEET_MAX_MB)
    if (bytes instanceof Response) return bytes
    if (!(await loadStory(await database(), slug))) return noSuchTank()
    const look = await lookAtTable(bytes)
    if (!look.ok) return Response.json({ problem: look.problem }, { status: 422 })
    return Response.json(look.value satisfies SheetView)
  })

/** A tank's whole story as a tank file. */
export async function sendTankFile(slug: string): Promise<Response> {
  const story = await loadStory(await database(), slug)
  return story
    ? download(writeTankFile(story), 'application/json; charset=utf-8', `${slug}.vivero-tank.json`)
    : noSuchTank()
}

/** Preview of a file of lines: what it holds line by line; nothing is written. */
export async function previewUpload(
  slug: string,
  file: LineFile,
  request: Request,
): Promise<Response> {
  return inSlot(() => preview(slug, file, request))
}

async function preview(slug: string, file: LineFile, request: Request): Promise<Response> {
  const reader = readerFor(file, request)
  if (!reader) return Response.json({ problem: NO_MAPPING }, { status: 422 })
  const bytes = await readBody(request, CSV_MAX_MB)
  if (bytes instanceof Response) return bytes
  const db = await database()
  const report = await previewCsv(db, slug, reader, bytes, now())
  if (!report.ok) return Response.json({ problem: report.problem }, { status: 422 })
  const story = await loadStory(db, slug)
  if (!story) return noSuchTank()
  const measures = await measuresHere()
  return Response.json(viewOf(report.value, (entry) => describeEntry(entry, story, measures)))
}

/** Writes a file of lines, telling its progress; gives how many lines were written. */
export async function writeUpload(
  slug: string,
  file: LineFile,
  request: Request,
): Promise<Response> {
  const reader = readerFor(file, request)
  if (!reader) return Response.json({ problem: NO_MAPPING }, { status: 422 })
  const slot = takeSlot()
  if (!slot) return Response.json({ problem: ALL_TAKEN }, { status: 503 })
  const job = jobOf(request, slot)
  const bytes = await readBody(request, CSV_MAX_MB)
  if (bytes instanceof Response) return ended(job, bytes)
  return streamProgress(job, request, async (said, stop) => {
    const read = { name: fileName(request), bytes }
    const result = await importCsv(await database(), slug, reader, read, now(), said, stop)
    return result.ok ? ok(result.value.accepted.length) : result
  })
}

/**
 * Reads a tank file, telling its progress: a new tank, or what a known one lacks. What is no sound tank file is refused before anything is begun. Where it
 * says something of kinds that all tanks share, that is shown first and nothing is written.
 */
export async function readTankUpload(request: Request): Promise<Response> {
  const slot = takeSlot()
  if (!slot) return Response.json({ problem: ALL_TAKEN }, { status: 503 })
  const job = jobOf(request, slot)
  const bytes = await readBody(request, TANK_FILE_MAX_MB)
  if (bytes instanceof Response) return ended(job, bytes)
  const file = await readTank(bytes, now())
  if (!file.ok) return ended(job, Response.json({ problem: file.problem }, { status: 422 }))
  const { story } = file.value
  const db = await database()
  const accepted = acceptedIn(request)
  if (accepted === null) {
    const kinds = await kindsOfFile(db, story)
    if (kinds.fresh.length + kinds.other.length > 0)
      return ended(job, askAbout(kindsAsked(kinds, await measuresHere())))
  }
  const kinds = { ids: accepted ?? new Set<string>(), id: randomUUID(), now: now() }
  return streamProgress(job, request, async (said, stop) => {
    const read = await importStory(db, story, said, stop, kinds)
    if (!read.ok) return read
    return ok({ ...read.value, remarks: [...read.value.remarks, ...file.value.remarks] })
  })
}

/** The kinds whose figures the keeper takes from the file, once he was asked; null before. */
function acceptedIn(request: Request): ReadonlySet<string> | null {
  const said = new URL(request.url).searchParams.get('kinds')
  return said === null ? null : new Set(said.split(',').filter(Boolean))
}

const askAbout = (kinds: KindsAsked) =>
  new Response(`${JSON.stringify({ kind: 'asked', kinds } satisfies ImportMessage<never>)}\n`, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  })

/** Stops a job by its name. */
export function stopUpload(request: Request): Response {
  return new Response(null, { status: stopJob(nameOf(request)) ? 202 : 404 })
}

const nameOf = (request: Request) => new URL(request.url).searchParams.get('job')

/** Reads a file in one of the few places there are for it. */
async function inSlot(read: () => Promise<Response>): Promise<Response> {
  const slot = takeSlot()
  if (!slot) return Response.json({ problem: ALL_TAKEN }, { status: 503 })
  try {
    return await read()
  } finally {
    slot()
  }
}

function jobOf(request: Request, slot: () => void): Job {
  const name = nameOf(request)
  const stop = beginJob(name)
  // A connection that breaks while the file still arrives must not leave its job behind.
  request.signal.addEventListener('abort', () => endJob(name, stop))
  return { name, stop, end: () => (endJob(name, stop), slot()) }
}

function ended(job: Job, response: Response): Response {
  job.end()
  return response
}

/** The body up to a limit; what is larger is refused while it arrives, before it fills the memory, and what breaks off is no file. */
async function readBody(request: Request, maxMegabytes: number): Promise<Uint8Array | Response> {
  const limit = maxMegabytes * 1e6
  const refused = (status: number, problem: string) => Response.json({ problem }, { status })
  const tooLarge = () =>
    refused(
      413,
      `The file is larger than the ${maxMegabytes} MB that Vivero reads at once. Split it by year; nothing was written.`,
    )
  const broken = () =>
    refused(400, 'The file did not arrive whole. Try again; nothing was written.')
  const announced = Number(request.headers.get('content-length') ?? 0)
  if (announced > limit) return tooLarge()
  if (!request.body) return refused(400, 'No file arrived. Nothing was written.')
  const parts: Uint8Array[] = []
  let size = 0
  const reader = request.body.getReader()
  try {
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      size += part.value.byteLength
      if (size > limit) {
        await reader.cancel()
        return tooLarge()
      }
      parts.push(part.value)
    }
  } catch {
    return broken()
  }
  return announced > 0 && size !== announced ? broken() : Buffer.concat(parts)
}

function viewOf(
  report: CsvReport,
  describe: (entry: CsvReport['accepted'][number]['entry']) => string,
): ReportView {
  return {
    accepted: report.accepted.length,
    refused: report.refused.length,
    known: report.known.length,
    remarks: report.remarks,
    separator: report.separator,
    acceptedLines: report.accepted
      .slice(0, SHOWN)
      .map(({ line, entry }) => ({ line, at: entry.at, says: describe(entry) })),
    refusedLines: report.refused.slice(0, REFUSED_SHOWN),
    knownLines: report.known.slice(0, SHOWN),
  }
}

function download(body: string, type: string, name: string): Response {
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  })
}

const noSuchTank = () =>
  Response.json({ problem: 'There is no tank of that name.' }, { status: 404 })
