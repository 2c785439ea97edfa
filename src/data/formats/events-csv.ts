import {
  DOSE_UNITS,
  STOCK_EVENTS,
  type DoseUnit,
  type Entry,
  type EntryOf,
} from '@/core/history/entries'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { lengthToCm, volumeToLitres } from '@/core/quantity/units'
import { litresNow } from '@/core/vessel/litres-over'
import { productOf, unitProblem } from '@/core/water/products'
import { TEXT_LIMITS } from '../border/entry-schema'
import {
  marksOf,
  numberIn,
  readCsvLines,
  shorten,
  writeCsv,
  type BareEntry,
  type CsvFields,
  type CsvReader,
} from './csv-lines'

const EVENTS_COLUMNS = ['at', 'kind', 'amount', 'unit', 'subject', 'note'] as const
type Column = (typeof EVENTS_COLUMNS)[number]
const EVENT_KINDS = [
  'water-change',
  'top-off',
  'dose',
  'feed',
  'trim',
  'equipment',
  'clean',
  'stock',
] as const
type EventKind = (typeof EVENT_KINDS)[number]
/** How files written earlier call an event. */
const FORMER_EVENTS: Readonly<Record<string, string>> = { moved: 'moved out' }

/** What each kind of line becomes, without the common part; refusals are sentences. */
type Detail = {
  [K in EventKind]: Omit<EntryOf<K>, 'id' | 'at' | 'certainty' | 'by' | 'note' | 'expected'>
}[EventKind]

/** Reads events.csv: `at,kind,amount,unit,subject,note`. A planting, animal or source the tank does not have is refused by its line, never guessed. */
export const readEventsCsv: CsvReader = (bytes, history, origins, now) => {
  const journal = async ({ entries }: TankHistory) => {
    const marks = await marksOf(entries, sameEvent)
    return (entry: Entry) => marks.has(sameEvent(entry))
  }
  return readCsvLines<Column>(
    bytes,
    {
      columns: EVENTS_COLUMNS,
      spare: ['unit', 'subject', 'note'],
      mark: 'evt',
      readLine: readLineFor(history),
      journal,
    },
    history,
    origins,
    now,
  )
}

const readLineFor =
  (history: TankHistory) =>
  (
    { field, decimal }: CsvFields<Column>,
    at: Instant,
    origin: (parts: readonly unknown[]) => string,
  ): Result<{ entry: BareEntry; origin: string }> => {
    const kind = EVENT_KINDS.find((candidate) => candidate === field('kind'))
    if (!kind)
      return refuse(
        `“${shorten(field('kind'))}” is not a kind of event; Vivero reads ${EVENT_KINDS.join(', ')}`,
      )
    const detail = detailOf(kind, { field, decimal }, history, at)
    if (!detail.ok) return detail
    const note = field('note')
    const print = origin([at, kind, field('amount'), field('unit'), field('subject'), note])
    // Of equipment the note is what happened: it is not said twice.
    return ok({
      origin: print,
      entry: {
        at,
        certainty: 'measured',
        by: 'import',
        note: kind === 'equipment' ? null : note || null,
        expected: null,
        ...detail.value,
      } as BareEntry,
    })
  }

function detailOf(
  kind: EventKind,
  { field, decimal }: CsvFields<Column>,
  history: TankHistory,
  at: Instant,
): Result<Detail> {
  const [unit, subject] = [field('unit'), field('subject')]
  if (subject.length > TEXT_LIMITS.item)
    return refuse(`the subject is longer than ${TEXT_LIMITS.item} characters`)
  if (kind === 'equipment' && field('note').length > TEXT_LIMITS.happened)
    return refuse(`what happened is longer than ${TEXT_LIMITS.happened} characters`)
  if (kind === 'equipment')
    return subject && field('note')
      ? ok({ kind, ...thingNamed(history, subject), says: field('note') })
      : refuse('equipment needs a subject (what) and a note (what happened)')
  if (kind === 'clean')
    return subject
      ? ok({ kind, ...thingNamed(history, subject) })
      : refuse('clean needs a subject: what was cleaned')
  const number = numberIn(decimal('amount'), field('amount'))
  if (!number.ok) return number
  const amount = number.value
  if (!(amount > 0) && !(kind === 'stock' && amount === 0) && !(kind === 'trim' && amount === 0))
    return refuse(`the amount must be more than zero, not ${amount}`)
  switch (kind) {
    case 'water-change':
    case 'top-off':
      return waterDetail(kind, amount, unit, subject, history, at)
    case 'dose': {
      const doseUnit = DOSE_UNITS.find(
        (candidate) => candidate.toLowerCase() === unit.toLowerCase(),
      )
      if (!doseUnit) return refuse(`a dose is in ${DOSE_UNITS.join(', ')}, not “${shorten(unit)}”`)
      if (!subject) return refuse('a dose needs a subject: what was dosed')
      const product = productOf(history, { productId: null, product: subject })
      const problem = product ? unitProblem(product, doseUnit) : null
      if (problem) return refuse(problem.replace(/\.$/, ''))
      return amount > 5000
        ? refuse('that is more than a dose')
        : ok({
            kind,
            product: product?.name ?? subject,
            productId: product?.id ?? null,
            amount,
            unit: doseUnit satisfies DoseUnit,
          })
    }
    case 'feed':
      if (unit !== 'g') return refuse(`food is in g, not “${shorten(unit)}”`)
      return amount > 1000
        ? refuse('that is more food than a tank can take')
        : ok({ kind, grams: amount, food: subject || 'food' })
    case 'trim': {
      const planting = history.plantings.find(
        (candidate) =>
          candidate.stake.toLowerCase() === subject.toLowerCase() ||
          candidate.name.toLowerCase() === subject.toLowerCase(),
      )
      if (!planting)
        return refuse(
          `“${shorten(subject)}” is not a planting of this tank; put it on the plan first, then read the file again`,
        )
      const cm = lengthToCm(amount, unit)
      return cm.ok ? ok({ kind, plantingId: planting.id, fromCm: null, toCm: cm.value }) : cm
    }
    case 'stock': {
      const population = history.populations.find(
        (candidate) => candidate.name.toLowerCase() === subject.toLowerCase(),
      )
      if (!population) return refuse(`“${shorten(subject)}” are not animals of this tank`)
      const event = STOCK_EVENTS.find(
        (candidate) =>
          candidate === (Object.hasOwn(FORMER_EVENTS, unit) ? FORMER_EVENTS[unit] : unit),
      )
      if (!event)
        return refuse(
          `the unit of a stock line says what happened: ${STOCK_EVENTS.join(', ')}; not “${shorten(unit)}”`,
        )
      return Number.isInteger(amount)
        ? ok({
            kind,
            populationId: population.id,
            event,
            count: amount,
            plusMinus: 0,
            otherVesselId: null,
          })
        : refuse('animals come in whole numbers')
    }
  }
}

