import { entriesOf, entryDay } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { Planting, Species, TankHistory } from '../../history/types'
import type { EntryOf } from '../../journal/entry'
import type { GROOMING } from '../../journal/kinds/groom'
import { POKE_DAYS } from '../lawns/lawn'
import { fitCover } from '../../plants/cover'
import { factsOf } from '../../plants/kinds'
import type { PlantFacts } from '../../plants/kinds/facts'
import { dayOf, type Instant } from '../../quantity/time'
import { lastGroomed } from './last-groomed'

type Act = (typeof GROOMING)[number]
/** An act of grooming that is due, or will be. */
export interface GroomDue {
  planting: Planting
  act: Act
  everyDays: number
  /** Days since it was last done; null: never written down, and counted from the day it was planted. */
  doneAgo: number | null
  /** Days until it is due; negative: late. */
  inDays: number
}

/** What was set on stone or wood and is not tied on paper is asked for so long; then it holds or is gone. Thread rots after so many days: then one looks whether it holds by itself, and for so long. Common practice. */
const ASKED_DAYS = 60
const THREAD_DAYS = 42
const LOOK_DAYS = 28

/** Whether what grows on stone or wood is to be tied or glued, or looked at because its thread has rotted. */
function fixingDue(history: TankHistory, planting: Planting, today: number): GroomDue[] {
  if (planting.perch === null) return []
  const { hardscapeId } = planting.perch
  const record = history.plantings.find(({ id }) => id === planting.id)
  const set = record?.stands.findLast(
    ({ from, is }, i, all) =>
      dayOf(from) <= today &&
      is?.perch?.hardscapeId === hardscapeId &&
      all[i - 1]?.is?.perch?.hardscapeId !== hardscapeId,
  )
  const setOn = dayOf(set?.from ?? planting.plantedAt)
  const fixed = lastGroomed(history, planting, 'fixed', today)
  const base = { planting, act: 'fixed' as const, everyDays: THREAD_DAYS }
  if (fixed === null || fixed < setOn - 1)
    return today - setOn > ASKED_DAYS ? [] : [{ ...base, doneAgo: null, inDays: setOn - today }]
  const doneAgo = today - fixed
  return doneAgo > THREAD_DAYS + LOOK_DAYS
    ? []
    : [{ ...base, doneAgo, inDays: THREAD_DAYS - doneAgo }]
}

/** How often each kind of plant wants each act, days. Common practice, from memory. */
function wantedBy(
  { group }: Species,
  { multiplies, land }: PlantFacts,
): { act: Act; everyDays: number }[] {
  if (land === 'roots in the water') return [{ act: 'roots-pruned', everyDays: 42 }]
  switch (group) {
    case 'rosette':
      return [
        { act: 'leaves-taken', everyDays: 21 },
        ...(multiplies.includes('runners') ? [{ act: 'runners-cut' as const, everyDays: 42 }] : []),
      ]
    case 'crypt':
      return [
        { act: 'leaves-taken', everyDays: 42 },
        { act: 'runners-cut', everyDays: 84 },
      ]
    case 'epiphyte':
      return land === null ? [{ act: 'leaves-taken', everyDays: 60 }] : []
    case 'moss':
      return [{ act: 'thinned', everyDays: 42 }]
    case 'carpet':
      return [{ act: 'poked', everyDays: POKE_DAYS }]
    case 'floating':
      return [{ act: 'thinned', everyDays: 10 }]
    case 'stem-fast':
    case 'stem-slow':
      return []
  }
}
/** Floaters that cover less than this are left alone, %. Common practice. */
const FLOATERS_FROM = 50

/** What is to be groomed, the latest first. Cutting to a height is on the page of trims. */
export function groomingDue(history: TankHistory, now: Instant): GroomDue[] {
  const today = dayOf(now)
  return plantingsAt(history, now)
    .flatMap((planting): GroomDue[] => {
      const species = speciesOf(history, planting)
      const few =
        species.group === 'floating' &&
        (fitCover(history, planting, now)?.now.value ?? FLOATERS_FROM) < FLOATERS_FROM
      if (few) return []
      const regular = wantedBy(species, factsOf(species)).map(({ act, everyDays }) => {
        const last = lastGroomed(history, planting, act, today)
        const doneAgo = last === null ? null : today - last
        const since = doneAgo ?? today - dayOf(planting.plantedAt)
        return { planting, act, everyDays, doneAgo, inDays: everyDays - since }
      })
      return [...regular, ...fixingDue(history, planting, today)]
    })
    .sort((a, b) => a.inDays - b.inDays)
}

