import { since as version } from '@/core/history/dated'
import { inTimeOrder } from '@/core/history/lookup'
import { lampRecord, plantingRecord } from '@/core/history/records'
import {
  USUAL_CARE,
  type Planting,
  type PlantingRecord,
  type Polygon,
  type Species,
  type TankHistory,
  type Zone,
} from '@/core/history/types'
import type { DemoClock } from './clock'
import { Diary } from './diary'
import { CATALOGUE } from '@/core/plants/catalogue'
import { PLANT_KINDS } from '@/core/plants/kinds'
import { lodgeSources } from './tarn'

const patch = (x0: number, x1: number, z0: number, z1: number): Polygon => [
  [x0, z0],
  [x1, z0],
  [x1, z1],
  [x0, z1],
]

function planting(
  tank: string,
  clock: DemoClock,
  stake: string,
  name: string,
  species: Species,
  zone: Zone,
  area: Polygon,
  stems: number,
  since: number,
  perch: Planting['perch'] = null,
  parentIds: readonly string[] = [],
): PlantingRecord {
  return plantingRecord({
    id: `${tank}-${stake.toLowerCase()}`,
    layoutId: `${tank}-first`,
    speciesId: species.id,
    kinds: [{ speciesId: species.id, share: 1, sure: 'sure' }],
    origin: 'cutting',
    parentIds,
    stake,
    name,
    zone,
    patch: area,
    stems,
    perch,
    plantedAt: clock.at(since, 14),
    removedAt: null,
  })
}

