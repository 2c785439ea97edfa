import { ok, refuse, type Result } from '@/core/quantity/result'
import { FIRST_YEAR, isYearOfARecord, LAST_YEAR } from '@/core/quantity/time'
import type { Cell, DayOrder } from './mapping'

/** A day and, where one is written, a time of day, as clocks on the wall show them. */
export interface WallTime {
  /** `2026-03-04` */
  day: string
  /** `18:30`, or null. */
  clock: string | null
}

/** Languages whose names of months are read. */
const LANGUAGES = ['en', 'de', 'fr', 'nl', 'es', 'it', 'pt', 'pl', 'cs', 'sv', 'da'] as const

let months: ReadonlyMap<string, number> | null = null
/** Names of months, long and short, to their number; made when the first is met. */
function monthNames(): ReadonlyMap<string, number> {
  months ??= new Map(
    LANGUAGES.flatMap((language) =>
      (['long', 'short'] as const).flatMap((style) => {
        const format = new Intl.DateTimeFormat(language, { month: style, timeZone: 'UTC' })
        return Array.from({ length: 12 }, (_, month): [string, number] => [
          bare(format.format(new Date(Date.UTC(2024, month, 15)))),
          month + 1,
        ])
      }),
    ),
  )
  return months
}
const bare = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}|\./gu, '')

const CLOCK = String.raw`(?:[T ,]+(\d{1,2})[:.h](\d{2})(?::\d{2}(?:\.\d+)?)?\s*([ap]\.?m\.?)?(?:\s*uhr)?(?:Z|[+-]\d{2}:?\d{2})?)?`
const YEAR_FIRST = new RegExp(String.raw`^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})${CLOCK}$`, 'i')
const YEAR_LAST = new RegExp(
  String.raw`^(\d{1,2})([-/.])\s*(\d{1,2})\2\s*(\d{2}|\d{4})${CLOCK}$`,
  'i',
)
const NAMED_DAY_FIRST = new RegExp(
  String.raw`^(?:\p{L}+[.,]*\s+)?(\d{1,2})(?:st|nd|rd|th|\.)?[\s-]+(?:de\s+)?(\p{L}+\.?)[\s,-]+(?:de\s+)?(\d{2}|\d{4})${CLOCK}$`,
  'iu',
)
const NAMED_MONTH_FIRST = new RegExp(
  String.raw`^(?:\p{L}+[.,]*\s+)?(\p{L}+\.?)[\s-]+(\d{1,2})(?:st|nd|rd|th)?,?[\s-]+(\d{2}|\d{4})${CLOCK}$`,
  'iu',
)
/** Days as spreadsheets count them, from 1899-12-30; those of 1970 to 2199. */
const SERIAL = { least: 25_569, most: 109_575, zero: Date.UTC(1899, 11, 30) }

/** A year written with two digits is the latest of its kind that lies no more than so many years ahead. Common practice. */
const YEARS_AHEAD = 20

function fullYear(text: string, thisYear: number): number {
  if (text.length === 4) return Number(text)
  const latest = thisYear + YEARS_AHEAD
  return latest - ((((latest - Number(text)) % 100) + 100) % 100)
}

/**
 * The day (and time) of a cell, whatever its order: ISO, day or month first, names of months of eleven languages, a spreadsheet’s own
 * count of days. What can be read two ways is read by `order`, a year of two digits by `thisYear`. Refuses what is no day, and years no
 * record is of.
 */
export function readWallTime(cell: Cell, order: DayOrder, thisYear: number): Result<WallTime> {
  if (cell === null) return refuse('there is no date')
  if (typeof cell === 'object') {
    const [day, clock = null] = cell.wall.split('T')
    return within({ day, clock })
  }
  const text = String(cell).trim()
  if (/^\d{5,6}([.,]\d+)?$/.test(text)) return fromSerial(Number(text.replace(',', '.')))
  const first = YEAR_FIRST.exec(text)
  if (first) return wall([first[1], first[2], first[3]], first.slice(4))
  const last = YEAR_LAST.exec(text)
  if (last) {
    const [one, two] = [Number(last[1]), Number(last[3])]
    const dayFirst = last[2] === '.' || one > 12 || (two <= 12 && order === 'day first')
    const [day, month] = dayFirst ? [one, two] : [two, one]
    return wall([String(fullYear(last[4], thisYear)), String(month), String(day)], last.slice(5))
  }
  return named(text, thisYear)
}

