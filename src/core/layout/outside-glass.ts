import { METRIC, type Measures } from '../quantity/measures'
import type { Tank } from '../history/tank-at'
import type { Glass } from '../history/types'

/** What of a layout would stand outside a vessel of these inside measures, and on which side: for a keeper who puts the measures right. Empty when all fits. */
export function outsideGlass(
  { layout, plantings }: Pick<Tank, 'layout' | 'plantings'>,
  vessel: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm'>,
  measures: Measures = METRIC,
): { side: 'lengthCm' | 'depthCm' | 'heightCm'; says: string }[] {
  if (!layout) return []
  const things = [
    ...plantings.map((planting) => ({ name: planting.stake, plan: planting.patch, topCm: 0 })),
    ...layout.hardscape.map((piece) => ({
      name: piece.label,
      plan: piece.footprint,
      topCm: Math.max(...piece.outline.map((point) => point[1])),
    })),
  ]
  const groundCm = Math.max(
    ...layout.ground.profile.flatMap((station) => [station.frontCm, station.backCm]),
  )
  return [
    ...things.flatMap(({ name, plan, topCm }) => {
      const [right, back] = [
        Math.max(...plan.map((point) => point[0])),
        Math.max(...plan.map((point) => point[1])),
      ]
      return [
        ...(right > vessel.lengthCm
          ? [
              {
                side: 'lengthCm' as const,
                says: `${name} stands as far right as ${measures.say(right, 'cm', 1)}.`,
              },
            ]
          : []),
        ...(back > vessel.depthCm
          ? [
              {
                side: 'depthCm' as const,
                says: `${name} stands as far back as ${measures.say(back, 'cm', 1)}.`,
              },
            ]
          : []),
        ...(topCm > vessel.heightCm
          ? [
              {
                side: 'heightCm' as const,
                says: `${name} reaches up to ${measures.say(topCm, 'cm', 1)}.`,
              },
            ]
          : []),
      ]
    }),
    ...(groundCm >= vessel.heightCm
      ? [
          {
            side: 'heightCm' as const,
            says: `The ground is ${measures.say(groundCm, 'cm', 1)} deep at its deepest.`,
          },
        ]
      : []),
  ]
}
