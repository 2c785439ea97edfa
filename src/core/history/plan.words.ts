import { METRIC, type Measures } from '../quantity/measures'
import { mainKind } from './tank-at'
import type { CautionCode, MaterialCode, OptionKey, Side, StepCode } from './plan-codes'
import type { Plan, PlanMaterial, PlanStep, Planting, TankHistory } from './types'

const TITLES: Record<OptionKey, string> = {
  leave: 'Rest',
  trim: 'Hard trim',
  zone: 'Replanting one zone',
  partial: 'Partial rescape',
  soil: 'New soil',
  full: 'Full reset',
}

/** “Partial rescape of Tarn”. */
export const planTitle = ({ option }: Pick<Plan, 'option'>, { vessel }: TankHistory): string =>
  `${TITLES[option]} of ${vessel.name}`

const SIDE_NAMES: Record<Side, string> = { left: 'Left', middle: 'Middle', right: 'Right' }

/** “Left: S1, K2”; a stage that takes the whole tank is called by the plan. */
export const sayStage = (
  { side, plantingIds, part }: Plan['stages'][number],
  { option }: Pick<Plan, 'option'>,
  history: TankHistory,
): string =>
  side === null
    ? TITLES[option]
    : `${SIDE_NAMES[side]}: ${stakesOf(plantingIds, history)}${part ? `, part ${part.number} of ${part.of}` : ''}`

/** What can hurt someone at a step. Never a substitute for local codes or licensed people. */
const CAUTIONS: Record<CautionCode, (measures: Measures) => string> = {
  mains: () =>
    'Unplug heater, filter and lamp before the water drops and let the heater cool 15 minutes. Drip loops and a residual-current device; mains work is an electrician’s.',
  weight: ({ system }) =>
    `Water weighs ${system === 'US' ? 'more than eight pounds a gallon' : 'a kilogram a litre'}. Lift with two people; never move a filled tank; ask a structural professional about an upper floor.`,
  glass: () => 'Glass edges cut. Dry hands, no stone resting on bare glass.',
  hands: () => 'Cover cuts and wash hands: tank water can infect skin.',
  gas: () =>
    'Close the gas first. Too little plant mass for the same gas drives the pH down; watch the animals’ breathing.',
  nature: () =>
    'No plant, animal or water into the wild. Compost dry; check which species are restricted where you live.',
  media: () =>
    'Keep filter media wet in tank water, never under the tap: its bacteria are what keeps the animals safe.',
  animals: () => 'Animals that gasp, roll or bleed need a vet, not a bottle.',
}

/** A caution at its step, with the weight of this tank where that is the danger. */
export const sayCaution = (
  caution: CautionCode,
  { kilograms }: Pick<PlanStep, 'kilograms'>,
  measures: Measures = METRIC,
): string =>
  caution === 'weight' && kilograms !== null
    ? `${CAUTIONS.weight(measures)} Filled it is about ${Math.round(measures.of(kilograms, 'kg') / 10) * 10} ${measures.unit('kg')}.`
    : CAUTIONS[caution](measures)

