import { isActive } from '../history/ground-kinds'
import type { CautionCode, StepCode } from '../history/plan-codes'
import { plantingsAt, speciesOf } from '../history/lookup'
import type { Planting, PlanStep, TankHistory } from '../history/types'
import { tankNow } from '../history/tank-at'
import { litresNow } from '../vessel/litres-over'
import { daysBetween, type Instant } from '../quantity/time'
import { entriesOf } from '../history/journal-index'
import { patchArea } from '../plants/place'
import type { Section } from './sections'
import {
  cleanFilter,
  cutAll,
  LAYOUT_TO_COME,
  liftAll,
  liftPieces,
  newLayout,
  numbered,
  setInAll,
  type BareAct,
} from './step-acts'
import { filledMass, netLitres } from '../vessel/volume'
import { groundLitres } from '../vessel/ground-depth'
import { isStem } from '../plants/groups'

/** Pace of this keeper: actual over planned minutes, geometric mean, once three steps were timed; 1 before. */
export function paceOf(history: TankHistory): { factor: number; steps: number } {
  const ratios = entriesOf(history.entries, 'step-done').flatMap((entry) => {
    const step = history.plans
      .find((plan) => plan.id === entry.planId)
      ?.steps.find((candidate) => candidate.id === entry.stepId)
    return step && step.minutes.likely > 0 && entry.minutes > 0
      ? [entry.minutes / step.minutes.likely]
      : []
  })
  if (ratios.length < 3) return { factor: 1, steps: ratios.length }
  const mean = ratios.reduce((sum, ratio) => sum + Math.log(ratio), 0) / ratios.length
  return { factor: Math.exp(mean), steps: ratios.length }
}

/** A step as it is written down below: what most steps do not have is left out. */
interface Draft {
  key: string
  does: StepCode
  likely: number
  litres?: number
  kilograms?: number
  after?: string[]
  cautions?: CautionCode[]
  plantingIds?: string[]
  waitHours?: number
  animalsOut?: boolean
  acts?: readonly BareAct[]
}

/** PERT spread about a likely time: hands are rarely much faster, often slower. Common practice. */
const BEST = 0.7
const WORST = 1.9

const finish = (stage: number, pace: number, drafts: readonly Draft[]): PlanStep[] =>
  drafts.map(({ key, likely, after = [], acts = [], ...draft }) => {
    const minutes = Math.max(2, Math.round(likely * pace))
    return {
      litres: null,
      kilograms: null,
      text: null,
      cautions: [],
      plantingIds: [],
      waitHours: 0,
      animalsOut: false,
      ...draft,
      id: `${stage}-${key}`,
      stage,
      acts: numbered(`${stage}-${key}`, acts),
      minutes: {
        best: Math.max(1, Math.round(minutes * BEST)),
        likely: minutes,
        worst: Math.round(minutes * WORST),
      },
      after: after.map((id) => `${stage}-${id}`),
    }
  })

const idsOf = (plantings: readonly Planting[]) => plantings.map(({ id }) => id)
const stemsOf = (history: TankHistory, plantings: readonly Planting[]) =>
  plantings.filter((planting) => isStem(speciesOf(history, planting).group))
const frontToBack = (plantings: readonly Planting[]) =>
  [...plantings].sort(
    (a, b) => Math.min(...a.patch.map((p) => p[1])) - Math.min(...b.patch.map((p) => p[1])),
  )

/** Minutes to lift or set plants by the ground they take. Common practice: a hand's breadth square in two to three minutes. */
const LIFT_MIN_PER_100CM2 = 2
const PLANT_MIN_PER_100CM2 = 4
const SIPHON_MIN_PER_LITRE = 1.5

/** A week of daily tests, with what is changed on their numbers. Common practice: some eight minutes a day. */
const TESTED_DAILY_MIN = 60
/** Trying a layout outside the tank: marking it out, and each piece turned until it sits. Common practice: an evening at least. */
const DRY_MIN = 60
const DRY_MIN_PER_PIECE = 15

