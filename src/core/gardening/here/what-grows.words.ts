import type { Measures } from '../../quantity/measures'
import { sayAll } from '../../quantity/say'
import type { Portions } from '../../plants/portions'
import { sayPar } from '../light/light.words'
import { UNFIT_WORDS } from './suits'
import type { Candidate, GrowsHere } from './what-grows'

/** What a place is like, in a sentence. */
export function sayPlace({ spot, place, on, within }: GrowsHere, measures: Measures): string {
  const light = `${sayPar(spot.lit.now)} µmol at the foot now, ${sayPar(spot.lit.later)} in eight weeks`
  const room = `${measures.say(spot.roomCm, 'cm', 2)} of ${spot.inAir ? 'air' : 'water'} over it`
  const where = on ? `on ${on}` : `in the ${place === 'middle' ? 'middle' : `${place} third`}`
  const taken = within ? ` ${within} will want this room as it grows.` : ''
  return `It lies ${where}: ${light}, ${room}${spot.gas ? '' : ', no gas'}.${taken}`
}

const GAS = {
  'does without': 'no gas',
  'better with': 'better with gas',
  'needs it': 'and gas',
} as const

/** Why a kind, and how much of it. */
export function sayCandidate({ facts, crowns, portions, own }: Candidate): string {
  const needs = `wants ${facts.light} light, ${GAS[facts.gas]}`
  const cuttings = own.length > 0 ? `; cuttings can be had of ${sayAll([...own])}` : ''
  return `${needs}. ${sayPortions(portions, crowns)}${cuttings}.`
}

function sayPortions(portions: Portions, crowns: number): string {
  const count = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`
  switch (portions.of) {
    case 'pots':
      return `${count(portions.count, 'pot', 'pots')} or ${count(portions.cups, 'cup', 'cups')}, about ${portions.plugs} plugs`
    case 'stems':
      return `${portions.count} stems: ${count(portions.bunches, 'bunch', 'bunches')}`
    case 'crowns':
      return count(crowns, 'plant', 'plants')
  }
}

/** What keeps most kinds out, commonest first. */
export const sayAgainst = ({ against }: GrowsHere): string =>
  sayAll(against.slice(0, 3).map(({ why, kinds }) => `${UNFIT_WORDS[why]} (${kinds} kinds)`))
