import {
  UNMEASURED,
  USUAL_CARE,
  type Hardscape,
  type Layout,
  type Planting,
  type Polygon,
  type Population,
  type Product,
  type Routine,
  type SourceWater,
  type Species,
  type Vessel,
  type Zone,
} from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import type { DemoClock } from './clock'

/** Tarn: the display in the common room, planted eleven months ago. All invented. */
export function tarnVessel(clock: DemoClock): Vessel {
  return {
    id: 'tarn',
    slug: 'tarn',
    name: 'Tarn',
    kind: 'display',
    lengthCm: 100,
    depthCm: 50,
    heightCm: 45,
    waterlineCm: 42,
    glassMm: 10,
    altitudeM: 1400,
    evaporationLitresPerDay: 1.6,
    lamp: { onAt: '09:00', hours: 7.5, parAtSurface: 130 },
    gas: { onAt: '07:30', offAt: '16:00' },
    care: { ...USUAL_CARE, foodProteinPercent: 38 },
    timeZone: 'Europe/Vienna',
    standsAt: 'Common room, on the stove side',
    startedAt: clock.at(PLANTED, 10),
    order: 1,
  }
}

/** Days before today on which Tarn was planted. */
export const PLANTED = 338

const MAIN_STONE: Hardscape = {
  id: 'tarn-stone',
  label: 'the main stone',
  material: 'stone',
  focal: true,
  outline: [
    [36, 6.5],
    [37.5, 11],
    [40, 16],
    [43, 20.5],
    [46.5, 22.6],
    [50, 22],
    [52.5, 19],
    [54.5, 13.5],
    [57, 9],
    [58, 6],
  ],
  footprint: [
    [36, 22],
    [40, 18.5],
    [48, 17.5],
    [56, 19],
    [58, 24],
    [55, 31],
    [46, 33],
    [38, 30],
  ],
}
const SMALL_STONE: Hardscape = {
  id: 'tarn-small-stone',
  label: 'the small stone',
  material: 'stone',
  focal: false,
  outline: [
    [58.5, 6],
    [60, 9.5],
    [63, 12.4],
    [66, 11.4],
    [68, 8],
    [69, 5.8],
  ],
  footprint: [
    [58.5, 17],
    [62, 14],
    [67, 14.5],
    [69, 18],
    [66, 22],
    [60, 22],
  ],
}
const WOOD: Hardscape = {
  id: 'tarn-wood',
  label: 'the root',
  material: 'wood',
  focal: false,
  outline: [
    [18, 7],
    [20.5, 10.5],
    [25, 15.5],
    [29, 19.5],
    [31, 24.5],
    [32.4, 24],
    [31.6, 19],
    [34.5, 21],
    [35.5, 20],
    [31, 15.5],
    [26.5, 11],
    [23.5, 7.5],
  ],
  footprint: [
    [17, 27],
    [22, 24],
    [30, 25],
    [36, 29],
    [34, 32],
    [26, 31],
    [18, 31],
  ],
}

export function tarnLayout(clock: DemoClock): Layout {
  const ground = [
    [0, 4, 8.5],
    [20, 4.2, 9],
    [45, 4.6, 10.5],
    [65, 4.2, 9.5],
    [100, 4, 9],
  ].map(([x, frontCm, backCm]) => ({ x, frontCm, backCm }))
  return {
    id: 'tarn-first',
    name: 'First layout',
    state: 'current',
    from: clock.at(PLANTED, 10),
    to: null,
    ground: { material: 'active soil', laidAt: clock.at(PLANTED + 1, 15), profile: ground },
    hardscape: [MAIN_STONE, SMALL_STONE, WOOD],
  }
}

const box = (x0: number, x1: number, z0: number, z1: number): Polygon => {
  const [w, d] = [(x1 - x0) * 0.14, (z1 - z0) * 0.28]
  return [
    [x0, z0 + d],
    [x0 + w, z0],
    [x1 - w, z0],
    [x1, z0 + d],
    [x1, z1 - d],
    [x1 - w, z1],
    [x0 + w, z1],
    [x0, z1 - d],
  ]
}