/** What the words of a step may speak of. */
interface StepFacts {
  litres: string
  /** The stakes of its plantings, in their order; empty where it has none. */
  stakes: string
  /** Those of the carpets that stand. */
  carpets: string
}
const STEPS: Record<Exclude<StepCode, 'own words'>, string | ((facts: StepFacts) => string)> = {
  'test first': 'Test nitrate and pH, look at the animals’ breathing, write both down',
  'lay out': ({ litres }) =>
    `Lay out ${litres === '' ? '' : `${litres} of soil, `}tabs, tweezers, two tubs, towels`,
  'power off':
    'Gas, heater and lamp off, and let the heater cool; air runs on, and the filter while it stands in water',
  'draw water': ({ litres }) => `Draw ${litres} of tank water into the tubs`,
  'trim to a third': ({ stakes }) => `Trim ${stakes} to a third; keep the best tops in tank water`,
  lift: ({ stakes }) =>
    `Lift ${stakes}: gently, siphon beside the hand; when you cannot see, stop and let it settle`,
  sort: 'Sort what came out: replant, nursery, give away, compost',
  'old soil out': ({ litres }) => `Siphon out the old soil of the section (${litres})`,
  'new soil in': ({ litres }) => `Lay ${litres} of new soil down a tube, wall it off with floss`,
  vacuum: 'Vacuum the bare ground, set root tabs',
  plant: ({ stakes }) => `Plant front to back: ${stakes}, dense from the start`,
  refill: 'Refill over a plate, temperature matched, conditioner in',
  'rinse sponge': 'Rinse the sponge in the drawn tank water, take out loose cuttings',
  'start again': 'Filter, heater and lamp on; gas at its old setting; watch for ten minutes',
  'day after': 'Day after: ammonia, nitrite, pH; change 30 % if either shows',
  'test daily':
    'Fresh soil beside animals: ammonia and nitrite every day for a week, and a change of 30–50 % whenever either shows',
  'replant tops': ({ stakes }) =>
    `Pull the bare feet of ${stakes}, and plant its best tops where they stood`,
  'hold until safe':
    'The tank runs with its plants; the animals stay in the holding tank until ammonia and nitrite have stood at nothing for a week. Two tests a week, changes by the numbers',
  'third day': 'Third day: the same, and push back what floated up',
  'try dry':
    'Mark the floor of the tank on a table with tape; try the stones and the wood there, look from where you sit, and sleep on it',
  'set up holding': ({ litres }) =>
    `Set up holding: tubs for animals and for plants, ${litres} of tank water, heater, air, lids, a running filter`,
  'loose first': 'Take out floaters and loose bits, trim everything',
  'lift all': 'Stems, then rooted plants, then stones and wood with what grows on them',
  catch:
    'Drain to net height; catch the largest first, keep them apart; then the shoals, then shrimp',
  'look for young':
    'Look for young, and once a day for a week in the old soil, kept wet: some turn up days later',
  strip: ({ litres }) => `Drain, take out ${litres} of soil`,
  'clean glass': 'Clean glass, pipes and pump; level the stand',
  'lay ground': ({ litres }) =>
    `Lay ${litres} of new soil, sloped up to the back; stones and wood on grit, not on glass`,
  'plant damp': 'Damp the soil; plant front to back, misting',
  fill: ({ litres }) =>
    `Fill ${litres} over a plate; start the filter with its old media, then the heater`,
  'animals back':
    'Animals back, the hardiest first, a few ahead of the rest; ammonia and nitrite tested before each lot',
  settle: 'Tests daily for two weeks; change 50–80 % on the numbers',
  'lamp up': 'Lamp up, heater and filter off',
  'cut to a third': ({ stakes, carpets }) =>
    `Cut ${stakes || 'what has grown out'} to a third${carpets ? `; mow ${carpets}` : ''}`,
  'loose cuttings': 'Take out every loose cutting',
  'change half': 'Change half the water, rinse the sponge in what you drew',
  watch: 'Everything on again; watch the animals’ breathing',
}

/** What a step asks for. */
export function sayStep(
  step: Pick<PlanStep, 'does' | 'litres' | 'plantingIds' | 'text'>,
  history: TankHistory,
  measures: Measures = METRIC,
): string {
  if (step.does === 'own words') return step.text ?? 'a step without words'
  const says = STEPS[step.does]
  if (typeof says === 'string') return says
  const litres =
    step.litres === null ? '' : measures.say(step.litres, 'L', step.litres < SMALL_LITRES ? 0.1 : 1)
  return says({
    litres,
    stakes: stakesOf(step.plantingIds, history),
    carpets: stakesOf(standingCarpets(history), history),
  })
}
/** Of less than this a tenth of a litre is said. */
const SMALL_LITRES = 10

