import type { Measures } from '../../quantity/measures'
import { sayNumber } from '../../quantity/say'
import type { Reason } from './turn-reasons'

/** What changed, to go on after its day: “the lamps gave 60 % of what they did”. */
export function sayReason(reason: Reason, measures: Measures): string {
  switch (reason.of) {
    case 'light': {
      const share = reason.after / reason.before
      return share === 0
        ? 'the lamps went off'
        : `the lamps went to ${sayNumber(100 * share, 5)} % of the light they gave`
    }
    case 'gas':
      return GAS[reason.what]
    case 'dosing':
      return reason.what === 'stopped' ? 'no dose had been written for a fortnight' : 'dosing began'
    case 'surface':
      return 'it came near the surface'
    case 'moved':
      return 'it was moved'
    case 'warmth':
      return `the water went from ${measures.say(reason.before, '°C', 1)} to ${measures.say(reason.after, '°C', 1)}`
  }
}

const GAS = {
  off: 'the gas went off',
  on: 'the gas came on',
  'more bubbles': 'the gas was turned up',
  'fewer bubbles': 'the gas was turned down',
} as const
