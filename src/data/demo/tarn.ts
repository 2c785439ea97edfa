import { since, type Version } from '@/core/history/dated'
import type { EquipmentRecord, GasSetting, LampSetting } from '@/core/history/equipment'
import { USUAL_LAMP } from '@/core/history/equipment'
import { plantingRecord, sourceRecord } from '@/core/history/records'
import {
  UNMEASURED,
  USUAL_CARE,
  type Hardscape,
  type LayoutRecord,
  type PieceRecord,
  type Planting,
  type PlantingRecord,
  type Point,
  type Polygon,
  type Population,
  type Product,
  type Routine,
  type SourceRecord,
  type SourceWater,
  type Species,
  type VesselRecord,
  type Zone,
} from '@/core/history/types'
import { usualNeeds } from '@/core/livestock/usual-needs'
import { CATALOGUE } from '@/core/plants/catalogue'
import type { DemoClock } from './clock'

/** Tarn: the display in the common room, planted eleven months ago. All invented. */
export function tarnVessel(clock: DemoClock): VesselRecord {
  const startedAt = clock.at(PLANTED, 10)
  return {
    id: 'tarn',
    slug: 'tarn',
    name: 'Tarn',
    kind: 'display',
    altitudeM: 1400,
    timeZone: 'Europe/Vienna',
    standsAt: 'Common room, on the stove side',
    startedAt,
    order: 1,
    glass: [
      since(startedAt, {
        lengthCm: 100,
        depthCm: 50,
        heightCm: 45,
        waterlineCm: 42,
        glassMm: 10,
      }),
    ],
    care: [
      since(startedAt, {
        ...USUAL_CARE,
        foodProteinPercent: 38,
        evaporationLitresPerDay: 1.6,
        feeding: { gramsPerDay: 0.5, food: 'flakes', fastDays: 1 },
      }),
    ],
  }
}

/** Days before today on which Tarn was planted. */
export const PLANTED = 338

