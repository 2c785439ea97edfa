import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import type { PointsAt } from '@/core/journal/shape'
import { referencesOf } from '@/core/journal/subjects'

const PARTS = [
  'layouts',
  'pieces',
  'species',
  'plantings',
  'equipment',
  'populations',
  'sources',
  'products',
  'routines',
  'plans',
  'drafts',
] as const
type StoryPart = (typeof PARTS)[number]
/** How what is missing is called. */
const SAY: Record<StoryPart, string> = {
  layouts: 'layout',
  pieces: 'piece',
  species: 'species',
  plantings: 'planting',
  equipment: 'thing',
  populations: 'animals',
  sources: 'source water',
  products: 'product',
  routines: 'routine',
  plans: 'plan',
  drafts: 'draft',
}
/** A place that speaks of something by its id; null: of nothing. */
interface Reference {
  at: string
  part: StoryPart
  id: string | null
}

/** Ids that stand twice and references that lead nowhere, each with its place. Empty when all is well. */
export function looseEnds(history: TankHistory): string[] {
  const ids = Object.fromEntries(
    PARTS.map((part) => [
      part,
      new Set((history[part] as readonly { id: string }[]).map(({ id }) => id)),
    ]),
  ) as Record<StoryPart, Set<string>>
  const twice = PARTS.filter((part) => ids[part].size !== history[part].length)
  const entryIds = new Set(history.entries.map(({ id }) => id))
  return [
    ...[...twice, ...(entryIds.size === history.entries.length ? [] : ['entries'])].map(
      (part) => `${part}: the same id stands twice`,
    ),
    ...[...referencesOfFacts(history), ...history.entries.flatMap(referencesOfEntry)].flatMap(
      ({ at, part, id }) =>
        id === null || ids[part].has(id)
          ? []
          : [
              `${at}: there ${part === 'populations' ? 'are' : 'is'} no ${SAY[part]} “${id}” in the file`,
            ],
    ),
    ...looseSteps(history),
  ]
}

function referencesOfFacts(history: TankHistory): Reference[] {
  return [
    ...history.pieces.flatMap(({ stands }, i) => spots(`pieces[${i}]`, stands)),
    ...history.drafts.flatMap(({ board, basis }, i) =>
      [...board.plantings, ...basis.plantings].map(({ speciesId }): Reference => ({
        at: `drafts[${i}].board.plantings`,
        part: 'species',
        id: speciesId,
      })),
    ),
    ...history.plantings.flatMap(({ stands, kinds }, i) => [
      ...spots(`plantings[${i}]`, stands),
      ...kinds.map(({ speciesId }, k): Reference => ({
        at: `plantings[${i}].kinds[${k}].speciesId`,
        part: 'species',
        id: speciesId,
      })),
    ]),
    ...history.equipment.map(({ servesId }, i): Reference => ({
      at: `equipment[${i}].servesId`,
      part: 'equipment',
      id: servesId,
    })),
    ...history.routines.map(({ equipmentId }, i): Reference => ({
      at: `routines[${i}].equipmentId`,
      part: 'equipment',
      id: equipmentId,
    })),
  ]
}

const spots = (at: string, stands: readonly { is: { layoutId: string } | null }[]): Reference[] =>
  stands.map(({ is }, k) => ({
    at: `${at}.stands[${k}].is.layoutId`,
    part: 'layouts',
    id: is?.layoutId ?? null,
  }))

/** In which part of a story each thing stands that an entry can point at. */
const PART_OF: Record<PointsAt, StoryPart> = {
  planting: 'plantings',
  piece: 'pieces',
  population: 'populations',
  source: 'sources',
  equipment: 'equipment',
  plan: 'plans',
}
const referencesOfEntry = (entry: Entry, i: number): Reference[] =>
  referencesOf(entry).map(({ to, id }) => ({ at: `entries[${i}]`, part: PART_OF[to], id }))

function looseSteps({ plans, entries }: TankHistory): string[] {
  const steps = new Set(plans.flatMap((plan) => plan.steps.map((step) => `${plan.id} ${step.id}`)))
  return entries.flatMap((entry, i) =>
    entry.kind !== 'step-done' || steps.has(`${entry.planId} ${entry.stepId}`)
      ? []
      : [`entries[${i}]: there is no step “${entry.stepId}” of that plan in the file`],
  )
}
