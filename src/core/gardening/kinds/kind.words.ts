import type { PlantGroup, Species } from '../../history/types'
import { kinName } from '../../plants/kin'
import { factsOf } from '../../plants/kinds'
import type { Measures } from '../../quantity/measures'
import { capital, sayAll, sayNumber, saySpan } from '../../quantity/say'
import { harmTo } from '../here/suits'
import { leastPar } from '../light/least-par'

/** What is known of a kind, line by line: what it is of, and what. */
export function sayKind(
  species: Species,
  measures: Measures,
): (readonly [of: string, says: string])[] {
  const facts = factsOf(species)
  const range = ([low, high]: readonly [number, number], unit: string) =>
    `${measures.figure(low, unit)}–${measures.say(high, unit)}`
  const lines: (readonly [string, string | null])[] = [
    ['it is a', `${kinName(species.group)}${facts.land ? `, of land: ${facts.land}` : ''}`],
    [
      'grows to',
      `${measures.say(species.matureHeightCm, 'cm')} high, ${measures.say(species.matureWidthCm, 'cm')} wide`,
    ],
    [
      'by the books',
      species.growthCmPerDay.value > 0
        ? `${measures.sayEstimate({ ...species.growthCmPerDay, because: '' }, 'cm')} a day in height, as it likes it`
        : null,
    ],
    [
      'wants',
      `${facts.light} light (${sayNumber(leastPar(species))} µmol at the foot at least), ${GAS[facts.gas]}`,
    ],
    ['does well in', `${range(facts.temperature, '°C')}, GH ${facts.gh[0]}–${facts.gh[1]}`],
    ['feeds by', FEEDS[species.feedsBy]],
    ['multiplied by', facts.multiplies.length > 0 ? sayAll([...facts.multiplies]) : null],
    ['cut', facts.cut],
    ['out of water', EMERSED[facts.emersed]],
    [
      'after a move',
      facts.sulksWeeks === 0
        ? 'goes on at once'
        : `sulks or melts for about ${saySpan(7 * facts.sulksWeeks)}: wait`,
    ],
    ['does not bear', facts.sensitive.length > 0 ? sayAll([...facts.sensitive]) : null],
    ['animals', sayEaten(species.group)],
    [
      'a portion covers',
      `${measures.say(species.areaPerPortionCm2, 'cm²')} when set densely; a cup about twice a pot`,
    ],
    ['colour', facts.colour],
    ['caution', facts.caution],
  ]
  return lines.filter((line): line is readonly [string, string] => line[1] !== null)
}

const GAS = {
  'does without': 'no gas',
  'better with': 'better with gas',
  'needs it': 'and gas',
} as const
const FEEDS = {
  root: 'its root: soil or tablets',
  column: 'the water',
  both: 'water and root',
} as const
const EMERSED = {
  well: 'grows well, several times faster',
  slowly: 'grows, slowly',
  hardly: 'hardly; better held under water',
  always: 'where it belongs',
  never: 'dries',
} as const

/** What animals that do so do to a group. */
function sayEaten(group: PlantGroup): string {
  const harm = harmTo(group, ['eats and digs'], false)
  const says = [
    harm.includes('eaten')
      ? 'eaten by those that eat soft leaves'
      : 'mostly left by those that eat plants',
    harm.includes('uprooted') ? 'uprooted by diggers' : 'out of reach of diggers',
  ]
  return sayAll(says)
}

/** The name with what it is sold under. */
export const sayNames = (species: Species): string => {
  const { names } = factsOf(species)
  return names.length > 0 ? capital(sayAll([...names])) : ''
}

/** What stands in a line, but for what stands in the other one as well. */
function without(line: string | undefined, other: string | undefined): string {
  if (line === undefined) return 'not said'
  const same = new Set(other?.split('; '))
  return line
    .split('; ')
    .filter((part) => !same.has(part))
    .join('; ')
}

/** What is known otherwise of a kind than before: “grows to 30 cm high → 45 cm high”; empty where it is all the same. */
export function sayKindChange(before: Species, after: Species, measures: Measures): string {
  const was = new Map(sayKind(before, measures))
  const is = new Map(sayKind(after, measures))
  const lines = [...new Set([...was.keys(), ...is.keys()])].flatMap((of) =>
    was.get(of) === is.get(of)
      ? []
      : [`${of} ${without(was.get(of), is.get(of))} → ${without(is.get(of), was.get(of))}`],
  )
  const names = [before, after].map(sayNames)
  if (before.name !== after.name) lines.unshift(`called ${before.name} → ${after.name}`)
  if (names[0] !== names[1])
    lines.push(`goes by ${names[0] || 'nothing else'} → ${names[1] || 'nothing else'}`)
  return lines.join('; ')
}
