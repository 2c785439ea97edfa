import type { Species } from '../history/types'

/**
 * The small species catalogue that Vivero ships. All growth, size and portion figures are from memory and common practice;
 * a keeper's own entries outweigh them after a few heights.
 */
export const CATALOGUE = {
  greenStem: stem('rotala-green', 'Rotala rotundifolia, green', 'stem-fast', [0.9, 0.5, 1.5], 55, 1.7, 'lance', 'green'),
  fineStem: stem('limnophila', 'Limnophila sessiliflora', 'stem-fast', [1.3, 0.7, 2.2], 60, 2.6, 'needle', 'green'),
  redStem: stem('rotala-red', 'Rotala macrandra', 'stem-slow', [0.45, 0.2, 0.8], 45, 2.4, 'lance', 'red'),
  bushStem: stem('hygrophila', 'Hygrophila polysperma', 'stem-fast', [0.8, 0.4, 1.4], 45, 3, 'lance', 'pale'),
  sword: plant('echinodorus', 'Echinodorus, medium', 'rosette', [0.06, 0.01, 0.12], 34, 30, 700, 22, 'lance', 'green', 'root'),
  brownCrypt: plant('crypt-brown', 'Cryptocoryne wendtii, brown', 'crypt', [0.04, 0.005, 0.09], 15, 14, 150, 10, 'ribbon', 'olive', 'root'),
  greenCrypt: plant('crypt-green', 'Cryptocoryne, small green', 'crypt', [0.03, 0.005, 0.07], 10, 10, 100, 7, 'ribbon', 'green', 'root'),
  fern: plant('microsorum', 'Microsorum pteropus, narrow', 'epiphyte', [0.05, 0.01, 0.1], 18, 16, 200, 12, 'ribbon', 'olive', 'column'),
  anubias: plant('anubias', 'Anubias, dwarf', 'epiphyte', [0.015, 0.003, 0.03], 8, 10, 120, 3.6, 'round', 'green', 'column'),
  moss: plant('taxiphyllum', 'Taxiphyllum moss', 'moss', [0.05, 0.01, 0.1], 5, 12, 60, 1, 'needle', 'green', 'column'),
  carpet: plant('eleocharis', 'Eleocharis, mini', 'carpet', [0.05, 0.01, 0.12], 4, 6, 30, 3, 'needle', 'green', 'both'),
  floater: plant('limnobium', 'Limnobium laevigatum', 'floating', [0, 0, 0.05], 2, 4, 60, 2.4, 'round', 'pale', 'column'),
  creeper: plant('ficus', 'Creeping fig', 'epiphyte', [0.12, 0.03, 0.25], 25, 30, 200, 2, 'round', 'green', 'both'),
} as const satisfies Record<string, Species>

function stem(id: string, name: string, group: 'stem-fast' | 'stem-slow', [value, low, high]: number[], mature: number, leaf: number, shape: Species['leaf']['shape'], tint: Species['leaf']['tint']): Species {
  return { id, name, group, growthCmPerDay: { value, low, high }, matureHeightCm: mature, matureWidthCm: 6, areaPerPortionCm2: 60, leaf: { lengthCm: leaf, shape, tint }, feedsBy: 'both' }
}

function plant(
  id: string, name: string, group: Species['group'], [value, low, high]: number[], matureHeightCm: number, matureWidthCm: number,
  areaPerPortionCm2: number, leafCm: number, shape: Species['leaf']['shape'], tint: Species['leaf']['tint'], feedsBy: Species['feedsBy'],
): Species {
  return { id, name, group, growthCmPerDay: { value, low, high }, matureHeightCm, matureWidthCm, areaPerPortionCm2, leaf: { lengthCm: leafCm, shape, tint }, feedsBy }
}
