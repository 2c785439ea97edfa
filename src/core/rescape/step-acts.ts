import type { Tank } from '../history/tank-at'
import type { Ground, Planting, StepAct } from '../history/types'

/** A layout that a plan brings has its id made of the plan's, once that is known. */
export const LAYOUT_TO_COME = 'layout-to-come'
/** What is cut stays a third of its height. Common practice: a third to a half. */
const CUT_SHARE = 1 / 3

type Bare<A> = A extends StepAct ? Omit<A, 'id'> : never
type BareAct = Bare<StepAct>

export const cutAll = (plantings: readonly Planting[]): BareAct[] =>
  plantings.map(({ id }) => ({ do: 'cut', plantingId: id, share: CUT_SHARE }))

export const liftAll = (plantings: readonly Planting[]): BareAct[] =>
  plantings.map(({ id }) => ({ do: 'lift', plantingId: id }))

/** What was lifted set in again where it stood, in the layout it stood in or in another one. */
export const setInAll = (
  plantings: readonly Planting[],
  layoutId: string | null = null,
): BareAct[] =>
  plantings.map(({ id, zone, patch, stems, perch, ...planting }) => ({
    do: 'set in',
    plantingId: id,
    spot: { layoutId: layoutId ?? planting.layoutId, zone, patch, stems, perch },
  }))

export const liftPieces = ({ layout }: Tank): BareAct[] =>
  (layout?.hardscape ?? []).map(({ id }) => ({ do: 'lift piece', pieceId: id }))

/** A new layout on new ground of the old profile, with the pieces where they lay. */
export function newLayout({ layout, vessel }: Tank): BareAct[] {
  if (!layout) return []
  const ground: Ground = { ...layout.ground, material: layout.ground.material }
  return [
    {
      do: 'new layout',
      layoutId: LAYOUT_TO_COME,
      name: `${vessel.name}, new`.slice(0, 120),
      ground,
    },
    ...layout.hardscape.map(({ id, outline, footprint }): BareAct => ({
      do: 'set piece',
      pieceId: id,
      spot: { layoutId: LAYOUT_TO_COME, outline, footprint },
    })),
  ]
}

/** Cleaning the filter, by its name where it is on the list. */
export function cleanFilter({ equipment }: Tank): BareAct {
  const filter = equipment.find(({ kind }) => kind === 'filter')
  return {
    do: 'clean',
    item: filter ? `${filter.name}, its sponge` : 'the filter sponge',
    equipmentId: filter?.id ?? null,
  }
}

/** The acts of a step with their numbers in it. */
export const numbered = (stepId: string, acts: readonly BareAct[]): StepAct[] =>
  acts.map((act, i) => ({ ...act, id: `${stepId}.${i}` }) as StepAct)

/** The acts of a plan with the id of the layout it brings in place of the one to come. */
export const withLayoutId = (acts: readonly StepAct[], layoutId: string): StepAct[] =>
  acts.map((act) => {
    if ('layoutId' in act && act.layoutId === LAYOUT_TO_COME) return { ...act, layoutId }
    if ('spot' in act && act.spot.layoutId === LAYOUT_TO_COME)
      return { ...act, spot: { ...act.spot, layoutId } } as StepAct
    return act
  })
export type { BareAct }
