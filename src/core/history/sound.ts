import { isOwnAncestor } from './ancestry'
import { isWithin } from './glass-shape'
import { dayOf, type Instant } from '../quantity/time'
import { heldOn, inOrder, type Dated } from './dated'
import type {
  Glass,
  Ground,
  LayoutRecord,
  PieceSpot,
  Plan,
  PlantingRecord,
  PlantingSpot,
  Point,
  Routine,
  TankHistory,
} from './types'

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
  const order = orderFaults(history)
  if (order.length > 0) return order
  return [
    ...layoutFaults(history),
    ...pieceFaults(history),
    ...plantingFaults(history),
    ...spanFaults(history),
    ...amountFaults(history),
    ...history.routines.flatMap(routineFaults),
    ...history.plans.flatMap((plan, i) =>
      planFaults(plan).map((fault) => ({ at: `plans[${i}]`, fault })),
    ),
    ...timeFaults(history, now),
  ]
}

const inside = (point: Point, glass: Glass) => isWithin(glass, point, SLACK_CM)

/** The glass that stood on the day of a version, for what must fit into it. */
const glassOf = ({ vessel }: TankHistory, from: Instant): Glass => heldOn(vessel.glass, dayOf(from))

function orderFaults(history: TankHistory): StoryFault[] {
  const dated: [string, Dated<unknown>][] = [
    ['vessel.glass', history.vessel.glass],
    ['vessel.care', history.vessel.care],
    ...history.layouts.map(({ ground }, i) => pair(`layouts[${i}].ground`, ground)),
    ...history.pieces.map(({ stands }, i) => pair(`pieces[${i}].stands`, stands)),
    ...history.plantings.map(({ stands }, i) => pair(`plantings[${i}].stands`, stands)),
    ...history.equipment.map(({ settings }, i) => pair(`equipment[${i}].settings`, settings)),
    ...history.sources.map(({ analyses }, i) => pair(`sources[${i}].analyses`, analyses)),
  ]
  return dated
    .filter(([, versions]) => !inOrder(versions))
    .map(([at]) => ({ at, fault: 'its versions must go forward in time, one at a moment' }))
}
const pair = (at: string, versions: Dated<unknown>): [string, Dated<unknown>] => [at, versions]

function layoutFaults(history: TankHistory): StoryFault[] {
  const { layouts } = history
  return layouts.flatMap((layout, i) => {
    const at = `layouts[${i}]`
    const twin = layouts.findIndex((other, k) => k < i && overlap(other, layout))
    return [
      ...layout.ground.flatMap(({ from, is }, k) =>
        profileFaults(is, glassOf(history, from), `${at}.ground[${k}].is.profile`),
      ),
      ...(layout.to !== null && layout.to < layout.from
        ? [{ at, fault: 'it ends before it begins' }]
        : []),
      ...(twin >= 0
        ? [{ at, fault: `it lies in the tank at the same time as layouts[${twin}]` }]
        : []),
    ]
  })
}

const overlap = (a: LayoutRecord, b: LayoutRecord) =>
  !a.draft &&
  !b.draft &&
  dayOf(a.from) < (b.to === null ? Infinity : dayOf(b.to)) &&
  dayOf(b.from) < (a.to === null ? Infinity : dayOf(a.to))

function profileFaults({ profile }: Ground, glass: Glass, at: string): StoryFault[] {
  const deep = profile.findIndex(
    (station) => Math.max(station.frontCm, station.backCm) > glass.heightCm,
  )
  const out = profile.findIndex(
    (station, n) =>
      station.x > glass.lengthCm + SLACK_CM || (n > 0 && station.x < profile[n - 1].x),
  )
  return [
    ...(deep >= 0
      ? [{ at: `${at}[${deep}]`, fault: 'the ground is deeper than the vessel is high' }]
      : []),
    ...(out >= 0
      ? [
          {
            at: `${at}[${out}]`,
            fault: 'the places must go from left to right within the glass',
          },
        ]
      : []),
  ]
}

function pieceFaults(history: TankHistory): StoryFault[] {
  return history.pieces.flatMap(({ stands }, i) =>
    stands.flatMap(({ from, is }, k) =>
      is === null
        ? []
        : spotFaults(is, glassOf(history, from)).map((fault) => ({
            at: `pieces[${i}].stands[${k}]`,
            fault,
          })),
    ),
  )
}

function spotFaults({ outline, footprint }: PieceSpot, glass: Glass): string[] {
  const { lengthCm, heightCm } = glass
  const drawn = outline.every(
    ([x, y]) =>
      x >= -lengthCm / 2 && x <= lengthCm * 1.5 && y >= -SLACK_CM && y <= heightCm * OVER_THE_RIM,
  )
  return [
    ...(drawn ? [] : ['its outline lies outside the vessel']),
    ...(footprint.every((point) => inside(point, glass))
      ? []
      : ['its footprint lies outside the glass']),
  ]
}