const MAIN_STONE: Omit<Hardscape, 'layoutId'> = {
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
const SMALL_STONE: Omit<Hardscape, 'layoutId'> = {
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
const WOOD: Omit<Hardscape, 'layoutId'> = {
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

export function tarnLayout(clock: DemoClock): LayoutRecord {
  const profile = [
    [0, 4, 8.5],
    [20, 4.2, 9],
    [45, 4.6, 10.5],
    [65, 4.2, 9.5],
    [100, 4, 9],
  ].map(([x, frontCm, backCm]) => ({ x, frontCm, backCm }))
  const from = clock.at(PLANTED, 10)
  return {
    id: 'tarn-first',
    name: 'First layout',
    draft: false,
    from,
    to: null,
    ground: [since(from, { material: 'active soil', laidAt: clock.at(PLANTED + 1, 15), profile })],
  }
}

/** Days before today on which the small stone was moved a hand to the right, in spring. */
const STONE_MOVED = PLANTED - 112
/** Where it lay before: nearer to the main stone. */
const BEFORE_CM = -2.6

export function tarnPieces(clock: DemoClock): PieceRecord[] {
  const lay = (
    { outline, footprint }: Omit<Hardscape, 'layoutId'>,
    from: string,
    right = 0,
  ): PieceRecord['stands'][number] => {
    const moved = (points: Polygon) => points.map(([x, y]): Point => [x + right, y])
    return since(from, {
      layoutId: 'tarn-first',
      outline: moved(outline),
      footprint: moved(footprint),
    })
  }
  const planted = clock.at(PLANTED, 10)
  const record = (
    { id, label, material, focal }: Omit<Hardscape, 'layoutId'>,
    stands: PieceRecord['stands'],
  ): PieceRecord => ({ id, label, material, focal, stands })
  return [
    record(SMALL_STONE, [
      lay(SMALL_STONE, planted, BEFORE_CM),
      lay(SMALL_STONE, clock.at(STONE_MOVED, 11)),
    ]),
    record(MAIN_STONE, [lay(MAIN_STONE, planted)]),
    record(WOOD, [lay(WOOD, planted)]),
  ]
}

/** Days before today: the lamp was raised in June; the side lamp was off for a month in autumn. */
const LAMP_RAISED = PLANTED - 178
const SIDE_LAMP_OFF = PLANTED - 263
const SIDE_LAMP_ON = PLANTED - 293

const GAS: GasSetting = {
  onAt: '07:30',
  offAt: '16:00',
  bubblesPerSecond: null,
  diffuserAt: 'left',
}

const tarnLamp = (over: Partial<LampSetting>): LampSetting => ({
  ...USUAL_LAMP,
  onAt: '09:00',
  hours: 7.5,
  parAtSurface: 118,
  watts: 60,
  aboveWaterCm: 14,
  xCm: 50,
  ...over,
})

/** The main lamp: six hours in the first month, then longer, raised in June. */
const mainLamp = (clock: DemoClock): Version<LampSetting>[] => [
  since(clock.at(PLANTED, 16), tarnLamp({ hours: 6 }), {
    until: clock.at(PLANTED - 30, 12),
    because: 'the first month, against brown film',
  }),
  since(clock.at(PLANTED - 30, 9), tarnLamp({})),
  since(clock.at(LAMP_RAISED, 12), tarnLamp({ aboveWaterCm: 22, parAtSurface: 104 })),
]

function sideLamp(clock: DemoClock): Version<LampSetting | null>[] {
  const side = tarnLamp({ parAtSurface: 26, watts: 18, aboveWaterCm: 8, xCm: 18 })
  return [
    since(clock.at(PLANTED - 95, 12), side),
    since(clock.at(SIDE_LAMP_OFF, 12), null),
    since(clock.at(SIDE_LAMP_ON, 12), side),
  ]
}

/** What serves Tarn, and how it was set when. */
export function tarnEquipment(clock: DemoClock): EquipmentRecord[] {
  const planted = clock.at(PLANTED, 16)
  const thing = (id: string, name: string, servesId: string | null = null) => ({
    id: `tarn-${id}`,
    name,
    servesId,
    endedAt: null,
  })
  const canister = {
    litresPerHour: 700,
    outletAt: 'right',
    aimedAt: 'along the front',
  } as const
  const gas = [
    since(planted, { ...GAS, onAt: '08:30' }),
    since(clock.at(PLANTED - 262, 15), { ...GAS, bubblesPerSecond: 2 }),
  ]
  const heater = { targetC: 23, watts: 150 }
  return [
    { ...thing('filter', 'Canister filter'), kind: 'filter', settings: [since(planted, canister)] },
    { ...thing('gas', 'Gas'), kind: 'gas', settings: gas },
    {
      ...thing('guard', 'Prefilter sponge', 'tarn-filter'),
      kind: 'intake guard',
      settings: [since(clock.at(PLANTED - 30, 9), {})],
    },
    { ...thing('heater', 'Heater'), kind: 'heater', settings: [since(planted, heater)] },
    { ...thing('lamp', 'Main lamp'), kind: 'lamp', settings: mainLamp(clock) },
    { ...thing('lid', 'Lid'), kind: 'lid', settings: [since(planted, { cover: 'open' })] },
    { ...thing('side-lamp', 'Side lamp'), kind: 'lamp', settings: sideLamp(clock) },
  ]
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

const plantTray = (
  clock: DemoClock,
  stake: string,
  name: string,
  species: Species,
  zone: Zone,
  patch: Polygon,
  stems: number,
  perch: Planting['perch'] = null,
  plantedAgo = PLANTED,
): PlantingRecord =>
  plantingRecord({
    id: `tarn-${stake.toLowerCase()}`,
    layoutId: 'tarn-first',
    speciesId: species.id,
    kinds: [{ speciesId: species.id, share: 1, sure: 'sure' }],
    origin: 'pot',
    parentIds: [],
    stake,
    name,
    zone,
    patch,
    stems,
    perch,
    plantedAt: clock.at(plantedAgo, 14),
    removedAt: null,
  })

export const tarnPlantings = (clock: DemoClock): PlantingRecord[] => [
  ...tarnStems(clock),
  ...tarnOthers(clock),
]

const tarnStems = (clock: DemoClock): PlantingRecord[] => [
  plantTray(
    clock,
    'S1',
    'Green stems, back left',
    CATALOGUE.greenStem,
    'background',
    box(4, 17, 35, 48),
    22,
  ),
  plantTray(
    clock,
    'S2',
    'Fine stems, left of the root',
    CATALOGUE.fineStem,
    'background',
    box(18.5, 28, 37, 48),
    12,
  ),
  {
    ...plantTray(
      clock,
      'S3',
      'Red stems, back right',
      CATALOGUE.redStem,
      'background',
      box(84, 97, 34, 47),
      16,
    ),
    kept: { as: 'stream of red', atCm: null },
  },
  {
    ...plantTray(
      clock,
      'S4',
      'Bushy stems, right of the stone',
      CATALOGUE.bushStem,
      'background',
      box(67, 77, 33, 45),
      12,
    ),
    kept: { as: 'hedge', atCm: 22 },
  },
]

const tarnOthers = (clock: DemoClock): PlantingRecord[] => [
  plantTray(
    clock,
    'K1',
    'Brown crypts, left',
    CATALOGUE.brownCrypt,
    'midground',
    box(11, 25, 19, 27),
    4,
  ),
  {
    ...plantTray(
      clock,
      'K2',
      'Green crypts, below the stone',
      CATALOGUE.greenCrypt,
      'midground',
      box(29, 37, 14, 20),
      4,
    ),
    kinds: [{ speciesId: CATALOGUE.greenCrypt.id, share: 1, sure: 'thought to be' }],
  },
  plantTray(
    clock,
    'R1',
    'Large rosette, right',
    CATALOGUE.sword,
    'midground',
    box(70, 84, 21, 31),
    1,
  ),
  plantTray(
    clock,
    'E1',
    'Fern on the main stone',
    CATALOGUE.fern,
    'hardscape',
    box(50, 57, 22, 28),
    4,
    {
      hardscapeId: 'tarn-stone',
      heightCm: 13.5,
    },
  ),
  plantTray(
    clock,
    'E2',
    'Round leaves on the root',
    CATALOGUE.anubias,
    'hardscape',
    box(24, 31, 26, 30),
    4,
    { hardscapeId: 'tarn-wood', heightCm: 15 },
    PLANTED - 40,
  ),
  plantTray(clock, 'M1', 'Moss on the root', CATALOGUE.moss, 'hardscape', box(18, 24, 26, 31), 6, {
    hardscapeId: 'tarn-wood',
    heightCm: 10,
  }),
  {
    ...plantTray(
      clock,
      'L1',
      'Carpet, front',
      CATALOGUE.carpet,
      'foreground',
      box(22, 92, 2, 16),
      60,
    ),
    // Strays of the moss that nobody planted there.
    kinds: [
      { speciesId: CATALOGUE.carpet.id, share: 0.85, sure: 'sure' },
      { speciesId: CATALOGUE.moss.id, share: 0.15, sure: 'thought to be' },
    ],
  },
  plantTray(
    clock,
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

const STAYS = { until: null, temporary: null }

export function tarnPopulations(clock: DemoClock): Population[] {
  return [
    {
      id: 'tarn-tetras',
      name: 'Small red tetras',
      kind: 'fish',
      adultLengthCm: 2.2,
      since: clock.at(PLANTED - 62, 17),
      ...STAYS,
      needs: usualNeeds('soft-water shoal'),
    },
    {
      id: 'tarn-eaters',
      name: 'Dwarf suckers',
      kind: 'fish',
      adultLengthCm: 4.5,
      since: clock.at(PLANTED - 48, 17),
      ...STAYS,
      needs: usualNeeds('suckers on wood'),
    },
    {
      id: 'tarn-shrimp',
      name: 'Dwarf shrimp',
      kind: 'shrimp',
      adultLengthCm: 2.5,
      since: clock.at(PLANTED - 41, 17),
      ...STAYS,
      needs: usualNeeds('dwarf shrimp of tap water'),
    },
  ]
}

export function lodgeSources(prefix: string, from: string): SourceRecord[] {
  const waters = [
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
  ] satisfies SourceWater[]
  return waters.map((water) => sourceRecord(water, from))
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

const KEPT_UP = { until: null, equipmentId: null }

export function tarnRoutines(clock: DemoClock): Routine[] {
  return [
    {
      id: 'tarn-change',
      kind: 'water-change',
      everyDays: 7,
      amount: 0.45,
      says: null,
      since: clock.at(PLANTED - 42, 9),
      ...KEPT_UP,
    },
    {
      id: 'tarn-round',
      kind: 'round',
      everyDays: 7,
      amount: null,
      says: null,
      since: clock.at(PLANTED - 10, 9),
      ...KEPT_UP,
    },
    {
      id: 'tarn-dose',
      kind: 'dose',
      everyDays: 7,
      amount: 12,
      says: 'Weekly bottle, 12 mL',
      since: clock.at(PLANTED - 30, 9),
      ...KEPT_UP,
    },
    {
      id: 'tarn-sponge',
      kind: 'clean',
      everyDays: 28,
      amount: null,
      says: 'Rinse the prefilter sponge',
      since: clock.at(PLANTED - 30, 9),
      ...KEPT_UP,
      equipmentId: 'tarn-guard',
    },
  ]
}

export const TARN_SPECIES: Species[] = Object.values(CATALOGUE)
  .filter((species) => species.id !== 'ficus')
  .sort((a, b) => (a.id < b.id ? -1 : 1))
