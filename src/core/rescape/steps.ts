import { plantingsAt, speciesOf } from '../history/lookup'
import type { Planting, PlanStep, TankHistory } from '../history/types'
import { tankNow } from '../history/tank-at'
import { litresNow } from '../vessel/litres-over'
import type { Instant } from '../quantity/time'
import { entriesOf } from '../history/journal-index'
import { patchArea } from '../plants/height'
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
import { filledMass, groundLitres, netLitres } from '../vessel/volume'
import { isStem } from '../plants/groups'

/** Cautions shown at the step they belong to. Never a substitute for local codes or licensed people. */
export const CAUTIONS = {
  mains:
    'Unplug heater, filter and lamp before the water drops and let the heater cool 15 minutes. Drip loops and a residual-current device; mains work is an electrician’s.',
  weight:
    'Water weighs a kilogram a litre. Lift with two people; never move a filled tank; ask a structural professional about an upper floor.',
  glass: 'Glass edges cut. Dry hands, no stone resting on bare glass.',
  hands: 'Cover cuts and wash hands: tank water can infect skin.',
  gas: 'Close the gas first. Too little plant mass for the same gas drives the pH down; watch the animals’ breathing.',
  nature:
    'No plant, animal or water into the wild. Compost dry; check which species are restricted where you live.',
  media:
    'Keep filter media wet in tank water, never under the tap: its bacteria are what keeps the animals safe.',
  animals: 'Animals that gasp, roll or bleed need a vet, not a bottle.',
} as const

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

type Draft = Omit<
  PlanStep,
  | 'id'
  | 'stage'
  | 'minutes'
  | 'after'
  | 'cautions'
  | 'plantingIds'
  | 'waitHours'
  | 'animalsOut'
  | 'acts'
> & {
  key: string
  likely: number
  after?: string[]
  cautions?: string[]
  plantingIds?: string[]
  waitHours?: number
  animalsOut?: boolean
  acts?: readonly BareAct[]
}

/** PERT spread about a likely time: hands are rarely much faster, often slower. Common practice. */
const BEST = 0.7
const WORST = 1.9

function finish(stage: number, pace: number, drafts: readonly Draft[]): PlanStep[] {
  return drafts.map(
    ({
      key,
      says,
      likely,
      after = [],
      cautions = [],
      plantingIds = [],
      waitHours = 0,
      animalsOut = false,
      acts = [],
    }) => {
      const minutes = Math.max(2, Math.round(likely * pace))
      return {
        id: `${stage}-${key}`,
        stage,
        says,
        waitHours,
        cautions,
        plantingIds,
        animalsOut,
        acts: numbered(`${stage}-${key}`, acts),
        minutes: {
          best: Math.max(1, Math.round(minutes * BEST)),
          likely: minutes,
          worst: Math.round(minutes * WORST),
        },
        after: after.map((id) => `${stage}-${id}`),
      }
    },
  )
}

const litres = (x: number) => `${x < 10 ? x.toFixed(1) : Math.round(x)} L`
const names = (plantings: readonly Planting[]) =>
  plantings.map((planting) => planting.stake).join(', ')
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

