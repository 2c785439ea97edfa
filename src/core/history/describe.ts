import { never } from '../quantity/result'
import { sayNumber } from '../quantity/say'
import { INDICATOR_COLOURS, PARAMETER_UNITS } from '../quantity/units'
import type { Entry, EntryOf, Place } from './entries'
import { factName } from './fact-names'
import { sayFieldChanges } from './field-changes.words'
import type { TankHistory } from './types'

/** What an entry says, in one short sentence for the journal, evidence lists and the care sheet. */
export function describeEntry(entry: Entry, history: TankHistory): string {
  switch (entry.kind) {
    case 'reading': {
      if (entry.entered.unit === 'colour')
        return `CO2 indicator ${INDICATOR_COLOURS[entry.entered.value - 1]?.name ?? 'of no known colour'}`
      const unit = entry.entered.unit === 'pH' ? '' : ` ${entry.entered.unit}`
      return `${entry.parameter === 'pH' ? 'pH' : capital(PARAMETER_UNITS[entry.parameter].label)} ${sayNumber(entry.entered.value)}${unit}, by ${sayMethod(entry.method)}${entry.questioned ? ', questioned and stood by' : ''}`
    }
    case 'water-change':
      return `Changed ${sayNumber(entry.fraction * 100)} % of the water (${sayNumber(entry.litres)} L${fromSource(entry.sourceId, history)})`
    case 'top-off':
      return `Topped up ${sayNumber(entry.litres)} L${fromSource(entry.sourceId, history)}`
    case 'dose':
      return `Dosed ${sayNumber(entry.amount)} ${entry.unit} of ${entry.product}`
    case 'feed':
      return `Fed ${sayNumber(entry.grams)} g of ${entry.food}`
    case 'measure':
      return `${plantingName(entry.plantingId, history)}: ${entry.measure} ${sayNumber(entry.value)} ${entry.measure === 'height' || entry.measure === 'width' ? 'cm' : '%'}`
    case 'trim':
      return `Trimmed ${plantingName(entry.plantingId, history)} ${entry.fromCm === null ? '' : `from ${sayNumber(entry.fromCm)} `}to ${sayNumber(entry.toCm)} cm`
    case 'sign':
      return `${capital(entry.sign)}, ${placeName(entry.place, history)}`
    case 'algae':
      return `${capital(entry.algae)} on ${placeName(entry.place, history)}, ${sayNumber(entry.coverPercent)} %`
    case 'equipment':
      return `${entry.item}: ${entry.says}`
    case 'clean':
      return `Cleaned ${entry.item}`
    case 'stock': {
      const name =
        history.populations.find((population) => population.id === entry.populationId)?.name ??
        'animals'
      return `${name}: ${entry.event} ${entry.count}${entry.plusMinus > 0 ? ` ± ${entry.plusMinus}` : ''}`
    }
    case 'feeling':
      return [
        entry.enjoyment === null ? null : `Enjoyment ${entry.enjoyment} of 10`,
        entry.workMinutes === null ? null : `${entry.workMinutes} minutes of work that week`,
      ]
        .filter(Boolean)
        .join(', ')
    case 'soil-test':
      return `Soil in a jar: KH ${sayNumber(entry.khBefore)} to ${sayNumber(entry.khAfter)} in ${sayNumber(entry.hours)} h`
    case 'disagreement':
      return `Disagreed with a finding: ${entry.why}`
    case 'step-done': {
      const plan = history.plans.find((candidate) => candidate.id === entry.planId)
      const step = plan?.steps.find((candidate) => candidate.id === entry.stepId)
      return `Done in ${entry.minutes} min: ${step?.says ?? 'a step of a plan'}`
    }
    case 'round':
      return `Walked the round in ${sayNumber(entry.minutes)} min, ${entry.asked} answers, ${entry.confirmed} at a glance`
    case 'degassed-sample':
      return `pH ${sayNumber(entry.pHTank)} in the tank, ${sayNumber(entry.pHAtRest)} in the same water after a day in the open`
    case 'gas-use':
      return `Gas: ${[entry.bubblesPerSecond === null ? null : `${sayNumber(entry.bubblesPerSecond)} bubbles a second`, entry.cylinderGrams === null ? null : `cylinder ${Math.round(entry.cylinderGrams)} g`].filter(Boolean).join(', ')}`
    case 'changed':
      return `${capital(factName(entry.subject, history))}: ${sayFieldChanges(entry.fields)}`
    case 'moved':
      return sayMove(entry)
    case 'note':
      return entry.text
    default:
      return never(entry)
  }
}

const MOVED_UNIT: Record<EntryOf<'moved'>['what'], string> = {
  plants: 'stems of',
  equipment: '',
  'filter media': '% of the',
  soil: 'L of',
  water: 'L of',
}

/** “6 stems of S1 Green stems to Spring”. */
function sayMove({ what, name, amount, direction, otherName }: EntryOf<'moved'>): string {
  const much = amount === null ? '' : `${sayNumber(amount)} ${MOVED_UNIT[what]} `
  return `Moved ${much}${name} ${direction === 'out' ? 'to' : 'here from'} ${otherName}`
}

export function sayMethod(method: string): string {
  return method === 'drops-chart' ? 'drops and chart' : method
}

/** “S1 Green stems, back left”. */
export function plantingName(plantingId: string, history: TankHistory): string {
  const planting = history.plantings.find((candidate) => candidate.id === plantingId)
  return planting ? `${planting.stake} ${planting.name}` : 'a planting'
}

export function placeName(place: Place, history: TankHistory): string {
  switch (place.of) {
    case 'planting':
      return plantingName(place.id, history)
    case 'hardscape':
      return history.pieces.find((piece) => piece.id === place.id)?.label ?? 'a stone'
    case 'tank':
      return 'the tank'
    default:
      return `the ${place.of}`
  }
}

function fromSource(sourceId: string | null, history: TankHistory): string {
  const source = history.sources.find((candidate) => candidate.id === sourceId)
  return source ? ` of ${source.name.toLowerCase()}` : ''
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}