/** Spring: nursery and holding in the boot room. */
export function springStory(clock: DemoClock): TankHistory {
  const since = 290
  const begun = clock.at(since, 10)
  const base: Omit<TankHistory, 'entries'> = {
    vessel: {
      id: 'spring',
      slug: 'spring',
      name: 'Spring',
      kind: 'nursery',
      altitudeM: 1400,
      glass: [
        version(begun, {
          lengthCm: 60,
          depthCm: 30,
          heightCm: 36,
          waterlineCm: 33,
          glassMm: 6,
        }),
      ],
      care: [version(begun, { ...USUAL_CARE, evaporationLitresPerDay: 0.5 })],
      timeZone: 'Europe/Vienna',
      standsAt: 'Boot room, north wall',
      startedAt: clock.at(since, 10),
      order: 2,
    },
    layouts: [
      {
        id: 'spring-first',
        name: 'Rows',
        draft: false,
        from: begun,
        to: null,
        ground: [
          version(begun, {
            material: 'sand',
            laidAt: clock.at(since, 9),
            profile: [
              { x: 0, frontCm: 4, backCm: 5 },
              { x: 60, frontCm: 4, backCm: 5 },
            ],
          }),
        ],
      },
    ],
    pieces: [],
    species: [CATALOGUE.greenCrypt, CATALOGUE.redStem, CATALOGUE.greenStem].sort((a, b) =>
      a.id < b.id ? -1 : 1,
    ),
    plantings: [
      planting(
        'spring',
        clock,
        'K1',
        'Crypt offsets, front row',
        CATALOGUE.greenCrypt,
        'midground',
        patch(6, 40, 6, 12),
        6,
        200,
        null,
        ['tarn-k2'],
      ),
      planting(
        'spring',
        clock,
        'S1',
        'Green cuttings, back row',
        CATALOGUE.greenStem,
        'background',
        patch(6, 28, 20, 27),
        14,
        120,
        null,
        ['tarn-s1'],
      ),
      planting(
        'spring',
        clock,
        'S2',
        'Red cuttings, back row',
        CATALOGUE.redStem,
        'background',
        patch(32, 54, 20, 27),
        12,
        120,
        null,
        ['tarn-s3'],
      ),
    ],
    populations: [
      {
        id: 'spring-snails',
        name: 'Ring snails',
        kind: 'snail',
        adultLengthCm: 2,
        since: clock.at(280, 12),
        until: null,
        temporary: null,
        needs: {},
      },
    ],
    sources: [lodgeSources('spring', begun)[0]],
    equipment: [
      lampRecord(
        'spring-lamp',
        {
          onAt: '08:00',
          hours: 9,
          parAtSurface: 80,
          aboveWaterCm: 12,
          xCm: 20,
          spreadDegrees: 70,
          longCm: 20,
        },
        begun,
      ),
    ],
    products: [],
    routines: [
      {
        id: 'spring-round',
        kind: 'round',
        everyDays: 14,
        amount: null,
        says: null,
        since: clock.at(since, 9),
        until: null,
        equipmentId: null,
      },
      {
        id: 'spring-change',
        kind: 'water-change',
        everyDays: 14,
        amount: 0.3,
        says: null,
        since: clock.at(since, 9),
        until: null,
        equipmentId: null,
      },
    ],
    plans: [],
    drafts: [],
  }
  const diary = new Diary(base, clock)
  diary.add(since, 11, 'note', {
    text: 'Set up in the boot room for cuttings and for whatever must wait.',
  })
  diary.add(280, 12, 'stock', {
    populationId: 'spring-snails',
    event: 'added',
    count: 6,
    plusMinus: 0,
    otherVesselId: null,
  })
  for (let ago = 276, k = 0; ago > 1; ago -= 14, k++) {
    diary.add(ago, 16, 'water-change', { fraction: 0.3, litres: 15, sourceId: 'spring-spring' })
    if (k % 2 === 0)
      diary.add(ago, 10, 'reading', {
        parameter: 'nitrate',
        value: k % 4 === 0 ? 5 : 10,
        method: 'strip',
        entered: { value: k % 4 === 0 ? 5 : 10, unit: 'mg/L' },
      })
    if (ago < 115) {
      const grown = Math.min(26, 9 + ((115 - ago) % 56) * 0.36)
      diary.add(
        ago,
        9,
        'measure',
        { plantingId: 'spring-s1', measure: 'height', value: Math.round(grown) },
        { by: 'round' },
      )
      diary.add(
        ago,
        9.1,
        'measure',
        {
          plantingId: 'spring-s2',
          measure: 'height',
          value: Math.round(7 + ((115 - ago) / 14) * 1.6),
        },
        { by: 'round' },
      )
      diary.add(ago, 9.4, 'round', { minutes: 1.2, asked: 2, confirmed: 0 }, { by: 'round' })
    }
  }
  diary.add(
    60,
    17,
    'trim',
    { plantingId: 'spring-s1', fromCm: 27, toCm: 9 },
    { note: 'Tops to Tarn, bottoms left to shoot.' },
  )
  return { ...base, entries: inTimeOrder(diary.entries) }
}

/** A house plant that stands in the air and drinks from the pool. */
const VINE = PLANT_KINDS.find(({ species }) => species.id === 'epipremnum')!.species