function named(text: string, thisYear: number): Result<WallTime> {
  const dayFirst = NAMED_DAY_FIRST.exec(text)
  const monthFirst = dayFirst ? null : NAMED_MONTH_FIRST.exec(text)
  const found = dayFirst
    ? { day: dayFirst[1], name: dayFirst[2], year: dayFirst[3], rest: dayFirst.slice(4) }
    : monthFirst && {
        day: monthFirst[2],
        name: monthFirst[1],
        year: monthFirst[3],
        rest: monthFirst.slice(4),
      }
  const month = found && monthNames().get(bare(found.name))
  return found && month
    ? wall([String(fullYear(found.year, thisYear)), String(month), found.day], found.rest)
    : refuse(`“${text.slice(0, 40)}” is not a date Vivero can read`)
}

function fromSerial(count: number): Result<WallTime> {
  if (count < SERIAL.least || count >= SERIAL.most)
    return refuse(`“${count}” is not a date Vivero can read`)
  const minutes = Math.round(count * 1440)
  const iso = new Date(SERIAL.zero + minutes * 60_000).toISOString()
  return ok({ day: iso.slice(0, 10), clock: minutes % 1440 === 0 ? null : iso.slice(11, 16) })
}

function wall(
  [year, month, day]: readonly string[],
  [hour, minute, half]: readonly (string | undefined)[],
): Result<WallTime> {
  const text = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
  const at = new Date(`${text}T00:00:00Z`)
  if (Number.isNaN(at.getTime()) || at.toISOString().slice(0, 10) !== text)
    return refuse(`there is no ${Number(day)}.${Number(month)}.${year}`)
  const clock = hour === undefined ? ok(null) : readClock(`${hour}:${minute}${half ?? ''}`)
  return clock.ok ? within({ day: text, clock: clock.value }) : clock
}

function within(time: WallTime): Result<WallTime> {
  return isYearOfARecord(Number(time.day.slice(0, 4)))
    ? ok(time)
    : refuse(`${time.day} lies outside the years ${FIRST_YEAR} to ${LAST_YEAR}`)
}

/** A time of day as `18:30`; null for an empty cell. Refuses what is none. */
export function readClock(cell: Cell): Result<string | null> {
  if (cell === null || cell === '') return ok(null)
  if (typeof cell === 'object') return ok(cell.wall.split('T')[1] ?? null)
  // A spreadsheet keeps a time of day as a part of a day.
  if (typeof cell === 'number' && cell >= 0 && cell < 1) {
    const minutes = Math.round(cell * 1440) % 1440
    return ok(clockOf(Math.floor(minutes / 60), minutes % 60))
  }
  const match = /^(\d{1,2})[:.h](\d{2})(?::\d{2})?\s*([ap])?\.?(?:m\.?)?(?:\s*uhr)?$/i.exec(
    String(cell).trim(),
  )
  if (!match) return refuse(`“${String(cell).slice(0, 20)}” is not a time of day`)
  const half = match[3]?.toLowerCase()
  const hour = (Number(match[1]) % (half ? 12 : 24)) + (half === 'p' ? 12 : 0)
  if (Number(match[1]) > 24 || Number(match[2]) > 59)
    return refuse(`“${String(cell).slice(0, 20)}” is not a time of day`)
  return ok(clockOf(hour, Number(match[2])))
}

const clockOf = (hour: number, minute: number) =>
  `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`

/** What the days of a column say of their order: one of the two, both (the file mixes them), or nothing (it must be asked). */
export function dayOrderIn(cells: readonly Cell[]): DayOrder | 'mixed' | 'unknown' | 'plain' {
  let [day, month, open] = [false, false, false]
  for (const cell of cells) {
    const match = typeof cell === 'string' ? YEAR_LAST.exec(cell.trim()) : null
    if (!match || match[2] === '.') continue
    const [one, two] = [Number(match[1]), Number(match[3])]
    if (one > 12) day = true
    else if (two > 12) month = true
    else if (one !== two) open = true
  }
  if (day && month) return 'mixed'
  if (day) return 'day first'
  if (month) return 'month first'
  return open ? 'unknown' : 'plain'
}
