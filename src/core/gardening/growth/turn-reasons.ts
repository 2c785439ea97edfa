import { remembered } from '../../quantity/remember'
import { equipmentOn, tankAt } from '../../history/tank-at'
import { entriesOf, entryDay } from '../../history/journal-index'
import type { EquipmentRecord } from '../../history/equipment'
import type { Planting, TankHistory } from '../../history/types'
import type { Turn } from '../../plants/turn'
import { speciesOf } from '../../history/lookup'
import { growthSegments } from '../../plants/growth'
import { isStem } from '../../plants/groups'
import { headroom, standsInAir } from '../../plants/place'
import { dayOf, instantOf } from '../../quantity/time'
import { lightOf } from '../../vessel/light'

/** Something that changed in the tank and bears on growth, with the way it would turn it. */
export type Reason = { day: number; towards: 'faster' | 'slower' } & (
  | { of: 'light'; before: number; after: number }
  | { of: 'gas'; what: 'off' | 'on' | 'more bubbles' | 'fewer bubbles' }
  | { of: 'dosing'; what: 'stopped' | 'begun' }
  | { of: 'moved' }
  | { of: 'surface' }
  | { of: 'warmth'; before: number; after: number }
)
export interface TurnReasons {
  /** Those that would turn it the way it went, nearest first; and those near by that would not. */
  fitting: Reason[]
  against: Reason[]
  /** Chance, 0–1, that some change of these kinds falls so near for no reason: this tank is changed so often. */
  byChance: number
}

/** A cause shows in growth after some days, and the day of a turn is known to some days. Common practice. */
const SHOWS_WITHIN_DAYS = 12
const EARLY_DAYS = 4
const YEAR_DAYS = 365
/** A day’s light that changes by less than this share turns no growth that could be seen. Common practice. */
const LEAST_SHARE = 0.1
/** And warmth by less than this, °C. */
const LEAST_WARMTH_C = 1.5
/** Doses further apart than this are no regime; a regime that pauses so long has stopped. Common practice. */
const REGIME_DAYS = 12
const PAUSE_DAYS = 14

/** What changed about the time a planting’s growth turned, and whether it would turn it so. Nothing is blamed for being near alone: the chance of such nearness is reckoned. */
export function reasonsFor(history: TankHistory, planting: Planting, turn: Turn): TurnReasons {
  const all = reasonsIn(history, planting, turn.high - YEAR_DAYS, turn.high + EARLY_DAYS)
  const from = turn.low - SHOWS_WITHIN_DAYS
  const to = turn.high + EARLY_DAYS
  const near = all
    .filter(({ day }) => day >= from && day <= to)
    .sort((a, b) => Math.abs(a.day - turn.day) - Math.abs(b.day - turn.day))
  const way = turn.after.value > turn.before.value ? 'faster' : 'slower'
  const others = all.length - near.length
  return {
    fitting: near.filter(({ towards }) => towards === way),
    against: near.filter(({ towards }) => towards !== way),
    byChance: 1 - Math.exp((-others * (to - from)) / YEAR_DAYS),
  }
}

/** Everything that changed and bears on the growth of a planting, between two days. */
function reasonsIn(history: TankHistory, planting: Planting, from: number, to: number): Reason[] {
  return [
    ...ofTheTank(history),
    ...ofDosing(history, to),
    ...ofMoves(history, planting),
    ...ofSurface(history, planting, to),
  ].filter(({ day }) => day > from && day <= to)
}

/** What bears on all its plantings alike. */
const ofTheTank = remembered((history: TankHistory): Reason[] => [
  ...ofLight(history),
  ...history.equipment.flatMap(ofGas),
  ...ofWarmth(history),
])

const A_MOMENT = 1e-4

function ofLight(history: TankHistory): Reason[] {
  const days = new Set(
    history.equipment.flatMap((record) =>
      record.kind === 'lamp'
        ? [...record.settings.map(({ from }) => dayOf(from)), ...endOf(record)]
        : [],
    ),
  )
  const sum = (day: number) => {
    const { equipment, vessel } = tankAt(history, day)
    const { parAtSurface, hours } = lightOf(equipment, vessel)
    return parAtSurface * hours
  }
  return [...days].flatMap((day): Reason[] => {
    const [before, after] = [sum(day - A_MOMENT), sum(day)]
    if (before === 0 || Math.abs(after / before - 1) < LEAST_SHARE) return []
    return [{ of: 'light', day, before, after, towards: after > before ? 'faster' : 'slower' }]
  })
}

