import type { Entry } from '../journal/entry'
import { endPlanting, movePiece, movePlanting, withFact, withNewFact } from '../history/facts'
import { since } from '../history/dated'
import { plantingOn } from '../history/tank-at'
import type { Planting, StepAct, TankHistory } from '../history/types'
import { heightCourse, heightOn } from '../plants/height'
import { dayOf, type Instant } from '../quantity/time'
import { litresNow } from '../vessel/litres-over'

/** An act as it is offered when its step is ticked off: what it is of, and the figure that may be corrected. */
export interface OfferedAct {
  act: StepAct
  /** The height left, cm, or the share changed, %; null where there is nothing to correct. */
  amount: number | null
}

/** What the acts of a step come to in the tank as it stands: what was done already, or can no more be done, is not offered. */
export function offeredActs(
  history: TankHistory,
  acts: readonly StepAct[],
  at: Instant,
): OfferedAct[] {
  return acts.flatMap((act) =>
    canBeDone(history, act, at) ? [{ act, amount: amountOf(history, act, at) }] : [],
  )
}

/** Whether what an act is of is there to be done it to. */
function canBeDone(history: TankHistory, act: StepAct, at: Instant): boolean {
  const hasLayout = (id: string) => history.layouts.some((layout) => layout.id === id)
  switch (act.do) {
    case 'cut':
    case 'lift':
    case 'discard':
      return standing(history, act.plantingId, at) !== null
    case 'set in':
      return history.plantings.some(({ id, ended }) => id === act.plantingId && ended === null)
    case 'lift piece':
    case 'set piece':
      return history.pieces.some(({ id }) => id === act.pieceId)
    case 'new layout':
      return !hasLayout(act.layoutId)
    case 'lay ground':
      return hasLayout(act.layoutId)
    default:
      return true
  }
}

function amountOf(history: TankHistory, act: StepAct, at: Instant): number | null {
  if (act.do === 'change water') return Math.round(act.fraction * 100)
  if (act.do !== 'cut') return null
  const planting = standing(history, act.plantingId, at)
  return planting && cutTo(history, planting, act.share, at)
}

function standing(history: TankHistory, plantingId: string, at: Instant): Planting | null {
  const record = history.plantings.find(({ id }) => id === plantingId)
  return record ? plantingOn(record, dayOf(at)) : null
}

/** The height a cut leaves, cm, whole: a share of what it is reckoned to stand at. */
function cutTo(history: TankHistory, planting: Planting, share: number, at: Instant): number {
  const { value } = heightOn(heightCourse(history, planting, at), dayOf(at))
  return Math.max(1, Math.round(value * share))
}

/** What acts done at a moment make of a story: its facts, and lines for what is no fact but a deed (cuts, changes, cleaning). `prefix`: of the ids of those lines. */
export function doActs(
  history: TankHistory,
  offered: readonly OfferedAct[],
  at: Instant,
  prefix: string,
): { story: TankHistory; entries: Entry[] } {
  const entries: Entry[] = []
  const write = (act: StepAct, detail: object) =>
    entries.push({
      id: `${prefix}.${act.id}`.slice(0, 80),
      at,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      ...detail,
    } as Entry)
  const story = offered.reduce<TankHistory>((sofar, { act, amount }) => {
    switch (act.do) {
      case 'cut':
        write(act, { kind: 'trim', plantingId: act.plantingId, fromCm: null, toCm: amount ?? 1 })
        return sofar
      case 'lift':
        return withFact(sofar, 'plantings', act.plantingId, (one) => movePlanting(one, at, null))
      case 'set in':
        return withFact(sofar, 'plantings', act.plantingId, (one) =>
          movePlanting(one, at, act.spot),
        )
      case 'discard':
        return withFact(sofar, 'plantings', act.plantingId, (one) =>
          endPlanting(one, at, act.became),
        )
      case 'lift piece':
        return movePiece(sofar, act.pieceId, at, null)
      case 'set piece':
        return movePiece(sofar, act.pieceId, at, act.spot)
      case 'new layout':
        return withNewLayout(sofar, act, at)
      case 'lay ground':
        return withFact(sofar, 'layouts', act.layoutId, (layout) => ({
          ...layout,
          ground: [...layout.ground, since(at, { ...act.ground, laidAt: at })],
        }))
      case 'change water': {
        const fraction = Math.min(1, (amount ?? act.fraction * 100) / 100)
        const litres = Number((fraction * litresNow(history, at)).toFixed(1))
        write(act, { kind: 'water-change', fraction, litres, sourceId: null })
        return sofar
      }
      case 'clean':
        write(act, { kind: 'clean', item: act.item, equipmentId: act.equipmentId })
        return sofar
    }
  }, history)
  return { story, entries }
}

/** The layout that lay there ends where the new one begins. */
function withNewLayout(
  story: TankHistory,
  { layoutId, name, ground }: Extract<StepAct, { do: 'new layout' }>,
  at: Instant,
): TankHistory {
  const ended = {
    ...story,
    layouts: story.layouts.map((layout) =>
      layout.draft || layout.to !== null ? layout : { ...layout, to: at },
    ),
  }
  return withNewFact(ended, 'layouts', {
    id: layoutId,
    name,
    draft: false,
    from: at,
    to: null,
    ground: [since(at, { ...ground, laidAt: at })],
  })
}
