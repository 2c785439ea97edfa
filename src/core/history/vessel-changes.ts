import type { Vessel } from './types'

/** What of a vessel can be put right after it was set up. */
export type VesselFacts = Pick<
  Vessel,
  | 'name'
  | 'kind'
  | 'lengthCm'
  | 'depthCm'
  | 'heightCm'
  | 'waterlineCm'
  | 'altitudeM'
  | 'lamp'
  | 'gas'
  | 'timeZone'
  | 'standsAt'
>

/** The differences between a vessel's facts and what they are put right to, one short clause each: the journal keeps them, since the facts themselves keep no history. */
export function sayChanges(before: VesselFacts, after: VesselFacts): string[] {
  return FACTS.flatMap(([label, of]) =>
    of(before) === of(after) ? [] : [`${label} ${of(before)} → ${of(after)}`],
  )
}

const centimetres = (value: number) => `${Number(value.toFixed(1))} cm`
const FACTS: readonly [string, (vessel: VesselFacts) => string][] = [
  ['name', (vessel) => vessel.name],
  ['kind', (vessel) => vessel.kind],
  ['length', (vessel) => centimetres(vessel.lengthCm)],
  ['depth', (vessel) => centimetres(vessel.depthCm)],
  ['height', (vessel) => centimetres(vessel.heightCm)],
  ['water line', (vessel) => centimetres(vessel.waterlineCm)],
  ['altitude', (vessel) => `${Math.round(vessel.altitudeM)} m`],
  ['lamp', ({ lamp }) => `${lamp.onAt} for ${Number(lamp.hours.toFixed(2))} h`],
  ['light at the surface', ({ lamp }) => `${Math.round(lamp.parAtSurface)} µmol`],
  ['gas', ({ gas }) => (gas ? `${gas.onAt}–${gas.offAt}` : 'none')],
  ['time zone', (vessel) => vessel.timeZone],
  ['place', (vessel) => vessel.standsAt || 'not said'],
]
