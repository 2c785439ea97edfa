import type { LampSetting } from '../history/equipment'

/** A lamp whose light is known to fall off sideways: how much of the light on the water is its, and where it hangs. */
export interface Beam {
  /** Its share of the PAR at the surface right below it, µmol m⁻² s⁻¹. */
  par: number
  /** Its middle from the left and from the front glass, and its height above the water, cm. */
  x: number
  z: number
  aboveCm: number
  /** How long it is along the tank, cm; zero: a point. */
  longCm: number
  /** Full angle of half intensity, degrees. */
  spreadDegrees: number
}

/** So high a lamp hangs above the water where nobody said, cm. Common practice. */
export const USUAL_ABOVE_CM = 8

/** The beam of a lamp of which place and spread are known; null for one that is taken to light the whole tank alike. */
export function beamOf(
  { xCm, zCm, aboveWaterCm, spreadDegrees, longCm }: LampSetting,
  par: number,
  { depthCm }: { depthCm: number },
): Beam | null {
  if (xCm === null || !spreadDegrees) return null
  return {
    par,
    x: xCm,
    z: zCm ?? depthCm / 2,
    aboveCm: aboveWaterCm ?? USUAL_ABOVE_CM,
    longCm: longCm ?? 0,
    spreadDegrees,
  }
}

/**
 * The light of a beam at a place beside that right below it, 0–1: E ∝ cosᵐ⁺³θ at one level, m = −ln 2 / ln cos(half the angle of half
 * intensity) (Moreno & Sun 2008, Optics Express 16: 1808, from memory; m = 1 is Lambert’s cosine law). `downCm`: from the lamp to the level of
 * the place. Check: Lambert, as far aside as below: cos⁴45° = ¼.
 */
export function sideways(
  { x, z, longCm, spreadDegrees }: Beam,
  at: { x: number; z: number },
  downCm: number,
): number {
  const aside = Math.hypot(Math.max(0, Math.abs(at.x - x) - longCm / 2), at.z - z)
  const m = -Math.LN2 / Math.log(Math.cos((spreadDegrees * Math.PI) / 360))
  const cosine = 1 / Math.hypot(1, aside / Math.max(1, downCm))
  return cosine ** (m + 3)
}
