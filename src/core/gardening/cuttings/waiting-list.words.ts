import { sayWaitsFor } from '../../journal/kinds/waiting'
import { sayAgo, sayDays, sayNumber } from '../../quantity/say'
import type { Standing, Waiting } from './waiting-list'

/** “Cup of small epiphytes (3) waits for the tank to be stable: 12 days to go.” */
export function sayWaiting({ entry, standing }: Waiting): string {
  const { what, count, waitsFor, level } = entry
  return `${what}${count === null ? '' : ` (${count})`} waits for ${sayWaitsFor(waitsFor, level)}: ${sayStanding(standing)}`
}

function sayStanding(standing: Standing): string {
  switch (standing.is) {
    case 'come':
      return 'that has come'
    case 'days to go':
      return `${sayDays(standing.days)} to go`
    case 'ammonia or nitrite':
      return `${sayNumber(standing.value, 0.05)} mg/L of ammonia or nitrite ${sayAgo(standing.daysAgo)}`
    case 'no gas':
      return 'no gas runs'
    case 'too dark':
      return `the brightest place has ${sayNumber(standing.par, 2)} µmol`
    case 'too hard':
      return `it has ${sayNumber(standing.gh, 0.5)} °dH`
    case 'maybe soft enough':
      return `it has ${sayNumber(standing.low, 0.5)}–${sayNumber(standing.high, 0.5)} °dH, as far as is known; test GH`
    case 'nobody tested':
      return 'nobody has tested GH of late'
    case 'your word':
      return 'say when'
  }
}