/** Gully: the paludarium by the window. */
export function gullyStory(clock: DemoClock): TankHistory {
  const since = 180
  const begun = clock.at(since, 10)
  const base: Omit<TankHistory, 'entries'> = {
    vessel: {
      id: 'gully',
      slug: 'gully',
      name: 'Gully',
      kind: 'paludarium',
      altitudeM: 1400,
      glass: [
        version(begun, {
          lengthCm: 45,
          depthCm: 45,
          heightCm: 60,
          waterlineCm: 14,
          glassMm: 6,
        }),
      ],
      care: [version(begun, { ...USUAL_CARE, evaporationLitresPerDay: 0.3 })],
      timeZone: 'Europe/Vienna',
      standsAt: 'Common room, north window',
      startedAt: clock.at(since, 10),
      order: 3,
    },
    layouts: [
      {
        id: 'gully-first',
        name: 'Bank and pool',
        draft: false,
        from: begun,
        to: null,
        ground: [
          version(begun, {
            material: 'gravel',
            laidAt: clock.at(since, 9),
            profile: [
              { x: 0, frontCm: 5, backCm: 24 },
              { x: 22, frontCm: 3, backCm: 20 },
              { x: 45, frontCm: 3, backCm: 12 },
            ],
          }),
        ],
      },
    ],
    pieces: [
      {
        id: 'gully-root',
        label: 'the long root',
        material: 'wood',
        focal: true,
        stands: [
          version(begun, {
            layoutId: 'gully-first',
            outline: [
              [6, 12],
              [12, 24],
              [22, 36],
              [31, 42],
              [33, 40],
              [25, 32],
              [17, 20],
              [12, 10],
            ],
            footprint: [
              [5, 24],
              [18, 22],
              [32, 26],
              [32, 30],
              [18, 30],
              [6, 29],
            ],
          }),
        ],
      },
    ],
    species: [CATALOGUE.anubias, CATALOGUE.creeper, CATALOGUE.moss, VINE].sort((a, b) =>
      a.id < b.id ? -1 : 1,
    ),
    plantings: [
      planting(
        'gully',
        clock,
        'E1',
        'Round leaves at the water’s edge',
        CATALOGUE.anubias,
        'hardscape',
        patch(14, 24, 20, 26),
        4,
        since,
        { hardscapeId: 'gully-root', heightCm: 16 },
      ),
      planting(
        'gully',
        clock,
        'E2',
        'Creeper on the root',
        CATALOGUE.creeper,
        'hardscape',
        patch(24, 34, 24, 30),
        5,
        since,
        { hardscapeId: 'gully-root', heightCm: 34 },
      ),
      planting(
        'gully',
        clock,
        'M1',
        'Moss on the bank',
        CATALOGUE.moss,
        'midground',
        patch(2, 22, 30, 42),
        12,
        since,
      ),
      planting(
        'gully',
        clock,
        'S1',
        'Vine with its roots in the pool',
        VINE,
        'hardscape',
        patch(27, 35, 26, 34),
        3,
        50,
        { hardscapeId: 'gully-root', heightCm: 30 },
      ),
    ],
    populations: [],
    sources: [lodgeSources('gully', begun)[0]],
    equipment: [lampRecord('gully-lamp', { onAt: '08:00', hours: 11, parAtSurface: 60 }, begun)],
    products: [],
    routines: [
      {
        id: 'gully-mist',
        kind: 'clean',
        everyDays: 14,
        amount: null,
        says: 'Refill and clean the misting tank',
        since: clock.at(since, 9),
        until: null,
        equipmentId: null,
      },
      {
        id: 'gully-round',
        kind: 'round',
        everyDays: 14,
        amount: null,
        says: null,
        since: clock.at(since, 9),
        until: null,
        equipmentId: null,
      },
    ],
    plans: [],
    drafts: [],
  }
  const diary = new Diary(base, clock)
  diary.add(since, 11, 'note', { text: 'Bank of gravel and bark, a hand of water in front.' })
  for (let ago = 176; ago > 6; ago -= 14)
    diary.add(ago, 9, 'clean', { item: 'the misting tank', equipmentId: null })
  for (let ago = 170; ago > 8; ago -= 28)
    diary.add(ago, 9.5, 'measure', {
      plantingId: 'gully-e2',
      measure: 'height',
      value: Math.round(8 + (170 - ago) * 0.06),
    })
  for (let ago = 174; ago > 3; ago -= 28)
    diary.add(ago, 9.4, 'round', { minutes: 1, asked: 1, confirmed: 0 }, { by: 'round' })
  for (const [ago, cm] of [
    [48, 7],
    [34, 11],
    [20, 15],
    [6, 19],
  ])
    diary.add(ago, 9.7, 'measure', { plantingId: 'gully-s1', measure: 'height', value: cm })
  diary.add(90, 19, 'note', {
    text: 'The moss browns where it sits at the water line; moved a hand higher.',
  })
  diary.add(40, 9, 'measure', { plantingId: 'gully-m1', measure: 'cover', value: 55 })
  diary.add(12, 9, 'measure', { plantingId: 'gully-m1', measure: 'cover', value: 65 })
  return { ...base, entries: inTimeOrder(diary.entries) }
}