const endOf = ({ endedAt }: EquipmentRecord) => (endedAt === null ? [] : [dayOf(endedAt)])

function ofGas(record: EquipmentRecord): Reason[] {
  if (record.kind !== 'gas') return []
  const days = [...record.settings.slice(1).map(({ from }) => dayOf(from)), ...endOf(record)]
  return days.flatMap((day): Reason[] => {
    const on = (at: number) => {
      const thing = equipmentOn(record, at)
      return thing?.kind === 'gas' ? thing.setting : null
    }
    const [before, after] = [on(day - A_MOMENT), on(day)]
    if (before && !after) return [{ of: 'gas', day, what: 'off', towards: 'slower' }]
    if (!before && after) return [{ of: 'gas', day, what: 'on', towards: 'faster' }]
    const [was, is] = [before?.bubblesPerSecond ?? null, after?.bubblesPerSecond ?? null]
    if (was === null || is === null || was === is) return []
    return is > was
      ? [{ of: 'gas', day, what: 'more bubbles', towards: 'faster' }]
      : [{ of: 'gas', day, what: 'fewer bubbles', towards: 'slower' }]
  })
}

function ofDosing({ entries }: TankHistory, until: number): Reason[] {
  const days = entriesOf(entries, 'dose').map(entryDay)
  return days.flatMap((day, i): Reason[] => {
    const before = i === 0 ? Infinity : day - days[i - 1]
    const after = (days[i + 1] ?? until) - day
    const found: Reason[] = []
    if (before >= PAUSE_DAYS && after <= REGIME_DAYS && i + 1 < days.length)
      found.push({ of: 'dosing', day, what: 'begun', towards: 'faster' })
    if (before <= REGIME_DAYS && after >= PAUSE_DAYS)
      found.push({ of: 'dosing', day: day + REGIME_DAYS, what: 'stopped', towards: 'slower' })
    return found
  })
}

function ofMoves({ plantings }: TankHistory, { id }: Planting): Reason[] {
  const record = plantings.find((one) => one.id === id)
  return (record?.stands.slice(1) ?? []).map(({ from }) => ({
    of: 'moved',
    day: dayOf(from),
    towards: 'slower',
  }))
}

/** So near to the surface, in parts of the water over the root, tips bend over and go on more slowly. Common practice. */
const NEAR_SURFACE = 0.85

/** When a stem came near the surface since its last cut. */
function ofSurface(history: TankHistory, planting: Planting, until: number): Reason[] {
  const tank = tankAt(history, until)
  if (!isStem(speciesOf(history, planting).group) || standsInAir(tank, planting)) return []
  const near = NEAR_SURFACE * headroom(tank, planting)
  const last = growthSegments(history, planting.id, instantOf(until)).at(-1)
  const first = last?.points.find(({ cm }) => cm >= near)
  return first ? [{ of: 'surface', day: first.day, towards: 'slower' }] : []
}

/** Readings of warmth, a fortnight each side. */
const WARMTH_DAYS = 14
function ofWarmth({ entries }: TankHistory): Reason[] {
  const read = entriesOf(entries, 'reading')
    .filter(({ parameter }) => parameter === 'temperature')
    .map((entry) => ({ day: entryDay(entry), value: entry.value }))
  const mean = (from: number, to: number) => {
    const seen = read.filter(({ day }) => day > from && day <= to)
    return seen.length < 2 ? null : seen.reduce((sum, { value }) => sum + value, 0) / seen.length
  }
  const found: Reason[] = []
  for (const { day } of read) {
    const [before, after] = [mean(day - WARMTH_DAYS, day), mean(day, day + WARMTH_DAYS)]
    if (before === null || after === null || Math.abs(after - before) < LEAST_WARMTH_C) continue
    const last = found.at(-1)
    if (last && day - last.day < 2 * WARMTH_DAYS) continue
    found.push({ of: 'warmth', day, before, after, towards: after > before ? 'faster' : 'slower' })
  }
  return found
}