/** Of a tank one section of which is redone so much water is drawn. Common practice: about a third. */
const DRAWN_SHARE = 0.3
/** With the animals out half of the old water is kept for them. Common practice. */
const NEW_WATER_SHARE = 0.5

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
  const tank = tankNow(history, now)
  const ids = section.plantings.map((planting) => planting.id)
  const water = litresNow(history, now)
  const drafts: Draft[] = [
    {
      key: 'test',
      says: 'Test nitrate and pH, look at the animals’ breathing, write both down',
      likely: 10,
    },
    {
      key: 'materials',
      says: renewSoil
        ? `Lay out ${litres(section.soilLitres)} of soil, tabs, tweezers, two tubs, towels`
        : 'Lay out tabs, tweezers, two tubs, towels',
      likely: 15,
    },
    {
      key: 'power',
      says: 'Power and gas off; wait for the heater to cool',
      likely: 15,
      after: ['test', 'materials'],
      cautions: [CAUTIONS.mains, CAUTIONS.gas],
    },
    {
      key: 'lower',
      says: `Draw ${litres(water * DRAWN_SHARE)} of tank water into the tubs`,
      likely: 10,
      after: ['power'],
      cautions: [CAUTIONS.weight],
    },
    ...(stems.length > 0
      ? [
          {
            key: 'trim',
            says: `Trim ${names(stems)} to a third; keep the best tops in tank water`,
            likely: 6 * stems.length,
            after: ['power'],
            plantingIds: stems.map((planting) => planting.id),
            acts: cutAll(stems),
          },
        ]
      : []),
    {
      key: 'lift',
      says: `Lift ${names(section.plantings)}: gently, siphon beside the hand; when you cannot see, stop and let it settle`,
      likely: LIFT_MIN_PER_100CM2 * area,
      after: [stems.length > 0 ? 'trim' : 'lower', 'lower'],
      cautions: [CAUTIONS.hands],
      plantingIds: ids,
      acts: liftAll(section.plantings),
    },
    {
      key: 'sort',
      says: 'Sort what came out: replant, nursery, give away, compost',
      likely: 10 + area,
      after: ['lift'],
      cautions: [CAUTIONS.nature],
    },
    ...(renewSoil
      ? [
          {
            key: 'old-soil',
            says: `Siphon out the old soil of the section (${litres(section.soilLitres)})`,
            likely: SIPHON_MIN_PER_LITRE * section.soilLitres + 5,
            after: ['lift'],
          },
          {
            key: 'new-soil',
            says: `Lay ${litres(section.soilLitres)} of new soil down a tube, wall it off with floss`,
            likely: SIPHON_MIN_PER_LITRE * section.soilLitres + 5,
            after: ['old-soil'],
          },
        ]
      : [
          {
            key: 'vacuum',
            says: 'Vacuum the bare ground, set root tabs',
            likely: 5 + area,
            after: ['lift'],
          },
        ]),
    {
      key: 'plant',
      says: `Plant front to back: ${names(frontToBack(section.plantings))}, dense from the start`,
      likely: PLANT_MIN_PER_100CM2 * area,
      after: ['sort', renewSoil ? 'new-soil' : 'vacuum'],
      plantingIds: ids,
      acts: setInAll(section.plantings),
    },
    {
      key: 'refill',
      says: 'Refill over a plate, temperature matched, conditioner in',
      likely: 20,
      after: ['plant'],
      acts: [{ do: 'change water', fraction: DRAWN_SHARE }],
      cautions: [CAUTIONS.weight],
    },
    {
      key: 'filter',
      says: 'Rinse the sponge in the drawn tank water, take out loose cuttings',
      likely: 12,
      acts: [cleanFilter(tank)],
      after: ['plant'],
      cautions: [CAUTIONS.media],
    },
    {
      key: 'start',
      says: 'Filter, heater and lamp on; gas at its old setting; watch for ten minutes',
      likely: 10,
      after: ['refill', 'filter'],
      waitHours: 24,
      cautions: [CAUTIONS.mains, CAUTIONS.animals],
    },
    {
      key: 'day1',
      says: 'Day after: ammonia, nitrite, pH; change 30 % if either shows',
      likely: 15,
      after: ['start'],
      waitHours: 48,
      cautions: [CAUTIONS.animals],
    },
    {
      key: 'day3',
      says: 'Third day: the same, and push back what floated up',
      likely: 20,
      after: ['day1'],
    },
  ]
  return finish(stage, factor, drafts)
}