/** Of a tank one section of which is redone so much water is drawn. Common practice: about a third. */
const DRAWN_SHARE = 0.3
/** With the animals out half of the old water is kept for them, the rest is new. Common practice. */
const HELD_WATER_SHARE = 0.5
const NEW_WATER_SHARE = 1 - HELD_WATER_SHARE

/** Steps of one section of a partial rescape: the animals stay in. Ids are unique with the stage number. */
export function sectionSteps(
  history: TankHistory,
  section: Section,
  stage: number,
  renewSoil: boolean,
  now: Instant,
): PlanStep[] {
  const { factor } = paceOf(history)
  const area = section.areaCm2 / 100
  const stems = stemsOf(history, section.plantings)
  // The planting is lifted and set in when its last part is.
  const whole = !section.part || section.part.number === section.part.of
  const tank = tankNow(history, now)
  const water = litresNow(history, now)
  const drafts: Draft[] = [
    {
      key: 'test',
      does: 'test first',
      likely: 10,
    },
    {
      key: 'materials',
      does: 'lay out',
      ...(renewSoil ? { litres: section.soilLitres } : {}),
      likely: 15,
    },
    {
      key: 'power',
      does: 'power off',
      likely: 15,
      after: ['test', 'materials'],
      cautions: ['mains', 'gas'],
    },
    {
      key: 'lower',
      does: 'draw water',
      litres: water * DRAWN_SHARE,
      likely: 10,
      after: ['power'],
      cautions: ['weight'],
    },
    ...(stems.length > 0
      ? [
          {
            key: 'trim',
            does: 'trim to a third' as const,
            likely: 6 * stems.length,
            after: ['power'],
            plantingIds: idsOf(stems),
            acts: cutAll(stems),
          },
        ]
      : []),
    {
      key: 'lift',
      does: 'lift',
      likely: LIFT_MIN_PER_100CM2 * area,
      after: [stems.length > 0 ? 'trim' : 'lower', 'lower'],
      cautions: ['hands'],
      plantingIds: idsOf(section.plantings),
      acts: whole ? liftAll(section.plantings) : [],
    },
    {
      key: 'sort',
      does: 'sort',
      likely: 10 + area,
      after: ['lift'],
      cautions: ['nature'],
    },
    ...(renewSoil
      ? [
          {
            key: 'old-soil',
            does: 'old soil out' as const,
            litres: section.soilLitres,
            likely: SIPHON_MIN_PER_LITRE * section.soilLitres + 5,
            after: ['lift'],
          },
          {
            key: 'new-soil',
            does: 'new soil in' as const,
            litres: section.soilLitres,
            likely: SIPHON_MIN_PER_LITRE * section.soilLitres + 5,
            after: ['old-soil'],
          },
        ]
      : [
          {
            key: 'vacuum',
            does: 'vacuum' as const,
            likely: 5 + area,
            after: ['lift'],
          },
        ]),
    {
      key: 'plant',
      does: 'plant',
      likely: PLANT_MIN_PER_100CM2 * area,
      after: ['sort', renewSoil ? 'new-soil' : 'vacuum'],
      plantingIds: idsOf(frontToBack(section.plantings)),
      acts: whole ? setInAll(section.plantings) : [],
    },
    {
      key: 'refill',
      does: 'refill',
      likely: 20,
      after: ['plant'],
      acts: [{ do: 'change water', fraction: DRAWN_SHARE }],
      cautions: ['weight'],
    },
    {
      key: 'filter',
      does: 'rinse sponge',
      likely: 12,
      acts: [cleanFilter(tank)],
      after: ['plant'],
      cautions: ['media'],
    },
    {
      key: 'start',
      does: 'start again',
      likely: 10,
      after: ['refill', 'filter'],
      waitHours: 24,
      cautions: ['mains', 'animals'],
    },
    {
      key: 'day1',
      does: 'day after',
      likely: 15,
      after: ['start'],
      waitHours: 48,
      cautions: ['animals'],
    },
    renewSoil
      ? {
          key: 'week',
          does: 'test daily',
          likely: TESTED_DAILY_MIN,
          after: ['day1'],
          cautions: ['animals'],
        }
      : {
          key: 'day3',
          does: 'third day',
          likely: 20,
          after: ['day1'],
        },
  ]
  return finish(stage, factor, drafts)
}