export function tarnPlantings(clock: DemoClock): Planting[] {
  const make = (
    stake: string,
    name: string,
    species: Species,
    zone: Zone,
    patch: Polygon,
    stems: number,
    perch: Planting['perch'] = null,
    since = PLANTED,
  ): Planting => ({
    id: `tarn-${stake.toLowerCase()}`,
    layoutId: 'tarn-first',
    speciesId: species.id,
    stake,
    name,
    zone,
    patch,
    stems,
    perch,
    plantedAt: clock.at(since, 14),
    removedAt: null,
  })
  return [
    make('S1', 'Green stems, back left', CATALOGUE.greenStem, 'background', box(4, 17, 35, 48), 22),
    make(
      'S2',
      'Fine stems, left of the root',
      CATALOGUE.fineStem,
      'background',
      box(18.5, 28, 37, 48),
      12,
    ),
    make('S3', 'Red stems, back right', CATALOGUE.redStem, 'background', box(84, 97, 34, 47), 16),
    make(
      'S4',
      'Bushy stems, right of the stone',
      CATALOGUE.bushStem,
      'background',
      box(67, 77, 33, 45),
      12,
    ),
    make('K1', 'Brown crypts, left', CATALOGUE.brownCrypt, 'midground', box(11, 25, 19, 27), 4),
    make(
      'K2',
      'Green crypts, below the stone',
      CATALOGUE.greenCrypt,
      'midground',
      box(29, 37, 14, 20),
      4,
    ),
    make('R1', 'Large rosette, right', CATALOGUE.sword, 'midground', box(70, 84, 21, 31), 1),
    make('E1', 'Fern on the main stone', CATALOGUE.fern, 'hardscape', box(50, 57, 22, 28), 4, {
      hardscapeId: 'tarn-stone',
      heightCm: 13.5,
    }),
    make(
      'E2',
      'Round leaves on the root',
      CATALOGUE.anubias,
      'hardscape',
      box(24, 31, 26, 30),
      4,
      { hardscapeId: 'tarn-wood', heightCm: 15 },
      PLANTED - 40,
    ),
    make('M1', 'Moss on the root', CATALOGUE.moss, 'hardscape', box(18, 24, 26, 31), 6, {
      hardscapeId: 'tarn-wood',
      heightCm: 10,
    }),
    make('L1', 'Carpet, front', CATALOGUE.carpet, 'foreground', box(22, 92, 2, 16), 60),
    make(
      'F1',
      'Floaters, right half',
      CATALOGUE.floater,
      'surface',
      box(56, 98, 4, 46),
      30,
      null,
      PLANTED - 20,
    ),
  ]
}

export function tarnPopulations(clock: DemoClock): Population[] {
  return [
    {
      id: 'tarn-tetras',
      name: 'Small red tetras',
      kind: 'fish',
      adultLengthCm: 2.2,
      since: clock.at(PLANTED - 62, 17),
    },
    {
      id: 'tarn-eaters',
      name: 'Dwarf suckers',
      kind: 'fish',
      adultLengthCm: 4.5,
      since: clock.at(PLANTED - 48, 17),
    },
    {
      id: 'tarn-shrimp',
      name: 'Dwarf shrimp',
      kind: 'shrimp',
      adultLengthCm: 2.5,
      since: clock.at(PLANTED - 41, 17),
    },
  ]
}

export function lodgeSources(prefix: string): SourceWater[] {
  return [
    {
      id: `${prefix}-spring`,
      name: 'Spring water',
      kind: 'spring',
      nitrateMgL: 1,
      khDegrees: 1,
      ghDegrees: 1.5,
      pH: 6.9,
      temperatureC: 8,
      ...UNMEASURED,
      phosphateMgL: 0.02,
      potassiumMgL: 0.6,
      conductivityUs: 58,
    },
    {
      id: `${prefix}-rain`,
      name: 'Rain butt',
      kind: 'rain',
      nitrateMgL: 2,
      khDegrees: 0,
      ghDegrees: 0,
      pH: 5.8,
      temperatureC: 10,
      ...UNMEASURED,
      conductivityUs: 14,
    },
  ]
}

/** What stands on the shelf. Invented. */
export const TARN_PRODUCTS: Product[] = [
  {
    id: 'tarn-weekly',
    name: 'weekly bottle',
    form: 'liquid',
    analysis: [
      { as: 'K', amount: 26 },
      { as: 'Mg', amount: 4.5 },
      { as: 'Fe', amount: 1.1 },
    ],
    tabletGrams: null,
    recipe: null,
  },
  {
    id: 'tarn-tabs',
    name: 'root tablets',
    form: 'tablet',
    analysis: [
      { as: 'N-NH4', amount: 2 },
      { as: 'P2O5', amount: 3 },
      { as: 'K2O', amount: 4 },
      { as: 'Fe', amount: 1.6 },
    ],
    tabletGrams: 1.2,
    recipe: null,
  },
  {
    id: 'tarn-phosphate',
    name: 'phosphate stock',
    form: 'liquid',
    analysis: [],
    tabletGrams: null,
    recipe: [{ saltId: 'kh2po4', gramsPerLitre: 7 }],
  },
]

export function tarnRoutines(clock: DemoClock): Routine[] {
  return [
    {
      id: 'tarn-change',
      kind: 'water-change',
      everyDays: 7,
      amount: 0.45,
      says: 'Water change, 45 %',
      since: clock.at(PLANTED - 42, 9),
    },
    {
      id: 'tarn-round',
      kind: 'round',
      everyDays: 7,
      amount: null,
      says: 'Walk the round',
      since: clock.at(PLANTED - 10, 9),
    },
    {
      id: 'tarn-dose',
      kind: 'dose',
      everyDays: 7,
      amount: 12,
      says: 'Weekly bottle, 12 mL',
      since: clock.at(PLANTED - 30, 9),
    },
    {
      id: 'tarn-sponge',
      kind: 'clean',
      everyDays: 28,
      amount: null,
      says: 'Rinse the prefilter sponge',
      since: clock.at(PLANTED - 30, 9),
    },
  ]
}

export const TARN_SPECIES: Species[] = Object.values(CATALOGUE)
  .filter((species) => species.id !== 'ficus')
  .sort((a, b) => (a.id < b.id ? -1 : 1))
