import { sayGlass } from '@/ui/say-glass'
import { waitingList } from '@/core/gardening/cuttings/waiting-list'
import { sayWaiting } from '@/core/gardening/cuttings/waiting-list.words'
import { METRIC, type Measures } from '@/core/quantity/measures'
import { routineName } from '@/core/history/routine.words'
import { boxOf, fieldChanges } from '@/core/history/field-changes'
import { sayFieldChanges } from '@/core/history/field-changes.words'
import { factName } from '@/core/history/fact-names'
import { applyDiffs, type FactDiff } from '@/core/history/diff'
import { versionOn, type Temporary } from '@/core/history/dated'
import { EQUIPMENT_KINDS, type EquipmentKind } from '@/core/history/equipment'
import { entryDay } from '@/core/history/journal-index'
import { headCount, routinesAt, speciesOf } from '@/core/history/lookup'
import { mainKind, tankNow, type Tank } from '@/core/history/tank-at'
import {
  type Hardscape,
  type Planting,
  type Population,
  type Prices,
  type Species,
  type TankHistory,
} from '@/core/history/types'
import { PLANT_KINDS } from '@/core/plants/kinds'
import { sayAgo, sayEvery, sayNumber } from '@/core/quantity/say'
import { dayOf, type Instant } from '@/core/quantity/time'
import { localMoment } from '@/core/quantity/zone'
import type { KeptAct } from '@/data/acts'
import { shownOfVessel } from '@/data/facts/vessel'
import { groundDepth, groundLitres } from '@/core/vessel/ground-depth'
import { stampOf } from '@/data/stamp'
import { speciesChoices } from '@/ui/species-fields'
import { sayDay } from '@/ui/when'
import { fieldsOfSetting, saySetting } from './equipment-fields'

import { sayOtherKinds } from './kinds-field'

type Fields = Record<string, string>
interface Line {
  id: string
  says: string
}
export interface FactsModel {
  slug: string
  today: string
  glass: Fields
  glassStamp: string
  glassSays: string
  /** Null for a tank without a layout. */
  ground: { says: string; fields: Fields } | null
  plantings: (Line & { stamp: string; stake: string; name: string; fields: Fields })[]
  pulled: (Line & { stake: string; name: string })[]
  parents: Line[]
  pieces: (Line & { label: string; fields: Fields })[]
  takenOut: { id: string; label: string }[]
  equipment: (Line & {
    stamp: string
    name: string
    kind: EquipmentKind
    fields: Fields
    /** What it was before and when, newest first. */
    before: string[]
  })[]
  newThings: Record<EquipmentKind, Fields>
  animals: (Line & { name: string; fields: Fields })[]
  routines: (Line & { stamp: string; title: string; fields: Fields })[]
  /** What waits for its day, each as its list says it. */
  waiting: string[]
  prices: Prices
  species: Line[]
  /** Other tanks, to which something can be moved. */
  tanks: { slug: string; name: string }[]
  acts: (Line & { undone: boolean })[]
}

/** What was pulled out can be put back from this page for so many days. */
const REMEMBERED_DAYS = 60

/** Everything that stands in a tank, as lines and as the fields of their forms. */
export function factsModel(
  story: TankHistory,
  now: Instant,
  {
    species = [],
    acts = [],
    tanks = [],
    measures = METRIC,
  }: {
    species?: readonly Species[]
    acts?: readonly KeptAct[]
    tanks?: readonly { slug: string; name: string }[]
    measures?: Measures
  } = {},
): FactsModel {
  const tank = tankNow(story, now)
  const zone = tank.vessel.timeZone
  const known = knownSpecies(story, species)
  return {
    slug: story.vessel.slug,
    today: localMoment(now, zone).slice(0, 10),
    ...glassPart(story, tank, now, measures),
    ground: groundPart(tank, measures),
    ...plantingParts(story, tank, now, known),
    ...pieceParts(story, tank, now, measures),
    equipment: equipmentLines(story, tank, now, measures),
    newThings: Object.fromEntries(
      EQUIPMENT_KINDS.map((kind) => [kind, fieldsOfSetting(kind, null)]),
    ) as Record<EquipmentKind, Fields>,
    animals: tank.populations.map((population) => ({
      id: population.id,
      name: population.name,
      says: sayPopulation(population, story, now, measures),
      fields: populationFields(population, zone),
    })),
    routines: routinesAt(story, now).map((routine) => routineLine(routine, story, now)),
    waiting: waitingList(story, now).map(sayWaiting),
    prices: tank.vessel.care.prices ?? { currency: '', each: {} },
    species: speciesChoices(known),
    tanks: [...tanks],
    acts: acts.map((act) => ({
      id: act.id,
      says: sayAct(act, story, now, measures),
      undone: act.undoneAt !== null,
    })),
  }
}