/** Steps of a full reset: animals and plants out, tank stripped and rebuilt. */
export function fullResetSteps(history: TankHistory, now: Instant): PlanStep[] {
  const { factor } = paceOf(history)
  const tank = tankNow(history, now)
  const { vessel, layout, plantings, populations } = tank
  const area = plantings.reduce((sum, planting) => sum + patchArea(planting), 0) / 100
  const soil = layout ? groundLitres(layout.ground, vessel.depthCm) : 0
  const water = netLitres(vessel, layout)
  const pieces = layout?.hardscape.length ?? 0
  const mass = filledMass(vessel, layout)
  const weight = `${CAUTIONS.weight} Filled it is about ${Math.round(mass.total / 10) * 10} kg.`
  const animals = populations.length > 0
  const drafts: Draft[] = [
    {
      key: 'hold',
      says: `Set up holding: tubs for animals and for plants, ${litres(water * 0.5)} of tank water, heater, air, lids, a running filter`,
      likely: 60,
      cautions: [CAUTIONS.mains, CAUTIONS.media],
    },
    {
      key: 'power',
      says: 'Power and gas off; wait for the heater to cool',
      likely: 20,
      after: ['hold'],
      cautions: [CAUTIONS.mains, CAUTIONS.gas],
    },
    {
      key: 'trim',
      says: 'Take out floaters and loose bits, trim everything',
      likely: 40,
      acts: cutAll(stemsOf(history, plantings)),
      after: ['power'],
    },
    {
      key: 'lift',
      says: 'Stems, then rooted plants, then stones and wood with what grows on them',
      likely: LIFT_MIN_PER_100CM2 * area + 8 * pieces,
      after: ['trim'],
      cautions: [CAUTIONS.hands, weight],
      waitHours: 1,
      acts: [...liftAll(plantings), ...liftPieces(tank)],
    },
    ...(animals
      ? [
          {
            key: 'catch',
            says: 'Drain to net height; catch the largest first, keep them apart; then the shoals, then shrimp',
            likely: 20 + 12 * populations.length,
            after: ['lift'],
            animalsOut: true,
            cautions: [CAUTIONS.animals],
          },
          {
            key: 'young',
            says: 'Look again for young; keep the old soil wet and look again later',
            likely: 30,
            after: ['catch'],
            animalsOut: true,
          },
        ]
      : []),
    {
      key: 'strip',
      says: `Drain, take out ${litres(soil)} of soil`,
      likely: 20 + 2 * soil,
      after: [animals ? 'young' : 'lift'],
      animalsOut: animals,
      cautions: [weight, CAUTIONS.nature],
    },
    {
      key: 'clean',
      says: 'Clean glass, pipes and pump; level the stand',
      likely: 60,
      after: ['strip'],
      animalsOut: animals,
      cautions: [CAUTIONS.glass, CAUTIONS.media],
    },
    {
      key: 'ground',
      says: `Lay ${litres(soil)} of new soil, sloped up to the back; stones and wood on grit, not on glass`,
      likely: 60 + soil + 10 * pieces,
      acts: newLayout(tank),
      after: ['clean'],
      animalsOut: animals,
      cautions: [CAUTIONS.glass],
    },
    {
      key: 'plant',
      says: 'Damp the soil; plant front to back, misting',
      likely: PLANT_MIN_PER_100CM2 * area,
      acts: setInAll(plantings, LAYOUT_TO_COME),
      after: ['ground'],
      animalsOut: animals,
    },
    {
      key: 'fill',
      says: `Fill ${litres(water)} over a plate; start the filter with its old media, then the heater`,
      likely: 45,
      after: ['plant'],
      animalsOut: animals,
      cautions: [weight, CAUTIONS.mains],
      waitHours: 2,
      acts: [{ do: 'change water', fraction: NEW_WATER_SHARE }],
    },
    ...(animals
      ? [
          {
            key: 'return',
            says: 'Animals back only when ammonia and nitrite are safe, or at once as a watched restart with daily tests',
            likely: 30,
            after: ['fill'],
            animalsOut: true,
            cautions: [CAUTIONS.animals],
          },
        ]
      : []),
    {
      key: 'settle',
      says: 'Tests daily for two weeks; change 50–80 % on the numbers',
      likely: 15,
      after: [animals ? 'return' : 'fill'],
      cautions: [CAUTIONS.animals],
    },
  ]
  return finish(1, factor, drafts)
}

/** Steps of a hard trim: one evening, nothing uprooted. */
export function trimSteps(history: TankHistory, now: Instant): PlanStep[] {
  const { factor } = paceOf(history)
  const stems = stemsOf(history, plantingsAt(history, now))
  const drafts: Draft[] = [
    { key: 'power', says: 'Lamp up, heater and filter off', likely: 5, cautions: [CAUTIONS.mains] },
    {
      key: 'trim',
      says: `Cut ${names(stems) || 'what has grown out'} to a third; mow the carpet`,
      likely: 8 * Math.max(1, stems.length) + 15,
      after: ['power'],
      plantingIds: stems.map((planting) => planting.id),
      acts: cutAll(stems),
    },
    {
      key: 'cuttings',
      says: 'Take out every loose cutting',
      likely: 15,
      after: ['trim'],
      cautions: [CAUTIONS.nature],
    },
    {
      key: 'change',
      says: 'Change half the water, rinse the sponge in what you drew',
      likely: 35,
      acts: [{ do: 'change water', fraction: 0.5 }, cleanFilter(tankNow(history, now))],
      after: ['cuttings'],
      cautions: [CAUTIONS.weight, CAUTIONS.media],
    },
    {
      key: 'start',
      says: 'Everything on again; watch the animals’ breathing',
      likely: 10,
      after: ['change'],
      cautions: [CAUTIONS.gas, CAUTIONS.animals],
    },
  ]
  return finish(1, factor, drafts)
}
