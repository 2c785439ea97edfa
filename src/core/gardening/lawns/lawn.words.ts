import type { Measures } from '../../quantity/measures'
import { capital, sayAll, sayDays, sayNumber } from '../../quantity/say'
import type { Lawn } from './lawn'

/** How a lawn stands, sentence by sentence. */
export function sayLawn(lawn: Lawn, measures: Measures): string[] {
  return [
    sayMat(lawn, measures),
    sayLift(lawn),
    sayWork(lawn),
    sayFood(lawn),
    sayBare(lawn, measures),
    sayMixed(lawn),
  ].filter((one) => one !== null)
}

function sayMat({ thickness, unmownDays, mown }: Lawn, measures: Measures): string {
  const since = mown ? 'mown' : 'planted, and never mown since'
  return `${capital(sayDays(Math.round(unmownDays)))} since it was ${since}; the mat is about ${measures.sayEstimate(thickness, 'cm')} thick.`
}

function sayLift({ lift, seenLifting }: Lawn): string | null {
  switch (lift) {
    case 'high':
      return seenLifting
        ? 'It was seen lifting: press it down with pebbles, cut it low, and leave the siphon off it.'
        : 'It may come up whole: old thick mats let go of the ground. Cut it low, half of it at a time.'
    case 'some':
      return 'It begins to loosen: mow it low soon, so that it roots anew.'
    case 'low':
      return null
  }
}

/** Why a lawn is on the list of cuts: “mow it end to end: it begins to loosen”. */
export const sayWhyMown = ({ lift, unmownDays, mown }: Lawn): string =>
  lift === 'low'
    ? `mow it end to end: ${sayDays(Math.round(unmownDays))} since it was ${mown ? 'mown' : 'planted'}`
    : `mow it end to end, half of it at a time: ${lift === 'high' ? 'a mat so old may lift whole' : 'it begins to loosen'}`

function sayWork({ mowIn, pokeIn }: Lawn): string {
  const mow =
    mowIn.value < 1
      ? 'Mow it now, end to end, seedlings and all'
      : `Mow it in about ${sayDays(Math.round(mowIn.value))}`
  const poke =
    pokeIn < 1 ? 'poke holes from left to right' : `poke holes in ${sayDays(Math.round(pokeIn))}`
  return `${mow}; ${poke}.`
}

function sayFood({ fedGrams }: Lawn): string | null {
  if (fedGrams === null) return null
  return `Of the ${sayNumber(fedGrams, 0.5)} g fed in a fortnight what sinks is lost in it: feed in front of it, or animals that pick the bottom.`
}

function sayBare(
  { cover, closed, bareCm2, closesInWeeks, potsIn8Weeks }: Lawn,
  measures: Measures,
): string | null {
  if (!cover) return 'Nobody has judged its cover yet.'
  if (closed) return `It covers ${sayNumber(cover.value, 5)} % of its place.`
  const bare = `It covers ${sayNumber(cover.value, 5)} %; about ${measures.say(Math.round(bareCm2 / 10) * 10, 'cm²', 20)} lie bare.`
  if (!closesInWeeks)
    return `${bare} Runners do not close it: ${pots(potsIn8Weeks)} would, or its own sods.`
  const { value, low, high } = closesInWeeks
  const range =
    high === null || high > 52
      ? `${sayNumber(low, 2)} or more`
      : `${sayNumber(low, 2)}–${sayNumber(high, 2)}`
  const fill =
    potsIn8Weeks > 0 ? ` To have it closed in eight weeks, set ${pots(potsIn8Weeks)}.` : ''
  return `${bare} Runners close it in about ${sayNumber(value, 2)} weeks (${range}).${fill}`
}

const pots = (count: number): string => (count === 1 ? 'one pot' : `${count} pots`)

const sayMixed = ({ mixedWith }: Lawn): string | null =>
  mixedWith.length === 0
    ? null
    : `${sayAll(mixedWith)} ${mixedWith.length === 1 ? 'grows' : 'grow'} in it: mown all together it stays a lawn; or pull the strays, root and all.`
