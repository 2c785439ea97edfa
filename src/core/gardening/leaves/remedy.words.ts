import type { School } from '../../history/types'
import type { Cause } from './causes'

type Fed = Extract<Cause, 'nitrogen' | 'phosphorus' | 'potassium' | 'iron' | 'trace elements'>

const NAMES: Readonly<Record<Fed, string>> = {
  nitrogen: 'nitrate',
  phosphorus: 'phosphate',
  potassium: 'potassium',
  iron: 'iron',
  'trace elements': 'trace elements',
}

/** What each school does about a want of something it feeds. Common practice. */
const BY_SCHOOL: Readonly<Record<School, (what: string) => string>> = {
  'rich column': (what) =>
    `Raise the ${what} of each dose by a half for three weeks; the weekly change keeps it from piling up.`,
  'lean column': (what) =>
    `A little ${what} in the water, a quarter more than now, and a tablet at the root: the column stays lean.`,
  'all-in-one': (what) =>
    `Raise the weekly bottle by a quarter for three weeks; if only ${what} lags, a bottle with more of it.`,
  'daily pump': (what) => `Raise the daily ${what} by a quarter, and hold it for three weeks.`,
  'root only': (what) => `A tablet with ${what} at its root; renew it every two to four months.`,
  'nothing added': (what) =>
    `Nothing is added here: change less of the water for a while so that ${what} stays, or light it an hour less so that it needs less.`,
}

const SAME_FOR_ALL: Readonly<Record<Exclude<Cause, Fed>, string>> = {
  magnesium:
    'A magnesium salt, to raise GH by one degree in two steps a day apart; crushed shell gives calcium over weeks instead, not magnesium.',
  calcium:
    'Raise GH by two degrees in steps of one a day: a mineral powder works at once, crushed shell or coral in the filter over weeks. Try it in a bucket first.',
  gas: 'Steady it before raising it: same bubbles, on an hour or two before the lamp. Never past what the animals bear: gulping at the surface means too much.',
  light:
    'Thin what stands above it, or move it nearer to the lamp; what melted does not come back on bare stems.',
  melt: 'Leave it where it is. Take off what rots, change water as usual, and wait for new leaves from the root.',
  animal:
    'Weigh its root with a pebble, choose a leathery kind for that place, or feed the eater first.',
  age: 'Take the old leaves off at the base; they only load the water.',
}

/** What is done about a cause by a school of feeding. */
export function sayRemedy(cause: Cause, school: School): string {
  return cause in NAMES
    ? BY_SCHOOL[school](NAMES[cause as Fed])
    : SAME_FOR_ALL[cause as Exclude<Cause, Fed>]
}

/** Whether schools do different things about it. */
export const bySchool = (cause: Cause): boolean => cause in NAMES
