import type { Measures } from '../../quantity/measures'
import { unitOf } from '../../quantity/parameter-name'
import { sayAgo } from '../../quantity/say'
import { sayBand } from '../facts/band.words'
import type { WorthTesting } from './worth-testing'

/** Why a test is worth making: “26 (20–33) mg/L, last read 8 days ago; 40 % likely outside 3–25”. */
export function sayWhyTest(
  { parameter, estimate, band, outside, daysAgo }: WorthTesting,
  measures: Measures,
): string {
  const unit = unitOf(parameter)
  const wanted = sayBand(parameter, band, measures)
  if (!estimate || daysAgo === null)
    return `never tested; ${wanted}${unit && ` ${measures.unit(unit)}`} is wanted`
  const chance = Math.round(outside * 100)
  return `${measures.sayEstimate(estimate, unit)}, last read ${sayAgo(daysAgo)}; ${chance < 1 ? 'hardly' : `${chance} % likely`} outside ${wanted}`
}
