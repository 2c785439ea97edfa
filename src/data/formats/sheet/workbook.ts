import { posix } from 'node:path'
import type { Cell } from './mapping'
import { openZip, type Packed } from './unzip'
import { eachPartOfXml, readXml } from './xml'

/**
 * Workbooks as ECMA-376 (Office Open XML, part 1, SpreadsheetML) packs them, read as a stream: a cell that claims to stand in the last column of
 * the millionth row costs no more than any other. Formulas are not run; what they showed last is read.
 */
export interface Workbook {
  tables: { name: string; path: string }[]
  /** The rows of a table that hold something, in their order, some at a time. */
  rows: (path: string) => AsyncGenerator<Row[]>
}
export interface Row {
  line: number
  cells: Cell[]
}

/** A workbook beyond what Vivero reads, in a sentence without its end. */
export class TooMuch extends Error {}

/** More columns than these are not looked at. */
export const MOST_COLUMNS = 60
const MOST_CELLS = 2_500_000
/** Texts that cells share. */
const MOST_TEXTS = 1_000_000
const MOST_CHARACTERS = 40_000_000
/** What a spreadsheet lets stand in one cell. */
const LONGEST_TEXT = 32_767
const MOST_UNPACKED_BYTES = 400e6

const BOOK = 'xl/workbook.xml'
/** What a table in the open document format (.ods) has instead. */
const OPEN_DOCUMENT = 'content.xml'

/** Opens a workbook. Throws TooMuch, and other errors for what is none or is damaged. */
export async function openWorkbook(bytes: Uint8Array): Promise<Workbook> {
  const packed = await openZip(bytes)
  if (packed.bytes > MOST_UNPACKED_BYTES) throw new TooMuch('is too large unpacked')
  if (!packed.has(BOOK)) throw new NoWorkbook(packed.has(OPEN_DOCUMENT) ? 'open document' : 'other')
  const { sheets, from1904 } = await readBook(packed)
  const paths = await readRelations(packed)
  const dated = await readDateStyles(packed)
  let texts: string[] | null = null
  return {
    tables: sheets.flatMap(({ name, relation }) => {
      const path = paths.get(relation)
      return path !== undefined && packed.has(path) ? [{ name, path }] : []
    }),
    async *rows(path) {
      texts ??= await readSharedTexts(packed)
      yield* rowsOf(await packed.open(path), { texts, dated, from1904 })
    },
  }
}

/** An archive of something else. */
export class NoWorkbook extends Error {
  constructor(readonly is: 'open document' | 'other') {
    super(`there is no workbook in it: ${is}`)
  }
}

async function readBook(packed: Packed) {
  const sheets: { name: string; relation: string }[] = []
  let from1904 = false
  await readXml(await packed.open(BOOK), {
    open(tag, { name = '', id = '', date1904 }) {
      if (tag === 'sheet') sheets.push({ name, relation: id })
      if (tag === 'workbookPr') from1904 = date1904 === '1' || date1904 === 'true'
    },
  })
  return { sheets, from1904 }
}

/** Where each part of the workbook lies, by the name of its relation. */
async function readRelations(packed: Packed): Promise<Map<string, string>> {
  const paths = new Map<string, string>()
  await readXml(await packed.open('xl/_rels/workbook.xml.rels'), {
    open(tag, { Id: id, Target: target }) {
      if (tag !== 'Relationship' || !id || !target) return
      paths.set(id, target.startsWith('/') ? target.slice(1) : posix.join('xl', target))
    },
  })
  return paths
}

/** Formats for days and times that every workbook has, by number (ECMA-376 part 1, 18.8.30); those of eastern calendars with them. */
const BUILT_IN_DATES = new Set([
  ...[14, 15, 16, 17, 18, 19, 20, 21, 22],
  ...[27, 28, 29, 30, 31, 32, 33, 34, 35, 36],
  ...[45, 46, 47, 50, 51, 52, 53, 54, 55, 56, 57, 58],
])

/** Whether a format of the keeper’s own shows a day or a time: what is left of it without quoted texts, colours and places has their letters, and no figures. */
export function showsDay(format: string): boolean {
  const signs = format
    .replace(/"[^"]*"|\\.|_.|\*./g, '')
    .replace(/\[(?!h+\]|m+\]|s+\])[^\]]*\]/gi, '')
    .split(';')[0]
  return /[dmyhs]/i.test(signs) && !/[#?]|0(?!\d*s)/.test(signs.replace(/s\.0+/gi, 's'))
}

/** Which styles of cells show a number as a day or a time, by their place in the list. */
async function readDateStyles(packed: Packed): Promise<boolean[]> {
  const dated: boolean[] = []
  if (!packed.has('xl/styles.xml')) return dated
  const own = new Map<string, string>()
  const used: string[] = []
  let inCells = false
  await readXml(await packed.open('xl/styles.xml'), {
    open(tag, { numFmtId = '0', formatCode = '' }) {
      if (tag === 'numFmt') own.set(numFmtId, formatCode)
      if (tag === 'cellXfs') inCells = true
      if (tag === 'xf' && inCells) used.push(numFmtId)
    },
    close(tag) {
      if (tag === 'cellXfs') inCells = false
    },
  })
  return used.map((id) => BUILT_IN_DATES.has(Number(id)) || showsDay(own.get(id) ?? ''))
}

