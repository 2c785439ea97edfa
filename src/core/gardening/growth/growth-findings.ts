import { diagnoses, type Diagnosis } from '../leaves/diagnosis'
import { reasonsFor, type TurnReasons } from './turn-reasons'
import { plantingsAt, speciesOf } from '../../history/lookup'
import { ofPlanting } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import { growthSegments } from '../../plants/growth'
import { isFlat } from '../../plants/groups'
import { paceOf, type Pace } from '../../plants/pace'
import { turnOf, type Turn } from '../../plants/turn'
import { dayOf, type Instant } from '../../quantity/time'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'

export interface GrowthFacts {
  'grows-slower': { stake: string; name: string; pace: Pace }
  'growth-turned': { stake: string; name: string; turn: Turn; reasons: TurnReasons; today: number }
  'leaves-ail': { stake: string; name: string; diagnosis: Diagnosis }
}
const EVIDENCE = 4
/** An explanation is a finding when it is likelier than all others together. */
const LIKELY = 0.5

/** Plantings that grow slower than their kind should, or slower than they did. Slower is worth a word; faster is not. */
export function growthFindings(
  history: TankHistory,
  now: Instant,
): Judged<GrowthFacts, 'grows-slower' | 'growth-turned'>[] {
  const today = dayOf(now)
  return plantingsAt(history, now).flatMap(
    (planting): Judged<GrowthFacts, 'grows-slower' | 'growth-turned'>[] => {
      if (isFlat(speciesOf(history, planting).group)) return []
      const { id, stake, name } = planting
      const base = {
        topic: 'growth' as const,
        key: `growth:${id}`,
        subject: { of: 'planting', id } as const,
        level: 'watch' as const,
        entryIds: lastIds(ofPlanting(history.entries, id), EVIDENCE),
        leadsTo: { page: 'plants' } as const,
      }
      const pace = paceOf(history, planting, now)
      if (pace.slower === 'yes')
        return [{ ...base, rule: 'grows-slower', facts: { stake, name, pace }, weight: 22 }]
      const turn = turnOf(growthSegments(history, id, now), today)
      if (!turn || turn.after.value >= turn.before.value) return []
      const reasons = reasonsFor(history, planting, turn)
      // What came near the surface slows down of itself: that is said where it is to be cut.
      if (reasons.fitting.some(({ of }) => of === 'surface')) return []
      return [
        {
          ...base,
          rule: 'growth-turned',
          facts: { stake, name, turn, reasons, today },
          weight: 18,
        },
      ]
    },
  )
}

/** What leaves tell, where one explanation is likelier than all others together; what is only old is no finding. */
export const leafFindings = (
  history: TankHistory,
  now: Instant,
): Judged<GrowthFacts, 'leaves-ail'>[] => {
  const seen = new Set<string>()
  return diagnoses(history, now).flatMap((diagnosis): Judged<GrowthFacts, 'leaves-ail'>[] => {
    const [top] = diagnosis.explanations
    const { id, stake, name } = diagnosis.planting
    if (!top || top.odds < LIKELY || top.cause === 'age' || top.cause === 'light' || seen.has(id))
      return []
    seen.add(id)
    return [
      {
        rule: 'leaves-ail',
        facts: { stake, name, diagnosis },
        topic: 'leaves' as const,
        key: `leaves:${id}`,
        subject: { of: 'planting', id },
        level: 'watch',
        weight: 24,
        entryIds: [diagnosis.seen.entryId],
        leadsTo: { page: 'leaves' },
      },
    ]
  })
}