/** Water stirred by a strip-out is clear enough to see in after some hours, a day at most. Common practice: 4 to 24. */
const CLEARS_HOURS = 4
/** Fresh soil gives off ammonia, and a filter needs weeks to keep up with it. Common practice: two to six weeks. */
const SAFE_AFTER_HOURS = 21 * 24

/**
 * Steps of a full reset: animals and plants out, tank stripped and rebuilt. Two schools, chosen by what is kept: on old ground, with
 * old media and half of the water, the animals go back the same day as a watched restart; on fresh soil they are held until ammonia
 * and nitrite are safe, which takes weeks. A new layout is tried outside the tank first; one that goes back as it was is not.
 */
export function fullResetSteps(
  history: TankHistory,
  now: Instant,
  goesBack: 'anew' | 'as it was' = 'anew',
): PlanStep[] {
  const { factor } = paceOf(history)
  const tank = tankNow(history, now)
  const { vessel, layout, plantings, populations } = tank
  const area = plantings.reduce((sum, planting) => sum + patchArea(planting), 0) / 100
  const soil = layout ? groundLitres(layout.ground, vessel) : 0
  const water = netLitres(vessel, layout)
  const pieces = layout?.hardscape.length ?? 0
  const kilograms = filledMass(vessel, layout).total
  const animals = populations.length > 0
  const freshSoil = layout !== null && isActive(layout.ground.material)
  const anew = goesBack === 'anew'
  const drafts: Draft[] = [
    ...(anew
      ? [
          {
            key: 'dry',
            does: 'try dry' as const,
            likely: DRY_MIN + DRY_MIN_PER_PIECE * pieces,
            cautions: ['weight' as const],
          },
        ]
      : []),
    {
      key: 'hold',
      does: 'set up holding',
      litres: water * HELD_WATER_SHARE,
      likely: 60,
      after: anew ? ['dry'] : [],
      cautions: ['mains', 'media'],
    },
    {
      key: 'power',
      does: 'power off',
      likely: 20,
      after: ['hold'],
      cautions: ['mains', 'gas'],
    },
    {
      key: 'trim',
      does: 'loose first',
      likely: 40,
      acts: cutAll(stemsOf(history, plantings)),
      after: ['power'],
    },
    {
      key: 'lift',
      does: 'lift all',
      likely: LIFT_MIN_PER_100CM2 * area + 8 * pieces,
      after: ['trim'],
      cautions: ['hands', 'weight'],
      kilograms,
      waitHours: CLEARS_HOURS,
      acts: [...liftAll(plantings), ...liftPieces(tank)],
    },
    ...(animals
      ? [
          {
            key: 'catch',
            does: 'catch' as const,
            likely: 20 + 12 * populations.length,
            after: ['lift'],
            animalsOut: true,
            cautions: ['animals' as const],
          },
          {
            key: 'young',
            does: 'look for young' as const,
            likely: 30,
            after: ['catch'],
            animalsOut: true,
          },
        ]
      : []),
    {
      key: 'strip',
      does: 'strip',
      litres: soil,
      likely: 20 + 2 * soil,
      after: [animals ? 'young' : 'lift'],
      animalsOut: animals,
      cautions: ['weight', 'nature'],
      kilograms,
    },
    {
      key: 'clean',
      does: 'clean glass',
      likely: 60,
      after: ['strip'],
      animalsOut: animals,
      cautions: ['glass', 'media'],
    },
    {
      key: 'ground',
      does: 'lay ground',
      litres: soil,
      likely: 60 + soil + 10 * pieces,
      acts: newLayout(tank),
      after: ['clean'],
      animalsOut: animals,
      cautions: ['glass'],
    },
    {
      key: 'plant',
      does: 'plant damp',
      likely: PLANT_MIN_PER_100CM2 * area,
      acts: setInAll(plantings, LAYOUT_TO_COME),
      after: ['ground'],
      animalsOut: animals,
    },
    {
      key: 'fill',
      does: 'fill',
      litres: water,
      likely: 45,
      after: ['plant'],
      animalsOut: animals,
      cautions: ['weight', 'mains'],
      kilograms,
      waitHours: 2,
      acts: [{ do: 'change water', fraction: NEW_WATER_SHARE }],
    },
    ...(animals && freshSoil
      ? [
          {
            key: 'safe',
            does: 'hold until safe' as const,
            likely: 120,
            after: ['fill'],
            waitHours: SAFE_AFTER_HOURS,
            animalsOut: true,
            cautions: ['animals' as const],
          },
        ]
      : []),
    ...(animals
      ? [
          {
            key: 'return',
            does: 'animals back' as const,
            likely: 30,
            after: [freshSoil ? 'safe' : 'fill'],
            animalsOut: true,
            cautions: ['animals' as const],
          },
        ]
      : []),
    {
      key: 'settle',
      does: 'settle',
      likely: 2 * TESTED_DAILY_MIN,
      after: [animals ? 'return' : 'fill'],
      cautions: ['animals'],
    },
  ]
  return finish(1, factor, drafts)
}