/** Texts that cells point at. What is read aloud beside a text (`rPh`) is none of it. */
async function readSharedTexts(packed: Packed): Promise<string[]> {
  const texts: string[] = []
  if (!packed.has('xl/sharedStrings.xml')) return texts
  let characters = 0
  const text = textGatherer('si', (whole) => {
    characters += whole.length
    if (texts.length >= MOST_TEXTS || characters > MOST_CHARACTERS)
      throw new TooMuch('holds more text than any table of readings')
    texts.push(whole)
  })
  await readXml(await packed.open('xl/sharedStrings.xml'), text)
  return texts
}

/** Gathers what stands in the `t` of an element, its runs one after the other. */
function textGatherer(element: string, take: (text: string) => void) {
  let whole = ''
  let inText = false
  let aloud = 0
  return {
    open(tag: string) {
      if (tag === element) whole = ''
      if (tag === 'rPh') aloud++
      if (tag === 't') inText = aloud === 0
    },
    text(text: string) {
      if (inText && whole.length <= LONGEST_TEXT) whole += text
    },
    close(tag: string) {
      if (tag === 't') inText = false
      if (tag === 'rPh') aloud--
      if (tag === element) take(whole)
    },
  }
}

interface Reading {
  texts: readonly string[]
  dated: readonly boolean[]
  from1904: boolean
}

async function* rowsOf(stream: AsyncIterable<Uint8Array>, reading: Reading): AsyncGenerator<Row[]> {
  let ready: Row[] = []
  let line = 0
  let cells: Cell[] = []
  let column = 0
  let seen = 0
  let cell: { type: string; style: number; value: string } | null = null
  let inValue = false
  const inline = textGatherer('is', (whole) => {
    if (cell) cell.value = whole
  })
  const heard = {
    open(tag: string, attributes: Readonly<Record<string, string>>) {
      if (tag === 'row') {
        line = Number(attributes.r) || line + 1
        cells = []
        column = 0
      } else if (tag === 'c') {
        if (++seen > MOST_CELLS) throw new TooMuch('holds more cells than any table of readings')
        column = columnOf(attributes.r) ?? column + 1
        cell = { type: attributes.t ?? 'n', style: Number(attributes.s ?? -1), value: '' }
      } else if (tag === 'v') inValue = true
      else inline.open(tag)
    },
    text(text: string) {
      if (inValue && cell && cell.value.length <= LONGEST_TEXT) cell.value += text
      else inline.text(text)
    },
    close(tag: string) {
      if (tag === 'v') inValue = false
      else if (tag === 'c') {
        const value = cell && valueOf(cell, reading)
        if (value !== null && column <= MOST_COLUMNS + 1) cells[column - 1] = value
        cell = null
      } else if (tag === 'row') {
        if (cells.length > 0) ready.push({ line, cells: Array.from(cells, (one) => one ?? null) })
      } else inline.close(tag)
    },
  }
  for await (const _ of eachPartOfXml(stream, heard)) {
    if (ready.length === 0) continue
    yield ready
    ready = []
  }
  if (ready.length > 0) yield ready
}

/** The column a place like “AB12” names, from 1; null where it names none. */
function columnOf(place: string | undefined): number | null {
  const letters = /^[A-Z]{1,3}/i.exec(place ?? '')?.[0]
  if (!letters) return null
  return [...letters.toUpperCase()].reduce((sum, sign) => sum * 26 + sign.charCodeAt(0) - 64, 0)
}

function valueOf(
  { type, style, value }: { type: string; style: number; value: string },
  { texts, dated, from1904 }: Reading,
): Cell {
  if (value === '') return null
  switch (type) {
    case 's': {
      const text = texts[Number(value)]
      if (text === undefined) throw new Error('a cell points at a text that is not there')
      return text === '' ? null : text
    }
    case 'n': {
      const number = Number(value)
      if (!Number.isFinite(number)) throw new Error('a number in it is none')
      return dated[style] ? wallOf(number, from1904) : number
    }
    case 'b':
      return value === '1' ? 'true' : 'false'
    case 'd':
      return /^\d{4}-\d{2}-\d{2}/.test(value) ? wallOfText(value) : value
    default:
      return value
  }
}

const DAY_MS = 86_400_000
/** Serial 0 of either way of counting days. */
const ORIGIN_1900 = Date.UTC(1899, 11, 30)
const ORIGIN_1904 = Date.UTC(1904, 0, 1)
/** A day that does not exist (29 February 1900) is counted; before it the count is one less. */
const FALSE_LEAP_DAY = 60
const FARTHEST_SERIAL = 2_958_466

/** The clock on the wall of a day counted: a workbook knows no zone. To the minute. */
function wallOf(serial: number, from1904: boolean): Cell {
  if (serial < 0 || serial > FARTHEST_SERIAL) return serial
  const shift = !from1904 && serial >= 1 && serial < FALSE_LEAP_DAY ? 1 : 0
  const ms = (from1904 ? ORIGIN_1904 : ORIGIN_1900) + (serial + shift) * DAY_MS
  return wallOfText(new Date(Math.round(ms / 60_000) * 60_000).toISOString())
}

function wallOfText(iso: string): Cell {
  const [day, clock] = [iso.slice(0, 10), iso.slice(11, 16)]
  return { wall: clock === '' || clock === '00:00' ? day : `${day}T${clock}` }
}
