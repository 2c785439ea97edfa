import type { Equipment, LampSetting } from '../history/equipment'
import type { Glass } from '../history/types'
import { beamOf, type Beam } from './beam'

/** The lamps of a tank taken together: light from `onAt` for `hours`, as if at one level all that time. */
export interface Light {
  /** Clock time of the first lamp, HH:MM. */
  onAt: string
  /** Hours with any lamp on. */
  hours: number
  /** Mean PAR at the surface over those hours, µmol m⁻² s⁻¹. */
  parAtSurface: number
  /** How high they hang above the water, cm, by the light of each; null: nobody said. */
  aboveWaterCm: number | null
  /** The lamps of which it is known how their light spreads; their light is in `parAtSurface` as well. */
  beams: readonly Beam[]
}
export const DARK: Light = {
  onAt: '12:00',
  hours: 0,
  parAtSurface: 0,
  aboveWaterCm: null,
  beams: [],
}

/** µmol of usable light a second from a watt of a lamp of today, and the share of it that falls on the water. Common practice, rough: within a factor of two. */
const UMOL_PER_WATT = 2
const SHARE_ON_WATER = 0.6
const MINUTES_PER_DAY = 24 * 60

/** PAR a lamp gives at the surface at full level: as measured, else reckoned from its power over the water's area, else zero. */
export function lampPar(
  { parAtSurface, watts }: Pick<LampSetting, 'parAtSurface' | 'watts'>,
  { lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>,
): number {
  if (parAtSurface !== null) return parAtSurface
  return watts === null ? 0 : (watts * UMOL_PER_WATT * SHARE_ON_WATER * 1e4) / (lengthCm * depthCm)
}

/**
 * Several lamps as one light: their PAR × level × hours are added up (a ramp counts half while it comes up and half while it goes
 * down) and spread over the hours in which any is on, so that the day's light is the same. Dark without a lamp.
 */
export function lightOf(equipment: readonly Equipment[], glass: Glass): Light {
  const lamps = equipment.flatMap((thing) =>
    thing.kind === 'lamp' && thing.setting !== null && thing.setting.hours > 0
      ? [thing.setting]
      : [],
  )
  if (lamps.length === 0) return DARK
  const hours = hoursOfAny(lamps)
  const dayOf = (lamp: LampSetting) =>
    lampPar(lamp, glass) * (lamp.levelPercent / 100) * hoursAtFullLevel(lamp)
  const day = lamps.reduce((sum, lamp) => sum + dayOf(lamp), 0)
  const first = lamps.reduce((a, b) => (minuteOf(b.onAt) < minuteOf(a.onAt) ? b : a))
  return {
    onAt: first.onAt,
    hours,
    parAtSurface: day / hours,
    aboveWaterCm: heightOf(lamps, glass),
    beams: lamps.flatMap((lamp) => beamOf(lamp, dayOf(lamp) / hours, glass) ?? []),
  }
}

function heightOf(lamps: readonly LampSetting[], glass: Glass): number | null {
  const hung = lamps.flatMap((lamp) =>
    lamp.aboveWaterCm === null ? [] : [{ cm: lamp.aboveWaterCm, par: lampPar(lamp, glass) }],
  )
  const total = hung.reduce((sum, { par }) => sum + par, 0)
  return total > 0 ? hung.reduce((sum, { cm, par }) => sum + cm * par, 0) / total : null
}

/** Hours at full level that a lamp's day is worth. Check: 12 h with ramps of two hours → 10. */
export function hoursAtFullLevel({
  hours,
  rampMinutes,
}: Pick<LampSetting, 'hours' | 'rampMinutes'>): number {
  return hours - Math.min(hours / 2, rampMinutes / 60)
}

function hoursOfAny(lamps: readonly LampSetting[]): number {
  if (lamps.length === 1) return lamps[0].hours
  const lit = new Uint8Array(MINUTES_PER_DAY)
  for (const { onAt, hours } of lamps) {
    const [from, minutes] = [minuteOf(onAt), Math.round(hours * 60)]
    for (let m = 0; m < minutes; m++) lit[(from + m) % MINUTES_PER_DAY] = 1
  }
  return lit.reduce((sum, minute) => sum + minute, 0) / 60
}

/** Minutes since midnight of a clock time HH:MM. */
function minuteOf(clock: string): number {
  const [hours, minutes] = clock.split(':').map(Number)
  return hours * 60 + minutes
}
