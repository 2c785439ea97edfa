import type { Entry, EntryDetails, EntryKind } from '@/core/journal/entry'

/** A sound entry of every kind, for tests of what passes a border. The type makes a new kind add its own. */
const SAMPLES: { [K in EntryKind]: EntryDetails[K] } = {
  reading: {
    parameter: 'nitrate',
    value: 20,
    method: 'drops-chart',
    entered: { value: 20, unit: 'mg/L' },
  },
  'water-change': { fraction: 0.4, litres: 70, sourceId: 'spring' },
  'top-off': { litres: 3, sourceId: null },
  dose: { product: 'weekly bottle', productId: null, amount: 10, unit: 'mL' },
  feed: { grams: 1.2, food: 'flakes' },
  measure: { plantingId: 's1', measure: 'height', value: 24 },
  trim: { plantingId: 's1', fromCm: 30, toCm: 12 },
  sign: { sign: 'holes', place: { of: 'planting', id: 's1' } },
  algae: { algae: 'hair', place: { of: 'glass' }, coverPercent: 8 },
  groom: { what: 'leaves-taken', place: { of: 'planting', id: 's1' }, count: 3 },
  flowering: { plantingId: 's1', stage: 'open' },
  cuttings: { plantingId: 's1', part: 'tops', count: 6, went: 'nursery row' },
  leaf: { plantingId: 's1', on: 'old leaves', look: 'pinholes', extent: 'a few leaves' },
  identified: { plantingId: 's1', was: 'Rotala, red', is: 'Ludwigia, red', sure: 'sure' },
  waiting: { what: 'Small round leaves', count: 3, waitsFor: 'the tank to be stable', level: null },
  waited: { waitingId: 'w1', what: 'Small round leaves', became: 'set here' },
  'seen-again': { populationId: 'tetras', count: 1, place: { of: 'surface' } },
  equipment: { item: 'Lamp', says: 'Seven hours', equipmentId: null },
  clean: { item: 'the sponge', equipmentId: null },
  stock: { populationId: 'tetras', event: 'counted', count: 22, plusMinus: 1, otherVesselId: null },
  feeling: { enjoyment: 7, workMinutes: 60 },
  'soil-test': { khBefore: 4, khAfter: 3, hours: 36 },
  disagreement: { finding: 'nitrate', why: 'The card was wet.' },
  'step-done': { planId: 'p', stepId: '1-power', minutes: 12 },
  round: { minutes: 2, asked: 12, confirmed: 4 },
  note: { text: 'Clear as glass.' },
  'degassed-sample': { pHTank: 6.6, pHAtRest: 7.8 },
  'gas-use': { bubblesPerSecond: 2, cylinderGrams: 1500 },
  moved: {
    what: 'filter media',
    name: 'filter media',
    amount: 50,
    direction: 'in',
    otherVesselId: 'spring',
    otherName: 'Spring',
  },
  changed: {
    subject: { part: 'equipment', id: 'lamp' },
    fields: [{ field: 'hours', before: 8, after: 6 }],
  },
}
export const DETAIL_KINDS = Object.keys(SAMPLES) as EntryKind[]

export function sampleEntries(): Entry[] {
  return DETAIL_KINDS.map(
    (kind, i) =>
      ({
        id: `sample-${i}`,
        kind,
        at: '2026-03-01T10:00:00.000Z',
        certainty: 'measured',
        by: 'keeper',
        note: null,
        expected: null,
        ...SAMPLES[kind],
      }) as unknown as Entry,
  )
}
