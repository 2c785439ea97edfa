import type { PlantGroup, Species } from '../history/types'
import { slugOf } from '../quantity/slug'

interface Kin {
  /** As a keeper would call one of them. */
  says: string
  /** cm a day, 80 % range, for one that grows to `heightCm`. */
  growth: readonly [number, number, number]
  heightCm: number
  /** Width over height. */
  spread: number
  portionCm2: number
  /** Leaf over height. */
  leaf: number
  shape: Species['leaf']['shape']
  feedsBy: Species['feedsBy']
}

/** What is usual in each group, wide enough for most of it. Common practice; the figures of the catalogue beside it are from memory. */
const KIN: Record<PlantGroup, Kin> = {
  'stem-fast': {
    says: 'fast stem',
    growth: [0.9, 0.35, 2.2],
    heightCm: 50,
    spread: 0.12,
    portionCm2: 60,
    leaf: 0.045,
    shape: 'lance',
    feedsBy: 'both',
  },
  'stem-slow': {
    says: 'slow or red stem',
    growth: [0.45, 0.15, 0.9],
    heightCm: 40,
    spread: 0.14,
    portionCm2: 60,
    leaf: 0.055,
    shape: 'lance',
    feedsBy: 'both',
  },
  rosette: {
    says: 'rosette',
    growth: [0.06, 0.01, 0.15],
    heightCm: 34,
    spread: 0.9,
    portionCm2: 600,
    leaf: 0.65,
    shape: 'lance',
    feedsBy: 'root',
  },
  crypt: {
    says: 'crypt',
    growth: [0.035, 0.005, 0.09],
    heightCm: 14,
    spread: 0.9,
    portionCm2: 140,
    leaf: 0.68,
    shape: 'ribbon',
    feedsBy: 'root',
  },
  epiphyte: {
    says: 'epiphyte on a rhizome',
    growth: [0.03, 0.005, 0.1],
    heightCm: 14,
    spread: 1,
    portionCm2: 160,
    leaf: 0.6,
    shape: 'round',
    feedsBy: 'column',
  },
  moss: {
    says: 'moss',
    growth: [0.05, 0.01, 0.12],
    heightCm: 5,
    spread: 2.4,
    portionCm2: 60,
    leaf: 0.2,
    shape: 'needle',
    feedsBy: 'column',
  },
  carpet: {
    says: 'carpet',
    growth: [0.05, 0.01, 0.12],
    heightCm: 4,
    spread: 1.5,
    portionCm2: 30,
    leaf: 0.7,
    shape: 'needle',
    feedsBy: 'both',
  },
  floating: {
    says: 'floater',
    growth: [0, 0, 0.05],
    heightCm: 2,
    spread: 2,
    portionCm2: 60,
    leaf: 1.2,
    shape: 'round',
    feedsBy: 'column',
  },
}

/** How a form names a kind that is in no list yet; its group follows. */
export const ANOTHER_KIND = 'another:'

/** What one of a group is called, like “slow or red stem”. */
export const kinName = (group: PlantGroup): string => KIN[group].says

/**
 * A species that the catalogue lacks, from its group and the height it grows to (cm; null: the group’s usual one). Growth scales with
 * the height, since what grows tall in a group grows faster (common practice); the range stays the group’s, so that two heights of
 * the keeper’s own outweigh it. Its id follows from name and group: the same plant in two tanks is one species.
 */
export function speciesFromKin(
  name: string,
  group: PlantGroup,
  matureHeightCm: number | null,
  tint: Species['leaf']['tint'],
): Species {
  const kin = KIN[group]
  const height = matureHeightCm ?? kin.heightCm
  const scale = height / kin.heightCm
  const [value, low, high] = kin.growth.map((rate) => rate * scale)
  return {
    id: `own-${group}-${slugOf(name, 48) || 'plant'}`,
    name,
    group,
    growthCmPerDay: { value, low, high },
    matureHeightCm: height,
    matureWidthCm: Math.max(0.5, height * kin.spread),
    areaPerPortionCm2: kin.portionCm2,
    leaf: { lengthCm: Math.max(0.3, height * kin.leaf), shape: kin.shape, tint },
    feedsBy: kin.feedsBy,
  }
}
