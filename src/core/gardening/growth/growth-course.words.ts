import type { Measures } from '../../quantity/measures'
import { sayAll, sayDays, sayNumber, sayTimes } from '../../quantity/say'
import type { GrowthSeason } from '../../plants/season'
import type { GrowthCourse } from './growth-course'
import { sayReason } from './turn-reasons.words'

/** Days are said by the screen, which knows the zone. */
type SayDay = (day: number) => string
type Said = Pick<GrowthCourse, 'of' | 'rate' | 'surface' | 'pace'>

/** “0.92 (0.80–1.04) cm a day”, or points of cover a week; what nobody judged is said so. */
export function sayRate({ of, rate }: Said, measures: Measures): string {
  if (!rate) return 'nobody has judged its cover yet'
  if (of === 'height') return `${measures.sayEstimate(rate, 'cm')} a day`
  const half = Math.max(0.5, (rate.high - rate.low) / 2)
  const sign = rate.value > 0 ? '+' : ''
  return `${sign}${sayNumber(rate.value, half)} points of cover a week (${sayNumber(rate.low, half)} to ${sayNumber(rate.high, half)})`
}

/** When it is at the surface, or null for what does not go there. */
export function saySurface({ surface }: Said): string | null {
  if (!surface) return null
  if (surface.value < 0.5) return 'It is at the surface.'
  const { low, high } = surface
  const range =
    high === null ? `${Math.round(low)} or more` : `${Math.round(low)}–${Math.round(high)}`
  return `At the surface in ${sayDays(surface.value)} (${range}).`
}

/** Since when it grows otherwise, and what changed about then. */
export function sayTurn(
  turn: GrowthCourse['turn'],
  measures: Measures,
  day: SayDay,
): string | null {
  if (!turn) return null
  const { before, after, reasons, chance } = turn
  const way = after.value > before.value ? 'Faster' : 'Slower'
  const rates = `${measures.figure(before.value, 'cm', half(before))} before, ${measures.say(after.value, 'cm', half(after))} a day since`
  const odds = `odds ${Math.round(10 * chance)} in 10`
  return `${way} since about ${day(turn.day)} (${day(turn.low)} to ${day(turn.high)}): ${rates}; ${odds}. ${because(reasons, measures, day)}`
}

const half = ({ low, high }: { low: number; high: number }) => (high - low) / 2

function because(
  { fitting, against, byChance }: NonNullable<GrowthCourse['turn']>['reasons'],
  measures: Measures,
  day: SayDay,
): string {
  const near = fitting.map((one) => `${sayReason(one, measures)} on ${day(one.day)}`)
  const other = against.map((one) => `${sayReason(one, measures)} on ${day(one.day)}`)
  const unlike =
    other.length === 0 ? '' : ` It is not because ${sayAll(other)}: that would go the other way.`
  if (near.length === 0) return `Nothing on paper would explain it.${unlike}`
  const often = byChance < 0.05 ? 'seldom' : `${Math.max(1, Math.round(10 * byChance))} times in 10`
  return `About then ${sayAll(near)}, which would do it; something of the kind falls so near by chance ${often}.${unlike}`
}

/** That growth goes with the year: when it is fastest, and by how much. */
export function saySeason({ fastest, by, plantings }: GrowthSeason, day: SayDay): string {
  const percent = (share: number) => Math.round(20 * share) * 5
  const of = plantings === 1 ? 'one planting' : `${plantings} plantings`
  return `Growth here goes with the year: fastest about ${day(fastest)}, by ${percent(by.value)} (${percent(by.low)}–${percent(by.high)}) % over its mean, and as much under it half a year later; told by ${of}. It says when, not why: light of a window and warmth go together.`
}

/** What becomes of falls that no trim explains, said once above them all. */
export const OF_FALLS =
  'Where a height fell, a cut nobody wrote down is taken for the reason: log the cut, or put the height right.'

/** The latest fall that no trim explains, and how many there were. */
export function sayFall({ falls }: GrowthCourse, measures: Measures, day: SayDay): string | null {
  const last = falls.at(-1)
  if (!last) return null
  const { from, to } = last
  const others = falls.length === 1 ? '' : `; so it did ${sayTimes(falls.length - 1)} before`
  return `Fell from ${measures.figure(from.cm, 'cm', 1)} to ${measures.say(to.cm, 'cm', 1)} between ${day(from.day)} and ${day(to.day)}${others}.`
}

/** Its own heights leave it open; two more would tell. */
const isOpen = ({ slower, doubt }: NonNullable<GrowthCourse['pace']>): boolean =>
  slower === 'cannot tell' && doubt === 'its own'

/** Which of them cannot be judged for want of two heights, in one sentence; null: none. */
export function sayUnmeasured(
  courses: readonly Pick<GrowthCourse, 'planting' | 'pace'>[],
): string | null {
  const stakes = courses
    .filter(({ pace }) => pace && (!pace.own || isOpen(pace)))
    .map(({ planting }) => planting.stake)
  if (stakes.length === 0) return null
  return stakes.length === 1
    ? `Whether ${stakes[0]} grows slower than it should cannot be told yet: two heights, a week apart, would tell.`
    : `Whether ${sayAll(stakes)} grow slower than they should cannot be told yet: two heights of each, a week apart, would tell.`
}

/** What the rates of kinds are, said once above them all. */
export const OF_KINDS =
  'The rate of a kind is what books give it in such light, gas and air; where it stands alone, they cannot tell whether the planting lags.'

/** Whether it is slower than its kind. */
export function sayPace({ pace }: Said, measures: Measures): string | null {
  if (!pace) return null
  const should = `${measures.sayEstimate(pace.should, 'cm')} a day`
  const own = pace.own && measures.sayEstimate(pace.own, 'cm')
  // Of what was not measured twice it is said once for all of them.
  if (own === null) return null
  switch (pace.slower) {
    case 'yes':
      return `Slower than its kind: ${own} by its own heights, where its kind does ${should}.`
    case 'no':
      return `Not slower than its kind, ${should}.`
    case 'cannot tell':
      return `Its kind: ${should}.`
  }
}

/** All plantings in one sentence, to go on from the tank’s name. */
export function sayGarden(
  courses: readonly GrowthCourse[],
  measures: Measures,
  day: SayDay,
): string {
  if (courses.length === 0) return 'has no planting on paper yet.'
  const slow = courses.filter(({ pace }) => pace?.slower === 'yes')
  const turned = courses.find(({ turn }) => turn !== null)
  if (slow.length > 0)
    return `grows slower than it should at ${sayAll(slow.map(({ planting }) => planting.stake))}.`
  if (turned?.turn) {
    const { before, after, day: on } = turned.turn
    const way = after.value > before.value ? 'faster' : 'slower'
    return `grows ${way} at ${turned.planting.stake} since about ${day(on)}.`
  }
  const upright = courses.filter(({ of, rate }) => of === 'height' && rate !== null)
  if (upright.length === 0) return 'is covered by what lies flat; nothing in it grows upwards.'
  const { planting, rate } = upright.reduce((a, b) => (b.rate!.value > a.rate!.value ? b : a))
  if (upright.every(({ ownShare }) => ownShare === 0))
    return `was never measured twice; by the books ${planting.stake} grows fastest, ${measures.say(rate!.value, 'cm', half(rate!))} a day.`
  return `grows fastest at ${planting.stake}, by ${measures.say(rate!.value, 'cm', half(rate!))} a day, and nothing in it is seen to lag.`
}
