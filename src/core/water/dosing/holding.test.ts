import type { Product } from '../../history/types'
import { dailyDoseFor } from './dosing'
import { holdingDose, productToHold } from './holding'

const WEEKLY = { fraction: 0.5, everyDays: 7, source: 2 }

/** The water lived through day by day, its mean over the last rhythms: a plain loop beside the closed form. */
function livedMean(daily: number, uptake: number): number {
  const perDay = 200
  let c = 10
  let sum = 0
  let counted = 0
  const rhythms = 60
  for (let step = 1; step <= rhythms * WEEKLY.everyDays * perDay; step++) {
    c += (daily - uptake) / perDay
    if (step > 50 * WEEKLY.everyDays * perDay) {
      sum += c
      counted += 1
    }
    if (step % (WEEKLY.everyDays * perDay) === 0)
      c = c * (1 - WEEKLY.fraction) + WEEKLY.source * WEEKLY.fraction
  }
  return sum / counted
}

test('a tank given the daily dose stands at the level in the mean, and without any where it is said to', () => {
  const holding = holdingDose(10, WEEKLY, { value: 0.4, half: 0.1 })
  expect(livedMean(holding.daily, 0.4)).toBeCloseTo(10, 1)
  expect(holding.weekly).toBeCloseTo(7 * holding.daily, 10)
  expect(holding.dailyRange.high - holding.dailyRange.low).toBeCloseTo(0.2, 10)
  expect(livedMean(0, 0.1)).toBeCloseTo(holdingDose(10, WEEKLY, { value: 0.1, half: 0 }).without, 1)
})

test('an uptake nobody knows is reckoned as none', () => {
  expect(holdingDose(10, WEEKLY, null).daily).toBe(dailyDoseFor(10, WEEKLY, 0))
})

test('what holds a level is what was chosen, else the strongest bottle, else the strongest salt', () => {
  const one = (id: string, gramsPerLitre: number): Product => ({
    id,
    name: id,
    form: 'liquid',
    analysis: [{ as: 'K', amount: gramsPerLitre }],
    tabletGrams: null,
    recipe: null,
  })
  const [bottle, strong, salt] = [one('weak', 1), one('strong', 3), one('salt-kno3', 60)]
  expect(productToHold([bottle, strong, salt], 'potassium', 'weak')?.id).toBe('weak')
  expect(productToHold([bottle, strong, salt], 'potassium', '')?.id).toBe('strong')
  expect(productToHold([salt], 'potassium', '')?.id).toBe('salt-kno3')
  expect(productToHold([bottle], 'iron', '')).toBeNull()
})
