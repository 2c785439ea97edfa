import type { Entry, EntryDetails, EntryKind } from '../journal/entry'
import { since } from '../history/dated'
import { lampRecord, plantingRecord, sourceRecord } from '../history/records'
import { tankAt, type Tank } from '../history/tank-at'
import {
  UNMEASURED,
  USUAL_CARE,
  type Ground,
  type Planting,
  type Population,
  type SourceAnalysis,
  type TankHistory,
  type WaterCare,
} from '../history/types'
import { CATALOGUE } from '../plants/catalogue'
import { instantOf } from '../quantity/time'

/** Day zero of test stories. */
export const DAY0 = 20_000
let serial = 0

/** A test entry, `day` days after day zero. */
export function entry<K extends EntryKind>(
  day: number,
  kind: K,
  detail: EntryDetails[K],
  extra: Partial<Pick<Entry, 'certainty' | 'expected' | 'note' | 'by' | 'id'>> = {},
): Entry {
  serial++
  return {
    id: `t-${String(serial).padStart(6, '0')}`,
    kind,
    at: instantOf(DAY0 + day),
    certainty: 'measured',
    by: 'keeper',
    note: null,
    expected: null,
    ...detail,
    ...extra,
  } as unknown as Entry
}

export const nitrate = (
  day: number,
  value: number,
  method: 'photometer' | 'drops-chart' = 'photometer',
) =>
  entry(day, 'reading', { parameter: 'nitrate', value, method, entered: { value, unit: 'mg/L' } })
export const change = (day: number, fraction: number) =>
  entry(day, 'water-change', { fraction, litres: fraction * 100, sourceId: 'src' })
export const height = (day: number, plantingId: string, value: number) =>
  entry(day, 'measure', { plantingId, measure: 'height', value })

export const STEMS: Planting = {
  id: 'p-s1',
  layoutId: 'lay',
  speciesId: CATALOGUE.greenStem.id,
  kinds: [{ speciesId: CATALOGUE.greenStem.id, share: 1, sure: 'sure' }],
  origin: 'not said',
  parentIds: [],
  stake: 'S1',
  name: 'Green stems, back left',
  zone: 'background',
  patch: [
    [5, 30],
    [20, 30],
    [20, 40],
    [5, 40],
  ],
  stems: 15,
  perch: null,
  plantedAt: instantOf(DAY0),
  removedAt: null,
}
export const CARPET: Planting = {
  ...STEMS,
  id: 'p-l1',
  speciesId: CATALOGUE.carpet.id,
  kinds: [{ speciesId: CATALOGUE.carpet.id, share: 1, sure: 'sure' }],
  stake: 'L1',
  name: 'Carpet, front',
  zone: 'foreground',
  patch: [
    [5, 2],
    [55, 2],
    [55, 14],
    [5, 14],
  ],
  stems: 40,
}

/** A test tank of 60 × 40 × 40 cm with level inert ground, stems and a carpet, and the given entries. */
export function tank(
  entries: readonly Entry[] = [],
  overrides: Partial<TankHistory> = {},
): TankHistory {
  const begun = instantOf(DAY0)
  return {
    vessel: {
      id: 'ves',
      slug: 'test',
      name: 'Test',
      kind: 'display',
      altitudeM: 0,
      timeZone: 'UTC',
      standsAt: '',
      startedAt: begun,
      order: 1,
      glass: [
        since(begun, { lengthCm: 60, depthCm: 40, heightCm: 40, waterlineCm: 36, glassMm: 8 }),
      ],
      care: [since(begun, USUAL_CARE)],
    },
    layouts: [
      {
        id: 'lay',
        name: 'First',
        draft: false,
        from: begun,
        to: null,
        ground: [
          since(begun, {
            material: 'gravel',
            laidAt: begun,
            profile: [
              { x: 0, frontCm: 5, backCm: 5 },
              { x: 60, frontCm: 5, backCm: 5 },
            ],
          }),
        ],
      },
    ],
    pieces: [],
    species: [CATALOGUE.carpet, CATALOGUE.greenStem],
    plantings: [CARPET, STEMS].map(plantingRecord),
    equipment: [lampRecord('lamp', { parAtSurface: 100 }, begun)],
    populations: [],
    sources: [
      sourceRecord(
        {
          id: 'src',
          name: 'Tap',
          kind: 'tap',
          nitrateMgL: 0,
          khDegrees: 4,
          ghDegrees: 6,
          pH: 7,
          temperatureC: 10,
          ...UNMEASURED,
        },
        begun,
      ),
    ],
    products: [],
    routines: [],
    plans: [],
    drafts: [],
    entries,
    ...overrides,
  }
}

/** The test tank as it stands on a day after day zero. */
export const standing = (history: TankHistory, day = 0): Tank => tankAt(history, DAY0 + day)

/** What a population or a routine has that stays as it is. */
export const STAYS = { until: null, temporary: null, needs: {} }
export const KEPT_UP = { until: null, equipmentId: null }

/** The story with another care of its water, all along. */
export const withCare = (history: TankHistory, care: Partial<WaterCare>): TankHistory => ({
  ...history,
  vessel: {
    ...history.vessel,
    care: history.vessel.care.map((one) => ({ ...one, is: { ...one.is, ...care } })),
  },
})

/** The record of a planting as the tests have it. */
export { plantingRecord as recordOf }

/** The story on another ground, from its first layout on. */
export const withGround = (history: TankHistory, ground: Partial<Ground>): TankHistory => ({
  ...history,
  layouts: history.layouts.map((layout) => ({
    ...layout,
    ground: layout.ground.map((one) => ({ ...one, is: { ...one.is, ...ground } })),
  })),
})

/** The story with its first source holding something else, all along. */
export const withSource = (
  history: TankHistory,
  analysis: Partial<SourceAnalysis>,
): TankHistory => ({
  ...history,
  sources: history.sources.map((source) => ({
    ...source,
    analyses: source.analyses.map((one) => ({ ...one, is: { ...one.is, ...analysis } })),
  })),
})

/** Fish that have lived there since the first day. */
export const FISH: Population = {
  id: 'fish',
  name: 'small fish',
  kind: 'fish',
  adultLengthCm: 4,
  since: instantOf(DAY0),
  until: null,
  temporary: null,
  needs: {},
}