/** A flower of late: good news, and a choice. */
export interface Flower {
  planting: Planting
  stage: 'budding' | 'open' | 'spent'
  day: number
  /** What was done with its spike since, or null. */
  spike: 'spike-cut' | 'spike-left' | null
}
const FLOWER_DAYS = 60

/** The latest flower of each planting that flowered of late. */
export function flowersOf(history: TankHistory, now: Instant): Flower[] {
  const today = dayOf(now)
  return plantingsAt(history, now).flatMap((planting): Flower[] => {
    const last = entriesOf(history.entries, 'flowering').findLast(
      (entry) =>
        entry.plantingId === planting.id &&
        entryDay(entry) <= today &&
        entryDay(entry) > today - FLOWER_DAYS,
    )
    if (!last) return []
    const spike = entriesOf(history.entries, 'groom').findLast(
      (entry) =>
        (entry.what === 'spike-cut' || entry.what === 'spike-left') &&
        entry.place.of === 'planting' &&
        entry.place.id === planting.id &&
        entryDay(entry) >= entryDay(last) - 7 &&
        entryDay(entry) <= today,
    )
    const what = spike?.what
    return [
      {
        planting,
        stage: last.stage,
        day: entryDay(last),
        spike: what === 'spike-cut' || what === 'spike-left' ? what : null,
      },
    ]
  })
}

/** What loosened or bit a planting, as far as the record tells. */
export interface Harm {
  planting: Planting
  sign: 'chewed' | 'lifting'
  day: number
  /** Who or what stands near it in the record; `nothing`: neither animals that do so nor a cleaning just before. */
  by:
    | { of: 'animals'; names: string[] }
    | { of: 'cleaning'; item: string; days: number }
    | { of: 'nothing' }
}
const HARM_DAYS = 45
/** A siphon that lifted a mat did so within so many days. */
const AFTER_CLEANING_DAYS = 3

/** Plants seen eaten or lifted of late, tied to who lives here and to what was cleaned just before. */
export function harmsOf(history: TankHistory, now: Instant): Harm[] {
  const today = dayOf(now)
  const { populations } = tankNow(history, now)
  const standing = plantingsAt(history, now)
  const latest = new Map<string, Harm>()
  for (const entry of entriesOf(history.entries, 'sign')) {
    const { sign, place } = entry
    if ((sign !== 'chewed' && sign !== 'lifting') || place.of !== 'planting') continue
    const day = entryDay(entry)
    const planting = standing.find(({ id }) => id === place.id)
    if (!planting || day > today || day <= today - HARM_DAYS) continue
    const does =
      sign === 'chewed' ? ['eats soft leaves', 'eats and digs'] : ['digs', 'eats and digs']
    const names = populations
      .filter(({ toPlants }) => toPlants !== undefined && does.includes(toPlants))
      .map(({ name }) => name)
    const cleaned = entriesOf(history.entries, 'clean').findLast(
      (one) => entryDay(one) <= day && entryDay(one) >= day - AFTER_CLEANING_DAYS,
    )
    latest.set(`${planting.id} ${sign}`, {
      planting,
      sign,
      day,
      by: byWhom(names, sign, cleaned, day),
    })
  }
  return [...latest.values()].reverse()
}

function byWhom(
  names: string[],
  sign: Harm['sign'],
  cleaned: EntryOf<'clean'> | undefined,
  day: number,
): Harm['by'] {
  if (sign === 'lifting' && cleaned)
    return { of: 'cleaning', item: cleaned.item, days: day - entryDay(cleaned) }
  return names.length > 0 ? { of: 'animals', names } : { of: 'nothing' }
}
