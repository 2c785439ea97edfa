import type { BoardGround, Glass, Ground } from '../history/types'

/**
 * The steepest slope each material holds under water without a stone or a strip that holds it back, degrees. Common practice: soil grains
 * 30–35, sand 30, gravel 35–40; the middle of each.
 */
export const REPOSE_DEGREES: Readonly<Record<Ground['material'], number>> = {
  'active soil': 32,
  sand: 30,
  gravel: 37,
  'soil under sand': 30,
}

/** The steepest place of a ground: how steep, degrees from the level, and where along the tank, cm. */
export interface Steepest {
  degrees: number
  x: number
}

/**
 * Where a ground is steepest: of the straight fall from back to front at each station and of the falls from station to station along
 * both glasses. Check: 10 cm over 10 cm is 45°.
 */
export function steepest({ profile }: BoardGround, { depthCm }: Pick<Glass, 'depthCm'>): Steepest {
  const angle = (rise: number, run: number) =>
    run > 0 ? (Math.atan(Math.abs(rise) / run) * 180) / Math.PI : 0
  const found = profile.flatMap((station, i): Steepest[] => {
    const before = profile[i - 1]
    const across = { degrees: angle(station.backCm - station.frontCm, depthCm), x: station.x }
    if (!before) return [across]
    const run = station.x - before.x
    const x = (station.x + before.x) / 2
    return [
      across,
      { degrees: angle(station.frontCm - before.frontCm, run), x },
      { degrees: angle(station.backCm - before.backCm, run), x },
    ]
  })
  return found.reduce((a, b) => (b.degrees > a.degrees ? b : a), { degrees: 0, x: 0 })
}
