import {
  ALGAE_KINDS,
  DOSE_UNITS,
  METHODS,
  PLANT_MEASURES,
  SIGNS,
  STOCK_EVENTS,
  type Entry,
  type EntryKind,
} from '@/core/history/entries'
import { never } from '@/core/quantity/result'
import { PARAMETER_UNITS, PARAMETERS, type Parameter } from '@/core/quantity/units'

export interface Field {
  name: string
  label: string
  type:
    | 'number'
    | 'text'
    | 'choice'
    | 'planting'
    | 'place'
    | 'animals'
    | 'source'
    | 'unit'
    | 'product'
    | 'thing'
  choices?: readonly string[]
  /** May be left empty. */
  optional?: boolean
  after?: string
}

const number = (name: string, label: string, after = '', optional = false): Field => ({
  name,
  label,
  type: 'number',
  after,
  optional,
})
const choice = (name: string, label: string, choices: readonly string[]): Field => ({
  name,
  label,
  type: 'choice',
  choices,
})
const text = (name: string, label: string): Field => ({ name, label, type: 'text' })

const THING: Field = { name: 'thing', label: 'Which', type: 'thing' }

export const CHANGE_BY = [
  'percent of the water',
  'litres',
  'centimetres of height',
  'buckets',
  'US gallons',
] as const

/** Kinds a keeper logs by hand, in the order of the work, with their fields. The others write themselves: rounds, ticks, disagreements. */
export const FORMS: { kind: EntryKind; says: string; fields: Field[] }[] = [
  {
    kind: 'reading',
    says: 'a water test',
    fields: [
      choice('parameter', 'What', PARAMETERS),
      number('value', 'Value'),
      { name: 'unit', label: 'Unit', type: 'unit' },
      choice('method', 'How', METHODS),
    ],
  },
  {
    kind: 'water-change',
    says: 'a water change',
    fields: [
      number('amount', 'How much'),
      choice('by', 'in', CHANGE_BY),
      { name: 'source', label: 'With', type: 'source' },
    ],
  },
  {
    kind: 'top-off',
    says: 'a top-up',
    fields: [number('litres', 'Litres'), { name: 'source', label: 'With', type: 'source' }],
  },
  { kind: 'feed', says: 'feeding', fields: [number('grams', 'Grams'), text('food', 'Of what')] },
  {
    kind: 'dose',
    says: 'a dose',
    fields: [
      { name: 'productId', label: 'Of what', type: 'product' },
      { ...text('product', 'or something else'), optional: true },
      number('amount', 'How much'),
      choice('unit', 'in', DOSE_UNITS),
    ],
  },
  {
    kind: 'gas-use',
    says: 'gas used',
    fields: [
      number('bubblesPerSecond', 'Bubbles a second', '', true),
      number('cylinderGrams', 'Cylinder on the scales', 'g', true),
    ],
  },
  {
    kind: 'degassed-sample',
    says: 'a sample left in the open',
    fields: [
      number('pHTank', 'pH of the tank'),
      number('pHAtRest', 'pH of the sample a day later'),
    ],
  },
  {
    kind: 'measure',
    says: 'a measure of a plant',
    fields: [
      { name: 'planting', label: 'Which', type: 'planting' },
      choice('measure', 'What', PLANT_MEASURES),
      number('value', 'Value', 'cm, or % for cover and density'),
    ],
  },
  {
    kind: 'trim',
    says: 'a trim',
    fields: [
      { name: 'planting', label: 'Which', type: 'planting' },
      number('fromCm', 'Height before', 'cm', true),
      number('toCm', 'Height left', 'cm'),
    ],
  },
  {
    kind: 'algae',
    says: 'algae',
    fields: [
      choice('algae', 'Which', ALGAE_KINDS),
      { name: 'place', label: 'Where', type: 'place' },
      number('coverPercent', 'Cover', '%'),
    ],
  },
  {
    kind: 'sign',
    says: 'something seen',
    fields: [choice('sign', 'What', SIGNS), { name: 'place', label: 'Where', type: 'place' }],
  },
  {
    kind: 'stock',
    says: 'animals',
    fields: [
      { name: 'animals', label: 'Which', type: 'animals' },
      choice('event', 'What', STOCK_EVENTS),
      number('count', 'How many'),
      number('plusMinus', 'Give or take', '', true),
    ],
  },
  {
    kind: 'equipment',
    says: 'equipment',
    fields: [THING, text('item', 'Called'), text('says', 'What happened')],
  },
  { kind: 'clean', says: 'cleaning', fields: [THING, text('item', 'Called')] },
  {
    kind: 'soil-test',
    says: 'a soil test in a jar',
    fields: [
      number('khBefore', 'KH before', '°dH'),
      number('khAfter', 'KH after', '°dH'),
      number('hours', 'After', 'hours'),
    ],
  },
  {
    kind: 'feeling',
    says: 'joy and work',
    fields: [
      number('enjoyment', 'Enjoyment', 'of 10', true),
      number('workMinutes', 'Work that week', 'minutes', true),
    ],
  },
  { kind: 'note', says: 'a note', fields: [text('text', 'Note')] },
]

