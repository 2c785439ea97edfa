import { feedsRoots } from '../../history/ground-kinds'
import { entriesOf } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import { daysBetween, type Instant } from '../../quantity/time'
import { isTablet, tabletLife } from '../../water/dosing/dosing'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'

export interface RootsFacts {
  'roots-hungry': { stake: string; never: boolean }
}
/** What was seen of leaves counts for so long, days. Common practice. */
const SEEN_DAYS = 60

/** What feeds by its roots in ground that holds nothing, was given no tablet, and yellows: it hungers. */
export function rootsFindings(history: TankHistory, now: Instant): Judged<RootsFacts>[] {
  const { layout } = tankNow(history, now)
  if (!layout || feedsRoots(layout.ground.material)) return []
  const tablets = entriesOf(history.entries, 'dose').filter((dose) => isTablet(history, dose))
  if (tablets.some((dose) => daysBetween(dose.at, now) <= tabletLife(history, dose).high)) return []
  return plantingsAt(history, now).flatMap((planting): Judged<RootsFacts>[] => {
    if (planting.perch !== null || speciesOf(history, planting).feedsBy !== 'root') return []
    const yellow = entriesOf(history.entries, 'sign').filter(
      ({ sign, place, at }) =>
        sign === 'yellow old leaves' &&
        place.of === 'planting' &&
        place.id === planting.id &&
        daysBetween(at, now) <= SEEN_DAYS,
    )
    if (yellow.length === 0) return []
    return [
      {
        rule: 'roots-hungry',
        facts: { stake: planting.stake, never: tablets.length === 0 },
        topic: 'roots',
        key: `roots:${planting.id}`,
        subject: { of: 'planting', id: planting.id },
        level: 'watch',
        weight: 30,
        entryIds: lastIds(yellow, 3),
        leadsTo: { page: 'water' },
      },
    ]
  })
}