function plantingFaults(history: TankHistory): StoryFault[] {
  const parentsOf = new Map(history.plantings.map(({ id, parentIds }) => [id, parentIds]))
  return [
    ...twinStakes(history),
    ...history.plantings.flatMap((planting, i) => {
      const at = `plantings[${i}]`
      const { stands, ended, kinds } = planting
      const share = kinds.reduce((sum, kind) => sum + kind.share, 0)
      return [
        ...(Math.abs(share - 1) > SHARE_SLACK
          ? [{ at, fault: 'the shares of its kinds do not add up to one' }]
          : []),
        ...(stands[0]?.is === null ? [{ at, fault: 'it was held out before it was planted' }] : []),
        ...(isOwnAncestor(planting.id, parentsOf)
          ? [{ at, fault: 'it stands among its own ancestors' }]
          : []),
        ...(ended !== null && stands.length > 0 && dayOf(ended.at) < dayOf(stands[0].from)
          ? [{ at, fault: 'it was removed before it was planted' }]
          : []),
        ...stands.flatMap(({ from, is }, k) =>
          is === null
            ? []
            : patchFaults(is, glassOf(history, from), history).map((fault) => ({
                at: `${at}.stands[${k}]`,
                fault,
              })),
        ),
      ]
    }),
  ]
}
/** Shares are written with two or three digits. */
const SHARE_SLACK = 0.02

function patchFaults(
  { patch, perch }: PlantingSpot,
  glass: Glass,
  { pieces }: TankHistory,
): string[] {
  return [
    ...(patch.every((point) => inside(point, glass)) ? [] : ['its patch lies outside the glass']),
    ...(perch && perch.heightCm > glass.heightCm * OVER_THE_RIM
      ? ['its perch is above the vessel']
      : []),
    ...(perch && !pieces.some((piece) => piece.id === perch.hardscapeId)
      ? [`it grows on “${perch.hardscapeId}”, which is no piece of this tank`]
      : []),
  ]
}

/** A stake marks one planting at a time in a layout; what was pulled out gives it free. */
function twinStakes({ plantings }: TankHistory): StoryFault[] {
  const marked = new Map<string, { i: number; from: number; to: number }[]>()
  return plantings.flatMap((planting, i) =>
    layoutsOf(planting).flatMap((layoutId): StoryFault[] => {
      const key = `${layoutId} ${planting.stake}`
      const span = {
        i,
        from: dayOf(planting.stands[0].from),
        to: planting.ended ? dayOf(planting.ended.at) : Infinity,
      }
      const others = marked.get(key) ?? []
      marked.set(key, [...others, span])
      const twin = others.find((other) => other.from < span.to && span.from < other.to)
      return twin
        ? [
            {
              at: `plantings[${i}]`,
              fault: `the stake ${planting.stake} stands already at plantings[${twin.i}]`,
            },
          ]
        : []
    }),
  )
}

const layoutsOf = ({ stands }: PlantingRecord): string[] => [
  ...new Set(stands.flatMap(({ is }) => (is === null ? [] : [is.layoutId]))),
]

function amountFaults({ plantings, layouts, pieces }: TankHistory): StoryFault[] {
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)
  const spots = plantings.flatMap(({ stands }) => stands.flatMap(({ is }) => is ?? []))
  const corners =
    sum(spots.map((spot) => spot.patch.length)) +
    sum(
      pieces.flatMap(({ stands }) =>
        stands.map(({ is }) => (is ? is.outline.length + is.footprint.length : 0)),
      ),
    )
  return [
    ...(corners > MOST_CORNERS
      ? [
          {
            at: 'pieces',
            fault: `the drawings have ${corners} corners together; ${MOST_CORNERS} are the most`,
          },
        ]
      : []),
    ...layouts.flatMap((layout, i) => crowding(layout.id, `layouts[${i}]`, plantings)),
  ]
}

function crowding(
  layoutId: string,
  at: string,
  plantings: readonly PlantingRecord[],
): StoryFault[] {
  const most = plantings.map(({ stands }) =>
    Math.max(0, ...stands.map(({ is }) => (is?.layoutId === layoutId ? is.stems : 0))),
  )
  const own = most.filter((stems) => stems > 0).length
  const stems = most.reduce((a, b) => a + b, 0)
  if (own > MOST_PLANTINGS_A_LAYOUT)
    return [
      {
        at,
        fault: `${own} plantings are more than one layout can hold (${MOST_PLANTINGS_A_LAYOUT})`,
      },
    ]
  return stems > MOST_STEMS
    ? [{ at, fault: `${stems} stems are more than a tank can hold (${MOST_STEMS})` }]
    : []
}

function spanFaults({ populations, equipment, routines }: TankHistory): StoryFault[] {
  const ends = [
    ...populations.map(({ since, until }, i) => ({ at: `populations[${i}]`, since, until })),
    ...routines.map(({ since, until }, i) => ({ at: `routines[${i}]`, since, until })),
    ...equipment.map(({ settings, endedAt }, i) => ({
      at: `equipment[${i}]`,
      since: settings[0]?.from ?? '',
      until: endedAt,
    })),
  ]
  return ends
    .filter(({ since, until }) => until !== null && since !== '' && dayOf(until) < dayOf(since))
    .map(({ at }) => ({ at, fault: 'it ends before it begins' }))
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
  const planted = plantings.findIndex((planting) => dayOf(planting.stands[0].from) > end)
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
