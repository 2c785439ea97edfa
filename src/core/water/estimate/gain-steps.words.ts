import { sayAgo } from '../../quantity/say'
import type { GainTurn } from './gain-steps'

const WHAT: Record<NonNullable<GainTurn['what']>, (more: boolean) => string> = {
  feeding: (more) => `when feeding ${more ? 'rose' : 'fell'}`,
  animals: (more) => `when animals ${more ? 'came' : 'went'}`,
  routine: () => 'when the routine was altered',
  lamp: () => 'when the lamp was set otherwise',
  gas: () => 'when the gas was set otherwise',
  ground: () => 'when the ground was laid',
}

/** “about twice as much since about three weeks ago, when feeding rose”. `today` in days. */
export function sayTurn({ day, before, after, what }: GainTurn, today: number): string {
  const since = `since about ${sayAgo(Math.round(today - day))}`
  const why = what === null ? '' : `, ${WHAT[what](after > before)}`
  return `${sayRatio(before, after)} ${since}${why}`
}

function sayRatio(before: number, after: number): string {
  if (before * after <= 0 || before === 0)
    return after > before ? 'more than before' : 'less than before'
  const ratio = after / before
  const more = ratio > 1
  const times = more ? ratio : 1 / ratio
  if (times < 1.75) return more ? 'about half as much again' : 'about a third less'
  if (times < 2.6) return more ? 'about twice as much' : 'about half as much'
  return more ? 'several times as much' : 'a good deal less'
}
