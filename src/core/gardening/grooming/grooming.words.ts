import { sayAgo, sayAll, sayDays } from '../../quantity/say'
import type { Flower, GroomDue, Harm } from './due'

const ACTS: Readonly<Record<GroomDue['act'], string>> = {
  'leaves-taken': 'old and yellow leaves off at the base',
  thinned: 'thinned out',
  mown: 'mown end to end',
  poked: 'holes poked for exchange',
  'runners-cut': 'runners cut',
  'spike-cut': 'the spike cut',
  'spike-left': 'the spike left',
  'roots-pruned': 'roots cut back before they reach the pump',
  fixed: 'tied or glued anew',
  brushed: 'brushed',
  vacuumed: 'vacuumed',
}

/** What is due, how late it is, and how often this kind wants it. */
export function sayGroomDue({ act, everyDays, doneAgo, inDays }: GroomDue): string {
  if (act === 'fixed') return sayFixing(doneAgo, inDays)
  const often = `about every ${sayDays(everyDays)}`
  if (doneAgo === null && inDays <= 0) return `${ACTS[act]}, ${often}`
  const when = inDays <= 0 ? 'due now' : `in ${sayDays(Math.ceil(inDays))}`
  const last = doneAgo === null ? '' : `last ${sayDays(Math.max(1, Math.round(doneAgo)))} ago, `
  return `${ACTS[act]}, ${when} (${last}wanted ${often})`
}

/** Tying and gluing go by when it was set, not by the kind. */
function sayFixing(doneAgo: number | null, inDays: number): string {
  if (doneAgo === null)
    return `to be tied or glued: it was set ${sayAgo(-inDays)}, and nothing on paper holds it`
  const then = `tied or glued ${sayAgo(doneAgo)}`
  return inDays <= 0
    ? `look whether it holds by itself: thread rots in weeks; ${then}`
    : `in ${sayDays(Math.ceil(inDays))} look whether it holds by itself (${then}; thread rots in weeks)`
}

/** A flower is good news; a spike costs leaves. */
export function sayFlower({ stage, spike }: Flower): string {
  const news = { budding: 'is about to flower', open: 'flowers', spent: 'has flowered' }[stage]
  if (spike === 'spike-cut') return `${news}: a good sign; its spike was cut`
  if (spike === 'spike-left') return `${news}: a good sign; its spike was left`
  return stage === 'spent'
    ? `${news}: cut the spent spike off`
    : `${news}: a good sign. Keep the spike, or cut it: it costs leaves`
}

/** Who was at it, and what could be done. */
export function sayHarm({ sign, by }: Harm): string {
  const seen = sign === 'chewed' ? 'was seen chewed' : 'was seen lifting'
  switch (by.of) {
    case 'animals':
      return sign === 'chewed'
        ? `${seen}; ${sayAll(by.names)} eat soft leaves. A leathery kind in its place, or feed them first`
        : `${seen}; ${sayAll(by.names)} dig. A pebble on each root, roots under a stone, or deeper`
    case 'cleaning':
      return `${seen} ${by.days < 1 ? 'on the day' : `${sayDays(Math.round(by.days))} after`} ${by.item} was cleaned. Keep the siphon a hand above it, weight it until it has rooted`
    case 'nothing':
      return sign === 'chewed'
        ? `${seen}; no animal here is known to do so. Look with a torch an hour after the lamp is off`
        : `${seen}; nobody here digs. Old mats let go by themselves: cut it low`
  }
}
