import { nameWithin, unitOf } from '../../quantity/parameter-name'
import { sayNumber } from '../../quantity/say'
import type { DoseWarning } from './dosing'

/** A remark on a dose or a label in a sentence. */
export function sayWarning(warning: DoseWarning): string {
  switch (warning.kind) {
    case 'band': {
      const { parameter, from, to, high } = warning
      return `This lifts ${nameWithin(parameter)} from about ${sayNumber(from)} to ${sayNumber(to)} ${unitOf(parameter)}, over the ${sayNumber(high)} you want at most.`
    }
    case 'accumulation':
      return `Given with every change and taken up by nothing, ${nameWithin(warning.parameter)} would build up to ${sayNumber(warning.to)} ${unitOf(warning.parameter)}.`
    case 'unit': {
      const [one, other] = warning.lines.map(({ as, amount }) => `${as} ${sayNumber(amount)}`)
      return `${one} and ${other} are the same amount in two units; keep one of them, or it is counted twice.`
    }
  }
}
