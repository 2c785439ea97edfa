import { entriesOf } from '../history/journal-index'
import { tankNow } from '../history/tank-at'
import type { TankHistory } from '../history/types'
import { sayNumber } from '../quantity/say'
import { daysBetween, type Instant } from '../quantity/time'
import { evidence, reckoned } from './evidence'
import type { Finding } from './finding'

/** Active soil usually stops holding hardness after one to three years. Common practice. */
const TIRED_DAYS = 300
/** A jar of water of known KH that loses less than this share in a day or two: the soil is spent. Common practice. */
const SPENT_DROP_SHARE = 0.15
/** KH rise over the source that a working soil would not allow, °dH. */
const KH_WINDOW = 4

export interface SoilState {
  state: 'working' | 'tired' | 'spent' | 'not-active'
  because: Finding['because']
  ageDays: number
}

/** What the active soil still does: from the jar test if there is one, else from the KH record, else from its age. */
export function soilState(history: TankHistory, now: Instant): SoilState | null {
  const { layout } = tankNow(history, now)
  if (!layout) return null
  const ageDays = daysBetween(layout.ground.laidAt, now)
  const age = reckoned(
    `The ${layout.ground.material} has lain ${Math.round(ageDays / 30.4)} months`,
  )
  if (layout.ground.material !== 'active soil' && layout.ground.material !== 'soil under sand')
    return { state: 'not-active', because: [age], ageDays }
  const jar = entriesOf(history.entries, 'soil-test').at(-1)
  if (jar && daysBetween(jar.at, now) < 90) {
    const drop = jar.khBefore > 0 ? (jar.khBefore - jar.khAfter) / jar.khBefore : 0
    return {
      state: stateByDrop(drop),
      because: [evidence(jar, history), age],
      ageDays,
    }
  }
  const kh = entriesOf(history.entries, 'reading').filter((entry) => entry.parameter === 'kh')
  const early = kh.slice(0, KH_WINDOW)
  const late = kh.slice(-KH_WINDOW)
  if (kh.length >= 2 * KH_WINDOW) {
    const mean = (list: typeof kh) =>
      list.reduce((sum, entry) => sum + entry.value, 0) / list.length
    const rise = mean(late) - mean(early)
    const record = reckoned(
      `KH averaged ${sayNumber(mean(early))} in the first ${KH_WINDOW} readings and ${sayNumber(mean(late))} in the last ${KH_WINDOW}`,
    )
    if (rise > 1)
      return {
        state: ageDays > TIRED_DAYS ? 'spent' : 'tired',
        because: [record, ...late.slice(-2).map((entry) => evidence(entry, history)), age],
        ageDays,
      }
  }
  return { state: ageDays > TIRED_DAYS ? 'tired' : 'working', because: [age], ageDays }
}

/** The soil as a finding; null for inert ground and for a soil that works. */
export function soilFinding(history: TankHistory, now: Instant): Finding | null {
  const soil = soilState(history, now)
  if (!soil || soil.state === 'not-active' || soil.state === 'working') return null
  const spent = soil.state === 'spent'
  // With nothing measured there is only its age, and age alone is a presumption.
  const byAge = soil.because.length === 1
  return {
    key: 'soil',
    subject: { of: 'ground' },
    level: spent ? 'act' : 'watch',
    weight: spent ? 38 : 15,
    ...soilWords(spent, byAge),
    because: soil.because,
    suggests: spent
      ? 'Renew it section by section, or feed the roots with tabs.'
      : 'Put some in a jar of water of known KH and read it again after a day.',
    leadsTo: 'rescape',
    wouldChangeMyMind:
      'A jar test: some soil in water of known KH, read again after 24–48 h. A clear drop and the soil still works.',
    disputed: null,
  }
}

/** Below this drop of KH in a jar a soil is tired; a fresh one takes half and more. Common practice. */
const TIRED_DROP_SHARE = 0.4

function stateByDrop(drop: number): 'spent' | 'tired' | 'working' {
  if (drop < SPENT_DROP_SHARE) return 'spent'
  return drop < TIRED_DROP_SHARE ? 'tired' : 'working'
}

function soilWords(spent: boolean, byAge: boolean): Pick<Finding, 'says' | 'detail' | 'clause'> {
  if (spent)
    return {
      says: 'The soil no longer holds the hardness down',
      detail: 'It buffers little now, and the root feeders live on what you add.',
      clause: 'stands on spent soil',
    }
  if (byAge)
    return {
      says: 'The soil may be getting tired',
      detail: 'At this age active soils begin to give up; nothing was measured yet.',
      clause: 'may stand on tired soil',
    }
  return {
    says: 'The soil is getting tired',
    detail: 'It buffers less than it did.',
    clause: 'stands on tired soil',
  }
}
