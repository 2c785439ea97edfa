import { unlikelyIn } from '@/core/admission/unlikely'
import type { TankHistory } from '@/core/history/types'
import { localMoment } from '@/core/quantity/zone'

/** A remark on the lines of a tank file that hardly fit the rest of it, with the first of them; none when all fit. */
export function remarksOnUnlikely(history: TankHistory): string[] {
  const against = unlikelyIn(history)
  const found: string[] = []
  for (const entry of history.entries) {
    const [says] = against(entry)
    if (says) found.push(`${localMoment(entry.at, history.vessel.timeZone).slice(0, 10)}: ${says}`)
  }
  if (found.length === 0) return []
  const lines = found.length === 1 ? 'One line hardly fits' : `${found.length} lines hardly fit`
  return [
    `${lines} the rest of the book; kept as ${found.length === 1 ? 'it is' : 'they are'}. ${found.length === 1 ? 'It is' : 'The first is'} of ${found[0]}`,
  ]
}
