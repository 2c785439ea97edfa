import { nameWithin } from '../../quantity/parameter-name'
import { sayAll, sayDays } from '../../quantity/say'
import type { Measures } from '../../quantity/measures'
import { sayPar } from '../light/light.words'
import type { Cause } from './causes'
import type { Diagnosis, Explanation, Settles } from './diagnosis'
import type { Weighed } from './weighing'

type SayDay = (day: number) => string

export const CAUSE_WORDS: Readonly<Record<Cause, string>> = {
  nitrogen: 'too little nitrogen',
  phosphorus: 'too little phosphorus',
  potassium: 'too little potassium',
  magnesium: 'too little magnesium',
  calcium: 'too little calcium',
  iron: 'too little iron',
  'trace elements': 'too little of a trace element',
  gas: 'carbon dioxide, too little or unsteady',
  light: 'too little light',
  melt: 'melt after a move: old leaves go, new ones fit the place',
  animal: 'something eats it',
  age: 'old leaves that are due to go',
}

/** “likely”, “possible”, “less likely”, by the odds. */
export function sayOdds({ odds }: Explanation): string {
  if (odds >= 0.5) return `likely (about ${Math.round(10 * odds)} in 10)`
  return odds >= 0.2 ? `possible (about ${Math.round(10 * odds)} in 10)` : 'less likely'
}

type Of = Weighed['of']
/** How each line of evidence is said. A line without words is an error of the compiler. */
const SAY: {
  [K in Of['is']]: (of: Extract<Of, { is: K }>, measures: Measures, day: SayDay) => string
} = {
  level: ({ parameter, level }, measures) =>
    `${nameWithin(parameter)} at ${measures.sayEstimate(level, UNITS[parameter] ?? '')}`,
  'never tested': ({ parameter }) => `${nameWithin(parameter)} was never tested`,
  'no gas': () => 'no gas is given',
  'gas runs': () => 'gas runs as it did',
  'gas changed': (of, _, day) => `the gas was changed on ${day(of.day)}`,
  'light at foot': ({ par, least, enough }) =>
    `${sayPar(par)} µmol at its foot, ${enough ? 'enough' : `it must have ${sayPar(least)}`}`,
  moved: ({ daysAgo }) =>
    `planted or moved ${daysAgo < 1 ? 'that day' : `${sayDays(Math.round(daysAgo))} before`}`,
  'raised in air': ({ daysAgo }) =>
    `it came as one raised in air, ${daysAgo < 1 ? 'that day' : `${sayDays(Math.round(daysAgo))} before`}: those leaves go under water, new ones stay`,
  'not moved': () => 'it was not planted or moved of late',
  'eaten here': () => 'animals here eat soft leaves',
  'nobody eats': () => 'no animal here is known to eat it',
  'others show it': ({ stakes }) =>
    `${sayAll([...stakes])} ${stakes.length === 1 ? 'shows' : 'show'} the same`,
  alone: () => 'no other planting shows it',
  'no tablets': ({ days }) =>
    days === null
      ? 'it feeds by its root and never had a tablet'
      : `its last tablet lies ${sayDays(Math.round(days))} back`,
  'growth quickened': (of, _, day) => `it grows faster since about ${day(of.day)} and takes more`,
}

/** One line of evidence. */
function sayWeighed({ of }: Weighed, measures: Measures, day: SayDay): string {
  const say = SAY[of.is] as (of: Of, measures: Measures, day: SayDay) => string
  return say(of, measures, day)
}
const UNITS: Readonly<Record<string, string>> = {
  nitrate: 'mg/L',
  phosphate: 'mg/L',
  potassium: 'mg/L',
  magnesium: 'mg/L',
  calcium: 'mg/L',
  iron: 'mg/L',
  gh: '°dH',
}

/** What would settle it, cheapest first. */
export function saySettles(settles: Settles, day: SayDay): string {
  switch (settles.by) {
    case 'test':
      return `One test of ${nameWithin(settles.parameter)} would settle most of it.`
    case 'wait':
      return `Wait until about ${day(settles.until)}, and take only what rots: pulling it starts the melt anew.`
    case 'torch':
      return 'A torch an hour after the lamp is off shows who comes.'
    case 'thin out':
      return 'Thin what stands above it for three weeks: if new leaves stay, it was light or age.'
    case 'remedy':
      return 'All that can be tested was tested: try the remedy for three weeks, and change nothing else.'
    case 'watch the bubbles':
      return 'Count bubbles and look at the indicator at the same hour for a week: if they wander, it is the gas.'
  }
}

/** The same, short: what single look or test would settle it. */
export function sayShortSettle(settles: Settles): string {
  switch (settles.by) {
    case 'test':
      return `One test of ${nameWithin(settles.parameter)}.`
    case 'wait':
      return 'New leaves from the root within some weeks.'
    case 'torch':
      return 'A torch, an hour after the lamp is off.'
    case 'thin out':
      return 'Three weeks with less above it.'
    case 'watch the bubbles':
      return 'Bubbles counted at the same hour for a week.'
    case 'remedy':
      return 'Three weeks of the remedy alone: look at new leaves only.'
  }
}

/** What is seen, as one says it: “twisted or hooked new growth”, “bare stems”. */
export function sayLook({ look, on }: Diagnosis['seen']): string {
  switch (look) {
    case 'bare stem':
      return 'bare stems'
    case 'mush':
      return 'leaves going to mush'
    case 'chewed':
      return 'chewed leaves'
    case 'pinholes':
    case 'burnt edges':
      return `${on === 'whole plant' ? 'leaves' : on} with ${look}`
    default:
      return on === 'whole plant' ? `${look} leaves` : `${look} ${on}`
  }
}

/** What holds of every sign, said once above them all. */
export const BY_NEW_LEAVES = 'Damaged leaves never heal: judge by those that come after today.'

/** When new leaves tell. */
export const sayFollowUp = ({ judgeOn }: Diagnosis, day: SayDay): string =>
  `Judge on about ${day(judgeOn)}.`

/** One explanation with its evidence, in a sentence. */
export function sayEvidence(
  { for: pro, against }: Explanation,
  measures: Measures,
  day: SayDay,
): string {
  const say = (all: readonly Weighed[]) => sayAll(all.map((one) => sayWeighed(one, measures, day)))
  return [
    pro.length > 0 ? `for it: ${say(pro)}` : null,
    against.length > 0 ? `against it: ${say(against)}` : null,
  ]
    .filter((one) => one !== null)
    .join('; ')
}