/** The end and the reason of what stands for a while only; null where it lasts. */
const sayWhile = (
  temporary: Temporary | null | undefined,
  { vessel }: TankHistory,
  now: Instant,
): string | null =>
  temporary ? `until ${sayDay(temporary.until, vessel.timeZone, now)}: ${temporary.because}` : null

function glassPart(story: TankHistory, tank: Tank, now: Instant, measures: Measures) {
  return {
    glassStamp: stampOf(shownOfVessel(story.vessel)),
    glass: glassFields(tank),
    glassSays: [
      sayGlass(tank.vessel, measures),
      `filled to ${measures.say(tank.vessel.waterlineCm, 'cm')}`,
      sayWhile(versionOn(story.vessel.glass, dayOf(now))?.temporary, story, now),
    ]
      .filter(Boolean)
      .join(', '),
  }
}

/** The ground as its form has it: its depth at both ends and in the middle. */
function groundPart({ vessel, layout }: Tank, measures: Measures): FactsModel['ground'] {
  if (!layout) return null
  const { ground } = layout
  const depth = (share: number, z: number) =>
    String(Number(groundDepth(ground, vessel.depthCm, share * vessel.lengthCm, z).toFixed(1)))
  const at = (place: string, share: number) => ({
    [`${place}Front`]: depth(share, 0),
    [`${place}Back`]: depth(share, vessel.depthCm),
  })
  return {
    says: `${ground.material}, about ${measures.say(groundLitres(ground, vessel), 'L', 1)}`,
    fields: {
      material: ground.material,
      laidOn: localMoment(ground.laidAt, vessel.timeZone).slice(0, 10),
      ...at('left', 0),
      ...at('middle', 0.5),
      ...at('right', 1),
    },
  }
}

function plantingParts(
  story: TankHistory,
  tank: Tank,
  now: Instant,
  known: readonly Species[],
): Pick<FactsModel, 'plantings' | 'pulled' | 'parents'> {
  const zone = tank.vessel.timeZone
  return {
    plantings: tank.plantings.map((planting) => ({
      id: planting.id,
      stamp: stampOf(story.plantings.find(({ id }) => id === planting.id)),
      stake: planting.stake,
      name: planting.name,
      says: sayPlanting(planting, story, now),
      fields: plantingFields(planting, zone, known),
    })),
    pulled: story.plantings.flatMap(({ id, stake, name, ended }) => {
      if (!ended || dayOf(now) - dayOf(ended.at) >= REMEMBERED_DAYS) return []
      const fate = ended.became === 'not said' ? '' : `, ${ended.became}`
      return [{ id, stake, name, says: `pulled out ${sayDay(ended.at, zone, now)}${fate}` }]
    }),
    parents: story.plantings.map(({ id, stake, name }) => ({ id, says: `${stake} ${name}` })),
  }
}

function pieceParts(
  story: TankHistory,
  { layout }: Tank,
  now: Instant,
  measures: Measures,
): Pick<FactsModel, 'pieces' | 'takenOut'> {
  return {
    pieces: (layout?.hardscape ?? []).map((piece) => ({
      id: piece.id,
      label: piece.label,
      says: sayPiece(piece, measures),
      fields: pieceFields(piece),
    })),
    takenOut: story.pieces
      .filter(({ stands }) => versionOn(stands, dayOf(now))?.is === null)
      .map(({ id, label }) => ({ id, label })),
  }
}

const routineLine = (
  routine: TankHistory['routines'][number],
  { equipment, vessel }: TankHistory,
  now: Instant,
) => ({
  id: routine.id,
  stamp: stampOf(routine),
  title: routineName(routine, equipment),
  says: [
    sayEvery(routine.everyDays),
    ...(routine.until ? [`until ${sayDay(routine.until, vessel.timeZone, now)}`] : []),
  ].join(', '),
  fields: {
    kind: routine.kind,
    says: routine.says ?? '',
    everyDays: String(routine.everyDays),
    amount: amountOf(routine),
    equipmentId: routine.equipmentId ?? '',
    until: routine.until ? localMoment(routine.until, vessel.timeZone).slice(0, 10) : '',
    ends: '',
  },
})

