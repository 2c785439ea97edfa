import { listBackups } from '@/data/at-rest/copy-names'
import { secondPlace, type SecondPlace } from '@/data/at-rest/second-place'
import { copyFault } from '@/data/backed-up'
import { dataDirectory } from '@/data/places'
import type { Instant } from '@/core/quantity/time'
import { sayDay, sayMoment } from '@/ui/when'
import type { CopiesView } from './copies.client'

/** What is said of the copies of the data; null for a database server, which is copied by its own means. */
export function copiesView(now: Instant, zone: string, here: boolean): CopiesView | null {
  if (process.env.DATABASE_URL) return null
  const all = listBackups(dataDirectory())
  const say = (at: Date | string) =>
    sayMoment(typeof at === 'string' ? at : at.toISOString(), zone, now)
  const bytes = all.reduce((sum, one) => sum + one.bytes, 0)
  const today = new Date().toISOString().slice(0, 10)
  const fault = copyFault()
  const second = secondPlace(dataDirectory())
  return {
    here,
    says:
      all.length === 0
        ? 'There is no copy of the data yet; the first is made a minute or two after a start.'
        : `${all.length === 1 ? 'One copy' : `${all.length} copies`} of the data, ${Math.max(1, Math.round(bytes / 1e6))} MB, the latest of ${say(all[0].at)}.`,
    fault: fault && `The copy of ${say(fault.at)} could not be made: ${fault.says}`,
    promised: all.flatMap(({ file, keptFor }) =>
      keptFor && keptFor.until >= today
        ? [
            {
              file,
              says: `“${keptFor.slug}” was deleted; the copy that holds it is kept until ${sayDay(`${keptFor.until}T12:00:00Z`, zone, now)}:`,
            },
          ]
        : [],
    ),
    second: second && {
      well: second.fault === null,
      says:
        second.fault === null
          ? sayWhatIsThere(second, all, say)
          : `Copies are missing in ${second.path} since ${say(second.faultSince ?? now)}. ${second.fault}${second.lastWell ? ` All were there last on ${say(second.lastWell)}.` : ''}`,
    },
  }
}

/** Which copies are in the second place: one made since it was seen to follows with the next look. */
function sayWhatIsThere(
  { path, lastWell }: SecondPlace,
  all: readonly { at: Date }[],
  say: (at: string) => string,
): string {
  if (lastWell === null) return `They are being brought to ${path}.`
  const later = all.filter(({ at }) => at.toISOString() > lastWell).length
  if (later > 0)
    return `In ${path} are those up to ${say(lastWell)}; ${later === 1 ? 'the latest follows' : 'the others follow'} within the hour.`
  return `${all.length === 1 ? 'It is' : 'All of them are'} in ${path} too, as of ${say(lastWell)}.`
}