/** Steps of an evening’s hard trim: nothing uprooted but what stands bare below, whose own tops take its place. */
export function trimSteps(
  history: TankHistory,
  now: Instant,
  plantings: readonly Planting[] = plantingsAt(history, now),
  stage = 1,
): PlanStep[] {
  const { factor } = paceOf(history)
  const stems = stemsOf(history, plantings)
  const bare = stems.filter(({ id }) => seenBare(history, id, now))
  const drafts: Draft[] = [
    { key: 'power', does: 'lamp up', likely: 5, cautions: ['mains'] },
    {
      key: 'trim',
      does: 'cut to a third',
      likely: 8 * Math.max(1, stems.length) + 15,
      after: ['power'],
      plantingIds: idsOf(stems),
      acts: cutAll(stems),
    },
    ...(bare.length > 0
      ? [
          {
            key: 'tops',
            does: 'replant tops' as const,
            likely: 20 * bare.length,
            after: ['trim'],
            cautions: ['hands' as const],
            plantingIds: idsOf(bare),
          },
        ]
      : []),
    {
      key: 'cuttings',
      does: 'loose cuttings',
      likely: 15,
      after: [bare.length > 0 ? 'tops' : 'trim'],
      cautions: ['nature'],
    },
    {
      key: 'change',
      does: 'change half',
      likely: 35,
      acts: [{ do: 'change water', fraction: 0.5 }, cleanFilter(tankNow(history, now))],
      after: ['cuttings'],
      cautions: ['weight', 'media'],
    },
    {
      key: 'start',
      does: 'watch',
      likely: 10,
      after: ['change'],
      cautions: ['gas', 'animals'],
    },
  ]
  return finish(stage, factor, drafts)
}

/** Seen bare below within so many days, and not replanted since. */
const BARE_DAYS = 90
const seenBare = (history: TankHistory, plantingId: string, now: Instant) =>
  entriesOf(history.entries, 'sign').some(
    ({ sign, place, at }) =>
      sign === 'bare below' &&
      place.of === 'planting' &&
      place.id === plantingId &&
      daysBetween(at, now) <= BARE_DAYS,
  )