const knownSpecies = (story: TankHistory, species: readonly Species[]): Species[] =>
  [...story.species, ...species, ...PLANT_KINDS.map((kind) => kind.species)]
    .filter((one, i, all) => all.findIndex((other) => other.id === one.id) === i)
    .sort((a, b) => a.name.localeCompare(b.name))

function glassFields({ vessel }: Tank): Fields {
  return {
    name: vessel.name,
    kind: vessel.kind,
    startedOn: localMoment(vessel.startedAt, vessel.timeZone).slice(0, 10),
    altitudeM: String(vessel.altitudeM),
    timeZone: vessel.timeZone,
    standsAt: vessel.standsAt,
    lengthCm: String(vessel.lengthCm),
    depthCm: String(vessel.depthCm),
    heightCm: String(vessel.heightCm),
    waterlineCm: String(vessel.waterlineCm),
    glassMm: String(vessel.glassMm),
    shape: vessel.build?.shape ?? 'box',
    bowCm: vessel.build?.bowCm ? String(vessel.build.bowCm) : '',
    chamberCm: vessel.build?.chamberCm ? String(vessel.build.chamberCm) : '',
    panes: vessel.build?.panes ?? 'glass',
    bracing: vessel.build?.bracing ?? 'none',
  }
}

function sayPlanting(planting: Planting, story: TankHistory, now: Instant): string {
  const record = story.plantings.find(({ id }) => id === planting.id)
  const species = speciesOf(story, planting)
  const { sure } = mainKind(planting)
  const others = planting.kinds.length - 1
  return [
    `${sure === 'thought to be' ? 'thought to be ' : ''}${species.name}${others > 0 ? ` and ${others} more` : ''}`,
    planting.zone,
    `${planting.origin === 'found' ? 'found' : 'since'} ${sayDay(planting.plantedAt, story.vessel.timeZone, now)}`,
    sayWhile(record && versionOn(record.stands, dayOf(now))?.temporary, story, now),
  ]
    .filter(Boolean)
    .join(', ')
}

function plantingFields(planting: Planting, timeZone: string, species: readonly Species[]): Fields {
  const { name, zone, stems, plantedAt, patch, perch, origin, kinds, parentIds } = planting
  const [left, right, front, back] = boxOf(patch).map(String)
  return {
    species: planting.speciesId,
    newName: '',
    newHeight: '',
    newTint: 'green',
    name,
    zone,
    stems: String(stems),
    plantedOn: localMoment(plantedAt, timeZone).slice(0, 10),
    sure: mainKind(planting).sure,
    origin,
    parent: parentIds[0] ?? '',
    also: sayOtherKinds(kinds, species),
    left,
    right,
    front,
    back,
    grownOn: perch?.hardscapeId ?? '',
    grownAtCm: perch ? String(perch.heightCm) : '',
  }
}

function sayPiece({ material, focal, outline }: Hardscape, measures: Measures): string {
  const [left, right, , top] = boxOf(outline)
  const edge = (cm: number) => measures.figure(cm, 'cm')
  return `${material}${focal ? ', the main piece' : ''}, ${edge(left)}–${edge(right)} ${measures.unit('cm')} from the left, up to ${measures.say(top, 'cm')}`
}

function pieceFields({ label, material, focal, outline, footprint }: Hardscape): Fields {
  const [left, right, front, back] = boxOf(footprint).map(String)
  const topCm = String(boxOf(outline)[3])
  return {
    label,
    material,
    focal: String(focal),
    left,
    right,
    front,
    back,
    topCm,
    shown: [left, right, front, back, topCm].join(' '),
  }
}

/** When a thing was last cleaned or seen to, or null. */
function lastServed({ entries }: TankHistory, equipmentId: string, now: Instant): string | null {
  const last = entries.findLast(
    (entry) =>
      (entry.kind === 'clean' || entry.kind === 'equipment') &&
      entry.equipmentId === equipmentId &&
      entryDay(entry) <= dayOf(now),
  )
  if (!last) return null
  const did = last.kind === 'clean' ? 'cleaned' : 'seen to'
  return `${did} ${sayAgo(Math.floor(dayOf(now) - entryDay(last)))}`
}