/** What a line says was cleaned or served, with the thing of that name where there is one. */
function thingNamed({ equipment }: TankHistory, item: string) {
  const thing = equipment.find(({ name }) => name.toLowerCase() === item.toLowerCase())
  return { item, equipmentId: thing?.id ?? null }
}

function waterDetail(
  kind: 'water-change' | 'top-off',
  amount: number,
  unit: string,
  subject: string,
  history: TankHistory,
  at: Instant,
): Result<Detail> {
  const source = history.sources.find(
    (candidate) => candidate.name.toLowerCase() === subject.toLowerCase(),
  )
  if (subject && !source)
    return refuse(
      `“${shorten(subject)}” is not a source water of this tank; describe it under “Waters and bottles” first`,
    )
  const tank = litresNow(history, at)
  if (unit === 'percent' || unit === '%') {
    if (kind === 'top-off') return refuse('a top-up is in L or gal')
    return amount > 100
      ? refuse('a change cannot take more than 100 percent')
      : ok({
          kind,
          fraction: amount / 100,
          litres: (amount / 100) * tank,
          sourceId: source?.id ?? null,
        })
  }
  const litres = volumeToLitres(amount, unit)
  if (!litres.ok) return litres
  if (litres.value > tank * 1.05)
    return refuse(`the tank holds ${Math.round(tank)} L, not ${Math.round(litres.value)}`)
  return kind === 'top-off'
    ? ok({ kind, litres: litres.value, sourceId: source?.id ?? null })
    : ok({
        kind,
        fraction: Math.min(1, litres.value / tank),
        litres: litres.value,
        sourceId: source?.id ?? null,
      })
}

/** What and how much an event was of; the id of an entry that is no event. */
function muchOf(entry: Entry): string {
  switch (entry.kind) {
    case 'water-change':
      return entry.fraction.toPrecision(6)
    case 'top-off':
      return entry.litres.toPrecision(6)
    case 'dose':
      return `${entry.product} ${entry.amount}`
    case 'feed':
      return String(entry.grams)
    case 'trim':
      return `${entry.plantingId} ${entry.toCm}`
    case 'stock':
      return `${entry.populationId} ${entry.event} ${entry.count}`
    case 'equipment':
    case 'clean':
      return entry.item
    default:
      return entry.id
  }
}

/** What makes two events the same thing done: when, what and how much. */
function sameEvent(entry: Entry): string {
  return `${entry.at}|${entry.kind}|${muchOf(entry)}`
}

/** All events of a story as events.csv. */
export function writeEventsCsv(history: TankHistory): string {
  const named = (list: readonly { id: string; name: string }[], id: string | null) =>
    list.find((one) => one.id === id)?.name ?? ''
  const rows = history.entries.flatMap((entry): string[][] => {
    const note = entry.note ?? ''
    const row = (amount: number | null, unit: string, subject: string, says = note) => [
      [
        entry.at,
        entry.kind,
        amount === null ? '' : String(Number(amount.toPrecision(12))),
        unit,
        subject,
        says,
      ],
    ]
    switch (entry.kind) {
      case 'water-change':
        return row(entry.fraction * 100, 'percent', named(history.sources, entry.sourceId))
      case 'top-off':
        return row(entry.litres, 'L', named(history.sources, entry.sourceId))
      case 'dose':
        return row(entry.amount, entry.unit, entry.product)
      case 'feed':
        return row(entry.grams, 'g', entry.food)
      case 'trim':
        return row(
          entry.toCm,
          'cm',
          history.plantings.find((planting) => planting.id === entry.plantingId)?.stake ?? '',
        )
      case 'equipment':
        return row(null, '', entry.item, entry.says)
      case 'clean':
        return row(null, '', entry.item)
      case 'stock':
        return row(entry.count, entry.event, named(history.populations, entry.populationId))
      default:
        return []
    }
  })
  return writeCsv(EVENTS_COLUMNS, rows)
}
