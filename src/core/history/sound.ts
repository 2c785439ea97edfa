import { dayOf, type Instant } from '../quantity/time'
import type { Layout, Plan, Planting, Point, Routine, TankHistory, Vessel } from './types'

/** Where in a story a fault lies, as in its file, and what it is. */
export interface StoryFault {
  at: string
  fault: string
}

/** A drawing of more corners than this is no drawing of a tank; each corner is looked at for every day drawn. */
const MOST_CORNERS = 20_000
const MOST_STEMS = 20_000
const MOST_PLANTINGS_A_LAYOUT = 200
/** A leaf or a branch may hang over the rim by so much of the tank's height. */
const OVER_THE_RIM = 2
/** Rounding of hand-drawn corners, cm. */
const SLACK_CM = 0.51

/**
 * What no single part of a story shows: things outside their vessel, too much for any tank, plans that cannot be carried out,
 * times to come. Empty when all is well. Ids and references are checked where the story is read.
 */
export function storyFaults(history: TankHistory, now: Instant): StoryFault[] {
  return [
    ...layoutFaults(history),
    ...plantingFaults(history),
    ...amountFaults(history),
    ...history.routines.flatMap(routineFaults),
    ...history.plans.flatMap((plan, i) =>
      planFaults(plan).map((fault) => ({ at: `plans[${i}]`, fault })),
    ),
    ...timeFaults(history, now),
  ]
}

const inside = ([x, z]: Point, { lengthCm, depthCm }: Vessel) =>
  x >= -SLACK_CM && x <= lengthCm + SLACK_CM && z >= -SLACK_CM && z <= depthCm + SLACK_CM

function layoutFaults({ layouts, vessel }: TankHistory): StoryFault[] {
  return layouts.flatMap((layout, i) => {
    const at = `layouts[${i}]`
    const { profile } = layout.ground
    const deep = profile.findIndex(
      (station) => Math.max(station.frontCm, station.backCm) > vessel.heightCm,
    )
    const out = profile.findIndex(
      (station, n) =>
        station.x > vessel.lengthCm + SLACK_CM || (n > 0 && station.x < profile[n - 1].x),
    )
    return [
      ...(deep >= 0
        ? [
            {
              at: `${at}.ground.profile[${deep}]`,
              fault: 'the ground is deeper than the vessel is high',
            },
          ]
        : []),
      ...(out >= 0
        ? [
            {
              at: `${at}.ground.profile[${out}]`,
              fault: 'the places must go from left to right within the glass',
            },
          ]
        : []),
      ...(layout.to !== null && layout.to < layout.from
        ? [{ at, fault: 'it ends before it begins' }]
        : []),
      ...layout.hardscape.flatMap((piece, n) =>
        pieceFaults(piece, vessel).map((fault) => ({ at: `${at}.hardscape[${n}]`, fault })),
      ),
    ]
  })
}

function pieceFaults(piece: Layout['hardscape'][number], vessel: Vessel): string[] {
  const { lengthCm, heightCm } = vessel
  const drawn = piece.outline.every(
    ([x, y]) =>
      x >= -lengthCm / 2 && x <= lengthCm * 1.5 && y >= -SLACK_CM && y <= heightCm * OVER_THE_RIM,
  )
  return [
    ...(drawn ? [] : ['its outline lies outside the vessel']),
    ...(piece.footprint.every((point) => inside(point, vessel))
      ? []
      : ['its footprint lies outside the glass']),
  ]
}

function plantingFaults({ plantings, layouts, vessel }: TankHistory): StoryFault[] {
  const stakes = new Map<string, number>()
  const pieces = new Set(layouts.flatMap((layout) => layout.hardscape.map((piece) => piece.id)))
  return plantings.flatMap((planting, i) => {
    const key = `${planting.layoutId} ${planting.stake}`
    const twin = stakes.get(key)
    stakes.set(key, twin ?? i)
    const faults = [
      ...(twin === undefined
        ? []
        : [`the stake ${planting.stake} stands already at plantings[${twin}]`]),
      ...(planting.patch.every((point) => inside(point, vessel))
        ? []
        : ['its patch lies outside the glass']),
      ...(planting.perch && planting.perch.heightCm > vessel.heightCm * OVER_THE_RIM
        ? ['its perch is above the vessel']
        : []),
      ...(planting.perch && !pieces.has(planting.perch.hardscapeId)
        ? [`it grows on “${planting.perch.hardscapeId}”, which is no piece of this tank`]
        : []),
      ...(planting.removedAt !== null && planting.removedAt < planting.plantedAt
        ? ['it was removed before it was planted']
        : []),
    ]
    return faults.map((fault) => ({ at: `plantings[${i}]`, fault }))
  })
}

