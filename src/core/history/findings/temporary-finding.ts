import { versionOn, type Temporary } from '../dated'
import type { FactSubject } from '../../journal/fact-change'
import type { TankHistory } from '../types'
import { dayOf, type Instant } from '../../quantity/time'
import type { Judged } from '../finding'

/** What stands for a while only, with its end. */
function passing(history: TankHistory, day: number): { fact: FactSubject; temporary: Temporary }[] {
  const held = (fact: FactSubject, temporary: Temporary | null | undefined) =>
    temporary ? [{ fact, temporary }] : []
  return [
    ...held(
      { part: 'vessel', id: history.vessel.id },
      versionOn(history.vessel.glass, day)?.temporary,
    ),
    ...history.equipment.flatMap(({ id, settings, endedAt }) =>
      endedAt !== null && dayOf(endedAt) <= day
        ? []
        : held({ part: 'equipment', id }, versionOn<unknown>(settings, day)?.temporary),
    ),
    ...history.plantings.flatMap(({ id, stands, ended }) =>
      ended !== null && dayOf(ended.at) <= day
        ? []
        : held({ part: 'plantings', id }, versionOn(stands, day)?.temporary),
    ),
    ...history.populations.flatMap(({ id, temporary, until }) =>
      until !== null && dayOf(until) <= day ? [] : held({ part: 'populations', id }, temporary),
    ),
  ]
}

export interface TemporaryFacts {
  /** `daysOver`: whole days since the day it was to last until. */
  'time-is-over': { fact: FactSubject; temporary: Temporary; daysOver: number }
}

/** What was meant to last until a day that has come: asked once for each, until the keeper says what is now. */
export function temporaryFindings(
  history: TankHistory,
  now: Instant,
): Judged<TemporaryFacts, 'time-is-over'>[] {
  const day = dayOf(now)
  return passing(history, day)
    .filter(({ temporary }) => dayOf(temporary.until) <= day)
    .map(({ fact, temporary }) => ({
      rule: 'time-is-over',
      facts: {
        fact,
        temporary,
        daysOver: Math.max(0, Math.floor(day - dayOf(temporary.until))),
      },
      topic: 'temporary',
      key: `temporary:${fact.part}:${fact.id}`.slice(0, MOST_LETTERS),
      subject: fact.part === 'plantings' ? { of: 'planting', id: fact.id } : { of: 'tank' },
      level: 'watch',
      weight: 22,
      entryIds: [],
      leadsTo: { page: 'facts' },
    }))
}

/** A disagreement keeps the key of its finding in so many characters. */
const MOST_LETTERS = 120
