import type { Entry, EntryDetails, EntryKind } from '../history/entries'
import { UNMEASURED, USUAL_CARE, type Planting, type TankHistory } from '../history/types'
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
  return {
    vessel: {
      id: 'ves',
      slug: 'test',
      name: 'Test',
      kind: 'display',
      lengthCm: 60,
      depthCm: 40,
      heightCm: 40,
      waterlineCm: 36,
      glassMm: 8,
      altitudeM: 0,
      evaporationLitresPerDay: null,
      lamp: { onAt: '09:00', hours: 8, parAtSurface: 100 },
      gas: null,
      care: USUAL_CARE,
      timeZone: 'UTC',
      standsAt: '',
      startedAt: instantOf(DAY0),
      order: 1,
    },
    layouts: [
      {
        id: 'lay',
        name: 'First',
        state: 'current',
        from: instantOf(DAY0),
        to: null,
        ground: {
          material: 'gravel',
          laidAt: instantOf(DAY0),
          profile: [
            { x: 0, frontCm: 5, backCm: 5 },
            { x: 60, frontCm: 5, backCm: 5 },
          ],
        },
        hardscape: [],
      },
    ],
    species: [CATALOGUE.carpet, CATALOGUE.greenStem],
    plantings: [CARPET, STEMS],
    populations: [],
    sources: [
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
    ],
    products: [],
    routines: [],
    plans: [],
    entries,
    ...overrides,
  }
}