function standingCarpets({ plantings, species }: TankHistory): string[] {
  const carpets = new Set(species.filter(({ group }) => group === 'carpet').map(({ id }) => id))
  return plantings
    .filter(({ ended, kinds }) => ended === null && carpets.has(kinds[0].speciesId))
    .map(({ id }) => id)
}

function stakesOf(ids: readonly string[], { plantings }: TankHistory): string {
  const stakes = new Map(plantings.map(({ id, stake }) => [id, stake]))
  return ids.flatMap((id) => stakes.get(id) ?? []).join(', ')
}

/** How a material is said: “14 stems”, “S1 cuttings from your own tops”, and how it was reckoned. */
export interface SaidMaterial {
  amount: number
  unit: string
  says: string
  remark: string
}
type MaterialWords = (facts: {
  measures: Measures
  of: PlanMaterial
  stake: Planting['stake']
  kind: string
}) => Omit<SaidMaterial, 'amount'>
const MATERIALS: Record<MaterialCode, MaterialWords> = {
  'source water': () => ({
    unit: 'L',
    says: 'source water for the change',
    remark: 'half the tank',
  }),
  'active soil': ({ of: { from, amount }, measures }) => ({
    unit: 'L',
    says: 'active soil',
    remark:
      from === null
        ? ''
        : `${measures.say(from, 'L', 0.1)} by the slope, ${measures.say(amount - from, 'L', 0.5)} to spare`,
  }),
  'root tabs': ({ of: { each }, measures }) => ({
    unit: 'pieces',
    says: 'root tabs',
    remark: each === null ? '' : `one to ${measures.say(each, 'cm²', 1)}`,
  }),
  'own cuttings': ({ of: { from }, stake }) => ({
    unit: 'stems',
    says: `${stake} cuttings from your own tops`,
    remark: from === null ? '' : `${from} wanted at planting density`,
  }),
  'bought stems': ({ of: { from, amount }, stake, kind }) => ({
    unit: amount === 1 ? 'bunch' : 'bunches',
    says: `${stake} ${kind}, bought`,
    remark: from === null ? '' : `${from} stems short`,
  }),
  portions: ({ of: { from, each, amount }, stake, kind, measures }) => ({
    unit: amount === 1 ? 'pot' : 'pots',
    says: `${stake} ${kind}`,
    remark:
      from === null || each === null
        ? ''
        : `or ${Math.ceil(amount / 2)} ${amount > 2 ? 'cups' : 'cup'}; split into about ${Math.ceil(from / each)} plugs for ${measures.say(from, 'cm²', 1)}; sods of the old mat save some`,
  }),
  divided: ({ of: { amount }, stake }) => ({
    unit: amount === 1 ? 'crown' : 'crowns',
    says: `${stake} goes back as it is, divided`,
    remark: '',
  }),
  floss: () => ({ unit: 'sheet', says: 'filter floss to wall off a section', remark: '' }),
  tubs: ({ of: { from }, measures }) => ({
    unit: 'pieces',
    says: 'tubs with lids, heater and air for plants',
    remark: from === null ? '' : `${measures.say(from, 'L', 1)} of tank water between them`,
  }),
  tests: () => ({ unit: 'readings', says: 'tests for ammonia and nitrite', remark: '' }),
  'own words': ({ of: { text } }) => ({ unit: '', says: text ?? '', remark: '' }),
}

/** A material of a plan for its list. */
export function sayMaterial(
  of: PlanMaterial,
  history: TankHistory,
  measures: Measures = METRIC,
): SaidMaterial {
  const planting = history.plantings.find(({ id }) => id === of.plantingId)
  const kind = planting && history.species.find(({ id }) => id === mainKind(planting).speciesId)
  const { unit, ...said } = MATERIALS[of.item]({
    measures,
    of,
    stake: planting?.stake ?? 'a planting',
    kind: kind?.name ?? planting?.name ?? '',
  })
  return {
    ...said,
    unit: measures.unit(unit),
    amount: Number(measures.of(of.amount, unit).toPrecision(3)),
  }
}
