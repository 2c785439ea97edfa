import { entriesOf, ofPlanting } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import type { TankHistory } from '../../history/types'
import { tankNow } from '../../history/tank-at'
import { sceneOn, stageOf } from '../../layout/scene'
import { whereaboutsOf, type Whereabouts } from '../../layout/whereabouts'
import { daysToSurface } from '../../plants/height'
import { dayOf, type Instant } from '../../quantity/time'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'

/** Stems nearer to the surface than this are noted, days. */
const NEAR_DAYS = 12
const ACT_DAYS = 5
/** Nearer than this they are there, days. */
const THERE_DAYS = 0.5
const EVIDENCE_ENTRIES = 4
/** What was seen bare below counts for so many days. */
const BARE_DAYS = 60

interface Named {
  stake: string
  /** As the keeper calls it. */
  name: string
  where: Whereabouts
}
type Reach = NonNullable<ReturnType<typeof daysToSurface>>
export interface StemFacts {
  /** `shade`: share of the light it takes from what stands below, or null; `soon`: within the week. */
  'at-surface': Named & {
    reach: Reach
    there: boolean
    soon: boolean
    shade: number | null
    bare: boolean
  }
  /** Nobody ever measured or cut it. */
  'surface-unseen': Named & { reach: Reach; there: boolean }
  'bare-below': Named
  /** In a nursery tops at the surface are what one grows them for. */
  harvest: Named & { reach: Reach; there: boolean }
}

/** What judgements of stems share. */
const ofStem = (what: 'surface' | 'bare', id: string) => ({
  ...{ topic: 'surface' as const, key: `${what}:${id}` },
  subject: { of: 'planting', id } as const,
})

/** A judgement for every stem planting that is at, or soon at, the surface; nothing for the others. */
export function stemFindings(
  history: TankHistory,
  now: Instant,
): Judged<StemFacts, 'at-surface' | 'surface-unseen' | 'harvest'>[] {
  const scene = sceneOn(stageOf(history, now), dayOf(now))
  const { vessel } = scene.tank
  return plantingsAt(history, now).flatMap(
    (planting): Judged<StemFacts, 'at-surface' | 'surface-unseen' | 'harvest'>[] => {
      const reach = daysToSurface(history, planting, now)
      if (!reach || reach.value > NEAR_DAYS) return []
      const { id, stake, name } = planting
      const where = whereaboutsOf(planting.patch, vessel)
      const facts = { stake, name, where, reach, there: reach.value < THERE_DAYS }
      const base = ofStem('surface', id)
      // This is pencil, and asks for a look rather than for scissors.
      if (scene.plants.find((plant) => plant.planting.id === id)?.pencil)
        return [
          {
            ...base,
            rule: 'surface-unseen',
            facts,
            level: 'watch',
            weight: 48 - reach.value,
            entryIds: [],
            leadsTo: { page: 'round' },
          } satisfies Judged<StemFacts, 'surface-unseen'>,
        ]
      if (vessel.kind === 'nursery' || vessel.kind === 'holding')
        return [
          {
            ...base,
            rule: 'harvest',
            facts,
            level: 'good',
            weight: 14,
            entryIds: lastIds(ofPlanting(history.entries, id), EVIDENCE_ENTRIES),
            leadsTo: { form: 'trim' },
          } satisfies Judged<StemFacts, 'harvest'>,
        ]
      const soon = reach.value <= ACT_DAYS
      const shade = scene.shades.find((candidate) => candidate.plantingId === id)
      const fast = speciesOf(history, planting).group === 'stem-fast'
      return [
        {
          ...base,
          rule: 'at-surface',
          facts: {
            ...facts,
            soon,
            shade: shade?.depth ?? null,
            bare: seenBare(history, id).length > 0,
          },
          level: soon ? 'act' : 'watch',
          weight: 50 - reach.value + (fast ? 2 : 0),
          entryIds: lastIds(ofPlanting(history.entries, id), EVIDENCE_ENTRIES),
          leadsTo: { form: 'trim' },
        } satisfies Judged<StemFacts, 'at-surface'>,
      ]
    },
  )
}

/** Signs that a planting is bare below, in the order of the journal. */
const seenBare = (history: TankHistory, plantingId: string) =>
  entriesOf(history.entries, 'sign').filter(
    ({ sign, place }) =>
      sign === 'bare below' && place.of === 'planting' && place.id === plantingId,
  )

/** Plantings seen bare below and not yet dealt with. */
export function bareFindings(
  history: TankHistory,
  now: Instant,
): Judged<StemFacts, 'bare-below'>[] {
  const { vessel } = tankNow(history, now)
  return plantingsAt(history, now).flatMap(
    ({ id, stake, name, patch }): Judged<StemFacts, 'bare-below'>[] => {
      const seen = seenBare(history, id)
      const last = seen.at(-1)
      if (!last || dayOf(now) - dayOf(last.at) > BARE_DAYS) return []
      return [
        {
          rule: 'bare-below',
          facts: { stake, name, where: whereaboutsOf(patch, vessel) },
          ...ofStem('bare', id),
          level: 'watch',
          weight: 20,
          entryIds: lastIds(seen, 3),
          leadsTo: { page: 'rescape' },
        },
      ]
    },
  )
}
