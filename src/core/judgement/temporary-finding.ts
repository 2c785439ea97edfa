import { versionOn, type Temporary } from '../history/dated'
import { factName } from '../history/fact-names'
import type { FactSubject } from '../journal/fact-change'
import type { TankHistory } from '../history/types'
import { sayAgo } from '../quantity/say'
import { dayOf, type Instant } from '../quantity/time'
import { reckoned } from './evidence'
import type { Finding } from './finding'

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

/** What was meant to last until a day that has come: asked once for each, until the keeper says what is now. */
export function temporaryFindings(history: TankHistory, now: Instant): Finding[] {
  const day = dayOf(now)
  return passing(history, day)
    .filter(({ temporary }) => dayOf(temporary.until) <= day)
    .map(({ fact, temporary }) => {
      const name = factName(fact, history)
      const ago = sayAgo(Math.max(0, Math.floor(day - dayOf(temporary.until))))
      return {
        key: `temporary:${fact.part}:${fact.id}`.slice(0, 120),
        subject: fact.part === 'plantings' ? { of: 'planting', id: fact.id } : { of: 'tank' },
        level: 'watch',
        says: `${name}: the time it was set for is over`,
        detail: `It was to last until ${ago === 'today' ? 'today' : ago}: ${temporary.because}.`,
        clause: `asks whether ${name} goes on as it was set for a while`,
        because: [reckoned(`${temporary.because}, until ${temporary.until.slice(0, 10)}`)],
        suggests: 'Say whether it goes on, or how it is now.',
        leadsTo: 'facts',
        wouldChangeMyMind: 'A change that was made and not written down.',
        weight: 22,
        disputed: null,
      }
    })
}