/** Units a reading may be written in, the canonical one first. */
export function unitsOf(parameter: string): string[] {
  const spec = PARAMETER_UNITS[parameter as Parameter]
  return spec ? Object.keys(spec.units).filter(Boolean) : []
}

const thingFields = ({ equipmentId, item }: { equipmentId: string | null; item: string }) => ({
  thing: equipmentId ?? '',
  item,
})

/** The form's fields for an entry that is to be edited; null for kinds that are not edited by hand. */
export function fieldsOf(entry: Entry): Record<string, string> | null {
  const place = (where: { of: string; id?: string }) =>
    where.id ? `${where.of}:${where.id}` : where.of
  switch (entry.kind) {
    case 'reading':
      return {
        parameter: entry.parameter,
        value: String(entry.entered.value),
        unit: entry.entered.unit,
        method: entry.method,
      }
    case 'water-change':
      return {
        amount: String(Number((entry.fraction * 100).toPrecision(6))),
        by: CHANGE_BY[0],
        source: entry.sourceId ?? '',
      }
    case 'top-off':
      return { litres: String(entry.litres), source: entry.sourceId ?? '' }
    case 'dose':
      return {
        productId: entry.productId ?? '',
        product: entry.productId === null ? entry.product : '',
        amount: String(entry.amount),
        unit: entry.unit,
      }
    case 'feed':
      return { grams: String(entry.grams), food: entry.food }
    case 'measure':
      return { planting: entry.plantingId, measure: entry.measure, value: String(entry.value) }
    case 'trim':
      return {
        planting: entry.plantingId,
        fromCm: entry.fromCm === null ? '' : String(entry.fromCm),
        toCm: String(entry.toCm),
      }
    case 'sign':
      return { sign: entry.sign, place: place(entry.place) }
    case 'algae':
      return {
        algae: entry.algae,
        place: place(entry.place),
        coverPercent: String(entry.coverPercent),
      }
    case 'equipment':
      return { ...thingFields(entry), says: entry.says }
    case 'clean':
      return thingFields(entry)
    case 'stock':
      // One half of a move between two tanks is not changed alone.
      if (entry.otherVesselId !== null) return null
      return {
        animals: entry.populationId,
        event: entry.event,
        count: String(entry.count),
        plusMinus: String(entry.plusMinus),
      }
    case 'feeling':
      return {
        enjoyment: entry.enjoyment === null ? '' : String(entry.enjoyment),
        workMinutes: entry.workMinutes === null ? '' : String(entry.workMinutes),
      }
    case 'soil-test':
      return {
        khBefore: String(entry.khBefore),
        khAfter: String(entry.khAfter),
        hours: String(entry.hours),
      }
    case 'degassed-sample':
      return { pHTank: String(entry.pHTank), pHAtRest: String(entry.pHAtRest) }
    case 'gas-use':
      return {
        bubblesPerSecond: entry.bubblesPerSecond === null ? '' : String(entry.bubblesPerSecond),
        cylinderGrams: entry.cylinderGrams === null ? '' : String(entry.cylinderGrams),
      }
    case 'note':
      return { text: entry.text }
    case 'changed':
    case 'moved':
    case 'disagreement':
    case 'step-done':
    case 'round':
      return null
    default:
      return never(entry)
  }
}
