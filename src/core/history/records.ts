import type { Instant } from '../quantity/time'
import { since } from './dated'
import type { LampSetting, EquipmentRecord, GasSetting } from './equipment'
import { USUAL_LAMP } from './equipment'
import type { Planting, PlantingRecord, SourceRecord, SourceWater } from './types'

/** The record of a planting that stood from its planting on as it stands. */
export function plantingRecord(planting: Planting): PlantingRecord {
  const { id, stake, name, kinds, origin, parentIds, kept } = planting
  const { layoutId, zone, patch, stems, perch, plantedAt, removedAt } = planting
  return {
    id,
    stake,
    name,
    kinds,
    origin,
    parentIds,
    ...(kept ? { kept } : {}),
    stands: [since(plantedAt, { layoutId, zone, patch, stems, perch })],
    ended: removedAt === null ? null : { at: removedAt, became: 'not said' },
  }
}

/** The record of a source that was so from `from` on. */
export function sourceRecord(
  { id, name, kind, ...analysis }: SourceWater,
  from: Instant,
): SourceRecord {
  return { id, name, kind, analyses: [since(from, analysis)] }
}

/** One lamp, as most tanks have. */
export function lampRecord(
  id: string,
  setting: Partial<LampSetting>,
  from: Instant,
): EquipmentRecord {
  const settings = [since(from, { ...USUAL_LAMP, ...setting })]
  return { id, kind: 'lamp', name: 'Lamp', servesId: null, settings, endedAt: null }
}

/** One gas set. */
export function gasRecord(
  id: string,
  { onAt, offAt }: Pick<GasSetting, 'onAt' | 'offAt'>,
  from: Instant,
): EquipmentRecord {
  const setting: GasSetting = { onAt, offAt, bubblesPerSecond: null, diffuserAt: 'not said' }
  const settings = [since(from, setting)]
  return { id, kind: 'gas', name: 'Gas', servesId: null, settings, endedAt: null }
}