function amountFaults({ plantings, layouts }: TankHistory): StoryFault[] {
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)
  const corners =
    sum(plantings.map((planting) => planting.patch.length)) +
    sum(
      layouts.flatMap((layout) =>
        layout.hardscape.map((piece) => piece.outline.length + piece.footprint.length),
      ),
    )
  const crowded = layouts.flatMap((layout, i): StoryFault[] => {
    const own: readonly Planting[] = plantings.filter((planting) => planting.layoutId === layout.id)
    if (own.length > MOST_PLANTINGS_A_LAYOUT)
      return [
        {
          at: `layouts[${i}]`,
          fault: `${own.length} plantings are more than one layout can hold (${MOST_PLANTINGS_A_LAYOUT})`,
        },
      ]
    const stems = sum(own.map((planting) => planting.stems))
    return stems > MOST_STEMS
      ? [
          {
            at: `layouts[${i}]`,
            fault: `${stems} stems are more than a tank can hold (${MOST_STEMS})`,
          },
        ]
      : []
  })
  return [
    ...(corners > MOST_CORNERS
      ? [
          {
            at: 'layouts',
            fault: `the drawings have ${corners} corners together; ${MOST_CORNERS} are the most`,
          },
        ]
      : []),
    ...crowded,
  ]
}

/** A change takes a part of the water; other routines say an amount of their own kind. */
function routineFaults(routine: Routine, i: number): StoryFault[] {
  return routine.kind === 'water-change' &&
    routine.amount !== null &&
    !(routine.amount > 0 && routine.amount <= 1)
    ? [{ at: `routines[${i}]`, fault: 'a change takes a part of the water between 0 and 1' }]
    : []
}

function timeFaults({ entries, vessel, plantings }: TankHistory, now: Instant): StoryFault[] {
  const end = dayOf(now) + 1
  const ahead = entries.findIndex((entry) => dayOf(entry.at) > end)
  const planted = plantings.findIndex((planting) => dayOf(planting.plantedAt) > end)
  return [
    ...(ahead >= 0
      ? [{ at: `entries[${ahead}]`, fault: `${entries[ahead].at} has not happened yet` }]
      : []),
    ...(planted >= 0
      ? [{ at: `plantings[${planted}]`, fault: 'it has not been planted yet' }]
      : []),
    ...(dayOf(vessel.startedAt) > end
      ? [{ at: 'vessel.startedAt', fault: 'the first day has not come yet' }]
      : []),
  ]
}

/** Why a plan cannot be carried out: steps or stages that stand twice or nowhere, a circle. Empty when it can. */
export function planFaults({ steps, stages }: Plan): string[] {
  const twice = (list: readonly (string | number)[]) =>
    list.find((item, i) => list.indexOf(item) !== i)
  const ids = new Set(steps.map((step) => step.id))
  const numbers = new Set(stages.map((stage) => stage.number))
  const [sameStep, sameStage] = [
    twice(steps.map((step) => step.id)),
    twice(stages.map((stage) => stage.number)),
  ]
  const loose = steps.flatMap((step) =>
    step.after
      .filter((id) => !ids.has(id))
      .map((id) => `the step “${step.id}” waits for “${id}”, which is not in the plan`),
  )
  const homeless = steps
    .filter((step) => !numbers.has(step.stage))
    .map((step) => `the step “${step.id}” belongs to stage ${step.stage}, which is not in the plan`)
  const faults = [
    ...(stages.length === 0 ? ['it has no stage'] : []),
    ...(sameStep === undefined ? [] : [`the step “${sameStep}” stands twice`]),
    ...(sameStage === undefined ? [] : [`the stage ${sameStage} stands twice`]),
    ...loose.slice(0, 3),
    ...homeless.slice(0, 3),
  ]
  return faults.length > 0 || !hasCircle(steps)
    ? faults
    : ['its steps wait for each other in a circle']
}

/** Takes away, again and again, what waits for nothing that is left (Kahn 1962, Commun. ACM 5:558–562); what remains is a circle. */
function hasCircle(steps: Plan['steps']): boolean {
  const waits = new Map(steps.map((step) => [step.id, new Set(step.after).size]))
  const followers = new Map<string, string[]>()
  for (const step of steps)
    for (const id of new Set(step.after)) followers.set(id, [...(followers.get(id) ?? []), step.id])
  const free = steps.filter((step) => waits.get(step.id) === 0).map((step) => step.id)
  let done = 0
  for (let id = free.pop(); id !== undefined; id = free.pop()) {
    done++
    for (const follower of followers.get(id) ?? []) {
      const left = waits.get(follower)! - 1
      waits.set(follower, left)
      if (left === 0) free.push(follower)
    }
  }
  return done < steps.length
}