function equipmentLines(
  story: TankHistory,
  tank: Tank,
  now: Instant,
  measures: Measures,
): FactsModel['equipment'] {
  const zone = tank.vessel.timeZone
  return tank.equipment.map((thing) => {
    const record = story.equipment.find(({ id }) => id === thing.id)!
    const version = versionOn<unknown>(record.settings, dayOf(now))
    const former = record.settings.filter((one) => one !== version && one.from < now).reverse()
    return {
      id: thing.id,
      kind: thing.kind,
      name: thing.name,
      stamp: stampOf(record),
      says: [
        saySetting(thing, measures),
        sayWhile(version?.temporary, story, now),
        lastServed(story, thing.id, now),
      ]
        .filter(Boolean)
        .join(', '),
      fields: {
        name: thing.name,
        servesId: thing.servesId ?? '',
        running: thing.setting === null ? 'off' : 'on',
        ...fieldsOfSetting(thing.kind, thing.setting),
      },
      before: former.map(
        ({ from, is }) =>
          `from ${sayDay(from, zone, now)}: ${saySetting({ ...thing, setting: is } as typeof thing, measures) || 'as it came'}`,
      ),
    }
  })
}

function sayPopulation(
  population: Population,
  story: TankHistory,
  now: Instant,
  measures: Measures,
): string {
  const zone = story.vessel.timeZone
  const { count, plusMinus } = headCount(story, population, now)
  const { kind, adultLengthCm, temporary } = population
  return [
    `${count}${plusMinus > 0 ? ` ± ${plusMinus}` : ''}`,
    kind,
    `${measures.say(adultLengthCm, 'cm')} grown`,
    `since ${sayDay(population.since, zone, now)}`,
    sayWhile(temporary, story, now),
  ]
    .filter(Boolean)
    .join(', ')
}

function populationFields(population: Population, zone: string): Fields {
  const band = (parameter: 'temperature' | 'pH' | 'gh' | 'kh' | 'nitrate') => {
    const held = population.needs[parameter]
    return {
      [`${parameter}-low`]: held?.low?.toString() ?? '',
      [`${parameter}-high`]: held?.high?.toString() ?? '',
    }
  }
  const { temporary } = population
  return {
    name: population.name,
    kind: population.kind,
    adultLengthCm: String(population.adultLengthCm),
    since: localMoment(population.since, zone).slice(0, 10),
    endedOn: '',
    until: temporary ? localMoment(temporary.until, zone).slice(0, 10) : '',
    because: temporary?.because ?? '',
    ...band('temperature'),
    ...band('pH'),
    ...band('gh'),
    ...band('kh'),
    'nitrate-high': band('nitrate')['nitrate-high'],
    keptAs: '',
    toPlants: population.toPlants ?? '',
  }
}

function amountOf({ kind, amount }: TankHistory['routines'][number]): string {
  if (amount === null) return ''
  return kind === 'water-change' ? sayNumber(amount * 100) : String(amount)
}

/** What an act was, in a sentence: when it was written, of what, and what of it. */
function sayAct(act: KeptAct, story: TankHistory, now: Instant, measures: Measures): string {
  const zone = story.vessel.timeZone
  const own = act.diffs.filter(({ vesselId }) => vesselId === story.vessel.id)
  // What is gone by now is called as it was called then.
  const then = applyDiffs(story, own.map(asItWas))
  const what = own.map(
    (diff) => `${factName(diff, then)}: ${sayFieldChanges(fieldChanges(diff), measures)}`,
  )
  const how = {
    correction: 'put right',
    change: `changed${act.holdsFrom ? ` from ${sayDay(act.holdsFrom, zone, now)} on` : ''}`,
    'plan-step': 'done by a step of a plan',
    move: 'moved',
  }[act.kind]
  return `${sayDay(act.madeAt, zone, now)}, ${how}${act.undoneAt ? ', taken back' : ''}: ${what.join('. ') || 'lines of the book'}`
}

const asItWas = (diff: FactDiff) => ({ ...diff, after: diff.after ?? diff.before }) as FactDiff
