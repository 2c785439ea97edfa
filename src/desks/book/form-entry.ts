import type { EntryKind } from '@/core/history/entries'
import { tankNow, type Tank } from '@/core/history/tank-at'
import type { TankHistory, Vessel } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { numberOrText } from '@/core/quantity/read-number'
import { isParameter, toCanonical, volumeToLitres } from '@/core/quantity/units'
import { litresPerCentimetre, netLitres } from '@/core/vessel/volume'
import { productOf } from '@/core/water/products'
import { CHANGE_BY } from './form-spec'

/** The kind's own part of an entry from what stands in the form; what is no number goes on as it is, for the schema to say so. */
export function detailFromForm(
  kind: EntryKind,
  fields: Record<string, string>,
  story: TankHistory,
  at: Instant,
): object {
  const n = (name: string) => numberOrText(fields[name] ?? '')
  const place = placeFrom(fields.place ?? '')
  switch (kind) {
    case 'reading': {
      const parameter = fields.parameter ?? ''
      const value = n('value')
      const canonical =
        isParameter(parameter) && typeof value === 'number'
          ? toCanonical(parameter, value, fields.unit ?? '')
          : null
      return {
        parameter,
        value: canonical?.ok ? canonical.value : value,
        method: fields.method,
        entered: { value, unit: fields.unit ?? '' },
      }
    }
    case 'water-change':
      return {
        ...changeAmount(n('amount'), fields.by ?? CHANGE_BY[0], tankNow(story, at)),
        sourceId: fields.source || null,
      }
    case 'top-off':
      return { litres: n('litres'), sourceId: fields.source || null }
    case 'measure':
      return { plantingId: fields.planting, measure: fields.measure, value: n('value') }
    case 'trim':
      return {
        plantingId: fields.planting,
        fromCm: n('fromCm') === '' ? null : n('fromCm'),
        toCm: n('toCm'),
      }
    case 'algae':
      return { algae: fields.algae, place, coverPercent: n('coverPercent') }
    case 'sign':
      return { sign: fields.sign, place }
    case 'stock':
      return {
        populationId: fields.animals,
        event: fields.event,
        count: n('count'),
        plusMinus: n('plusMinus') === '' ? 0 : n('plusMinus'),
        otherVesselId: null,
      }
    case 'feeling':
      return {
        enjoyment: n('enjoyment') === '' ? null : n('enjoyment'),
        workMinutes: n('workMinutes') === '' ? null : n('workMinutes'),
      }
    case 'dose':
      return { ...doseProduct(fields, story), amount: n('amount'), unit: fields.unit }
    case 'degassed-sample':
      return { pHTank: n('pHTank'), pHAtRest: n('pHAtRest') }
    case 'gas-use':
      return {
        bubblesPerSecond: n('bubblesPerSecond') === '' ? null : n('bubblesPerSecond'),
        cylinderGrams: n('cylinderGrams') === '' ? null : n('cylinderGrams'),
      }
    case 'feed':
      return { grams: n('grams'), food: fields.food }
    case 'equipment':
      return { ...thingOf(fields, story), says: fields.says }
    case 'clean':
      return thingOf(fields, story)
    case 'soil-test':
      return { khBefore: n('khBefore'), khAfter: n('khAfter'), hours: n('hours') }
    default:
      return fields
  }
}

/** A thing of the list by its id, under the name it has; else the words written. */
function thingOf(fields: Record<string, string>, story: TankHistory) {
  const thing = story.equipment.find(({ id }) => id === fields.thing)
  const written = (fields.item ?? '').trim()
  return { item: written || (thing?.name ?? ''), equipmentId: thing?.id ?? null }
}

/** What was dosed: a product of the shelf or a plain salt by its id, else the words written. */
function doseProduct(
  fields: Record<string, string>,
  story: TankHistory,
): { product: string; productId: string | null } {
  const written = (fields.product ?? '').trim()
  const known = productOf(story, { productId: fields.productId || null, product: written })
  return written === '' && known
    ? { product: known.name, productId: known.id }
    : { product: written, productId: null }
}

/** Litres of a change by the measure it was taken in; `tank`: its net litres. */
function litresBy(by: string, value: number, vessel: Vessel, tank: number): number {
  switch (by) {
    case 'litres':
      return value
    case 'centimetres of height':
      return value * litresPerCentimetre(vessel)
    case 'buckets':
      return value * vessel.care.bucketLitres
    case 'US gallons': {
      const gallons = volumeToLitres(Math.abs(value), 'gal')
      return gallons.ok ? Math.sign(value) * gallons.value : Number.NaN
    }
    default:
      return (value / 100) * tank
  }
}

/** A change as fraction and litres, whichever way it was measured. */
function changeAmount(
  value: number | string,
  by: string,
  { vessel, layout }: Tank,
): { fraction: number | string; litres: number | string } {
  if (typeof value === 'string') return { fraction: value, litres: value }
  const tank = netLitres(vessel, layout)
  const litres = litresBy(by, value, vessel, tank)
  return { fraction: Number((litres / tank).toPrecision(12)), litres: Number(litres.toFixed(3)) }
}

function placeFrom(text: string): { of: string; id?: string } {
  const [of, ...id] = text.split(':')
  return id.length > 0 ? { of, id: id.join(':') } : { of }
}

/** The form field at which a problem of the entry is to be shown. */
export function formField(kind: EntryKind, field: string): string {
  const plain = field.split('.')[0]
  const moved: Record<string, string> = {
    entered: field === 'entered.unit' ? 'unit' : 'value',
    fraction: 'amount',
    plantingId: 'planting',
    populationId: 'animals',
    sourceId: 'source',
    equipmentId: 'thing',
  }
  if (kind === 'water-change' && plain === 'litres') return 'amount'
  return Object.hasOwn(moved, plain) ? moved[plain] : plain
}
