import { entriesOf, ofPlanting } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import type { Planting, TankHistory } from '../../history/types'
import { tankNow } from '../../history/tank-at'
import { sceneOn, stageOf, type Scene } from '../../layout/scene'
import { whereaboutsOf, type Whereabouts } from '../../layout/whereabouts'
import { daysToSurface } from '../../plants/height'
import { dayOf, type Instant } from '../../quantity/time'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'
import { trimsDue, type TrimDue } from './work-list'

/** Stems nearer to the surface than this are noted, days. */
const NEAR_DAYS = 12
const ACT_DAYS = 5
/** Nearer than this they are there, days. */
const THERE_DAYS = 0.5
const EVIDENCE_ENTRIES = 4
/** What takes the light of another weighs nearly as what lies on the surface; what is merely out of shape, little. */
const SHADE_WEIGHT = 46
const FORM_WEIGHT = 30
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
  /** Long before it is at the surface it outgrows the form it is kept in, or takes the light of another: as the list of cuts has it. */
  'to-cut': Named & { trim: TrimDue }
  /** In a nursery tops at the surface are what one grows them for. */
  harvest: Named & { reach: Reach; there: boolean }
}

/** What judgements of stems share. */
const ofStem = (what: 'surface' | 'bare', id: string) => ({
  ...{ topic: 'surface' as const, key: `${what}:${id}` },
  subject: { of: 'planting', id } as const,
})

type OfStems = Judged<StemFacts, 'at-surface' | 'surface-unseen' | 'harvest' | 'to-cut'>

/** A judgement for every stem planting that is to be cut: at the surface, or soon, outgrown, or in the light of another; nothing for the others. */
export function stemFindings(history: TankHistory, now: Instant): OfStems[] {
  const stage = stageOf(history, now)
  const scene = sceneOn(stage, dayOf(now))
  const { kind } = scene.tank.vessel
  const isGrownForCuts = kind === 'nursery' || kind === 'holding'
  const cuts = isGrownForCuts ? [] : trimsDue(history, now, NEAR_DAYS, stage)
  const forms = cuts.filter(({ why, days }) => why.of !== 'surface' && days.value <= NEAR_DAYS)
  return scene.tank.plantings.flatMap((planting): OfStems[] => {
    const form = forms.find(({ hedge }) => hedge.planting.id === planting.id)
    const reach = daysToSurface(history, planting, now)
    // What is at the surface in days is graver than a lost form.
    const isThere = reach !== null && reach.value <= ACT_DAYS
    if (form && !isThere && !isPencil(scene, planting)) return [toCut(form, history, scene)]
    return reach && reach.value <= NEAR_DAYS
      ? [atSurface(planting, reach, history, scene, isGrownForCuts)]
      : []
  })
}

/** Nobody ever measured or cut it. */
const isPencil = ({ plants }: Scene, { id }: Planting): boolean =>
  plants.some(({ planting, pencil }) => planting.id === id && pencil)

const namedIn = ({ tank }: Scene, { stake, name, patch }: Planting): Named => ({
  stake,
  name,
  where: whereaboutsOf(patch, tank.vessel),
})
const evidence = ({ entries }: TankHistory, { id }: Planting) =>
  lastIds(ofPlanting(entries, id), EVIDENCE_ENTRIES)

/** What is cut for another reason than the surface, in the words of the list of cuts. */
function toCut(trim: TrimDue, history: TankHistory, scene: Scene): OfStems {
  const { planting } = trim.hedge
  const shades = trim.why.of === 'shade'
  return {
    ...ofStem('surface', planting.id),
    rule: 'to-cut',
    facts: { ...namedIn(scene, planting), trim },
    level: shades && trim.days.value <= ACT_DAYS ? 'act' : 'watch',
    weight: (shades ? SHADE_WEIGHT : FORM_WEIGHT) - trim.days.value,
    entryIds: evidence(history, planting),
    leadsTo: { form: 'trim' },
  }
}

function atSurface(
  planting: Planting,
  reach: Reach,
  history: TankHistory,
  scene: Scene,
  isGrownForCuts: boolean,
): OfStems {
  const { id } = planting
  const base = ofStem('surface', id)
  const facts = { ...namedIn(scene, planting), reach, there: reach.value < THERE_DAYS }
  // This is pencil, and asks for a look rather than for scissors.
  if (isPencil(scene, planting))
    return {
      ...base,
      rule: 'surface-unseen',
      facts,
      level: 'watch',
      weight: 48 - reach.value,
      entryIds: [],
      leadsTo: { page: 'round' },
    }
  if (isGrownForCuts)
    return {
      ...base,
      rule: 'harvest',
      facts,
      level: 'good',
      weight: 14,
      entryIds: evidence(history, planting),
      leadsTo: { form: 'trim' },
    }
  const soon = reach.value <= ACT_DAYS
  const shade = scene.shades.find((candidate) => candidate.plantingId === id)
  const fast = speciesOf(history, planting).group === 'stem-fast'
  return {
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
    entryIds: evidence(history, planting),
    leadsTo: { form: 'trim' },
  }
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
