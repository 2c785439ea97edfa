import { jarTestOf } from '../../history/jar-test'
import { isActive } from '../../history/ground-kinds'
import { entriesOf, readingsOf } from '../../history/journal-index'
import { tankNow } from '../../history/tank-at'
import type { Ground, TankHistory } from '../../history/types'
import { daysBetween, dayOf, type Instant } from '../../quantity/time'
import { netLitres } from '../../vessel/volume'
import { productOf, raises } from '../dosing/products'
import { levelOfSource } from '../facts/sources'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'

/** Active soil usually stops holding hardness after one to three years: from here on it may be presumed to tire. Common practice. */
const TIRED_DAYS = 365
/** A jar of water of known KH that loses less than this share in a day or two: the soil is spent. Common practice. */
const SPENT_DROP_SHARE = 0.15
/** The first and the last so many readings of KH are set against each other. */
export const KH_WINDOW = 4

/** A rise of the mean by more than this tells on the soil, °dH. */
const KH_RISE = 1
/** Below this drop of KH in a jar a soil is tired; a fresh one takes half and more. Common practice. */
const TIRED_DROP_SHARE = 0.4

/** Mean KH of the first and of the last readings, °dH. */
interface KhRecord {
  first: number
  last: number
}
export interface SoilState {
  /** `unseen`: young, and nothing measured. */
  state: 'working' | 'tired' | 'spent' | 'not-active' | 'unseen'
  material: Ground['material']
  ageDays: number
  /** What says so beside its age: entries, and the KH record where that is it. */
  entryIds: readonly string[]
  kh: KhRecord | null
  /** What else may have raised the KH. */
  orBy: readonly KhCause[]
}
/** What raises KH beside a soil that gives up. */
export type KhCause = 'stones' | 'top-ups' | 'doses' | 'another water'

/** Whether all that speaks against a soil is its age, or a KH that others may have raised: test first. */
export const isPresumed = ({ state, entryIds, orBy }: SoilState): boolean =>
  state === 'tired' && (entryIds.length === 0 || orBy.length > 0)

/** What the active soil still does: from the jar test if there is one, else from the KH record, else from its age. */
export function soilState(history: TankHistory, now: Instant): SoilState | null {
  const { layout } = tankNow(history, now)
  if (!layout) return null
  const { material, laidAt } = layout.ground
  const ageDays = daysBetween(laidAt, now)
  const base = { material, ageDays, entryIds: [], kh: null, orBy: [] }
  if (!isActive(material)) return { ...base, state: 'not-active' }
  const old = ageDays > TIRED_DAYS
  const jar = jarTestOf(history, now)
  if (jar) return { ...base, state: stateByDrop(jar.drop), entryIds: [jar.entryId] }
  const risen = khRise(history)
  if (!risen) return { ...base, state: old ? 'tired' : 'unseen' }
  const orBy = otherCauses(history, risen.kh, now)
  return orBy.length > 0
    ? { ...base, ...risen, orBy, state: 'tired' }
    : { ...base, ...risen, state: old ? 'spent' : 'tired' }
}

/** Salts and top-ups of so many days are still in the water. */
const CAUSE_DAYS = 180
/** Hard water that topped up by so much of the rise is a cause. */
const CAUSE_SHARE = 0.4

/** What else may have raised the KH: stones give lime, evaporation leaves it, salts and another water bring it. */
function otherCauses(history: TankHistory, { first, last }: KhRecord, now: Instant): KhCause[] {
  const { layout, vessel } = tankNow(history, now)
  const today = dayOf(now)
  const lately = ({ at }: { at: Instant }) => today - dayOf(at) < CAUSE_DAYS
  const litres = netLitres(vessel, layout)
  const topped = entriesOf(history.entries, 'top-off')
    .filter(lately)
    .reduce(
      (sum, entry) =>
        sum + entry.litres * levelOfSource(history, entry.sourceId, 'kh', dayOf(entry.at)),
      0,
    )
  const dosed = entriesOf(history.entries, 'dose').some((dose) => {
    const product = lately(dose) ? productOf(history, dose) : null
    return product !== null && raises(product, 'kh') > 0
  })
  const changes = entriesOf(history.entries, 'water-change')
  const source = levelOfSource(history, changes.at(-1)?.sourceId ?? null, 'kh', today)
  const causes: [KhCause, boolean][] = [
    ['stones', layout?.hardscape.some(({ material }) => material === 'stone') ?? false],
    ['top-ups', topped / litres > CAUSE_SHARE * (last - first)],
    ['doses', dosed],
    ['another water', source > first + KH_RISE],
  ]
  return causes.filter(([, is]) => is).map(([cause]) => cause)
}

/** The KH record where it rose as over no working soil; null where it did not, or holds too little. */
function khRise(history: TankHistory): { kh: KhRecord; entryIds: readonly string[] } | null {
  const kh = readingsOf(history.entries, 'kh')
  if (kh.length < 2 * KH_WINDOW) return null
  const mean = (list: typeof kh) => list.reduce((sum, entry) => sum + entry.value, 0) / list.length
  const [first, last] = [mean(kh.slice(0, KH_WINDOW)), mean(kh.slice(-KH_WINDOW))]
  return last - first > KH_RISE ? { kh: { first, last }, entryIds: lastIds(kh, 2) } : null
}

function stateByDrop(drop: number): 'spent' | 'tired' | 'working' {
  if (drop < SPENT_DROP_SHARE) return 'spent'
  return drop < TIRED_DROP_SHARE ? 'tired' : 'working'
}

export interface SoilFacts {
  'soil-spent': SoilState
  'soil-tired': SoilState
  /** With nothing measured there is only its age, and age alone is a presumption. */
  'soil-old': SoilState
}

/** The soil as a judgement; null for inert ground and for a soil that works. */
export function soilFinding(history: TankHistory, now: Instant): Judged<SoilFacts> | null {
  const soil = soilState(history, now)
  if (!soil || !['tired', 'spent'].includes(soil.state)) return null
  const spent = soil.state === 'spent'
  return {
    rule: ruleFor(soil),
    facts: soil,
    topic: 'soil',
    key: 'soil',
    subject: { of: 'ground' },
    level: spent ? 'act' : 'watch',
    weight: spent ? 38 : 15,
    entryIds: soil.entryIds,
    leadsTo: { page: 'rescape' },
  }
}

function ruleFor({ state, entryIds }: SoilState): keyof SoilFacts {
  if (state === 'spent') return 'soil-spent'
  return entryIds.length === 0 ? 'soil-old' : 'soil-tired'
}
