import type { GrowthLesson } from '../history/growth-lesson'
import { inverseOfSymmetric } from '../quantity/symmetric'

/** What to expect of a planting before its own heights, in parts of what the books say. */
export interface Expected {
  ratio: number
  variance: number
  /** How many other plantings of the tank it was learnt from, and how many of its kind in other tanks. */
  from: number
  kin: number
}

/** What of the spread of the books the tank shares with all its plantings, and plantings of a kind with each other, in whatever tank; the rest is each one’s own. Common practice, from memory: water, food and lamp bear on all of them alike. */
const OF_THE_TANK = 0.35
const OF_THE_KIND = 0.25

/**
 * What to expect of each planting by what the others of the tank do, and its kin in other tanks: a normal model with an effect of the tank, one of the kind and one of the
 * planting (the best linear unbiased predictor of Henderson 1975), each leaving its own heights out, so that they are not counted
 * twice. Without a single lesson the books are the answer.
 */
export function expectedOfEach(lessons: readonly GrowthLesson[]): Map<string, Expected> {
  const seen = lessons.filter(({ own }) => own !== null)
  const n = seen.length
  const covariance = new Float64Array(n * n)
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++)
      covariance[i * n + j] = shared(seen[i], seen[j]) + (i === j ? seen[i].own!.variance : 0)
  const inverse = inverseOfSymmetric(covariance, n)
  const off = seen.map(({ own }) => own!.ratio - 1)
  const pull = off.map((_, i) => off.reduce((sum, one, j) => sum + inverse[i * n + j] * one, 0))
  return new Map(
    lessons.map((lesson) => {
      const at = seen.indexOf(lesson)
      return [lesson.plantingId, at >= 0 ? leftOut(at) : predicted(lesson)]
    }),
  )

  function leftOut(i: number): Expected {
    const spread = 1 / inverse[i * n + i]
    return {
      ratio: 1 + off[i] - pull[i] * spread,
      variance: Math.max(1e-6, spread - seen[i].own!.variance),
      ...taughtBy(seen[i]),
    }
  }
  function taughtBy({ plantingId, tankId, speciesId }: GrowthLesson) {
    const others = seen.filter((one) => one.plantingId !== plantingId)
    const here = others.filter((one) => one.tankId === tankId).length
    const kin = others.filter((one) => one.tankId !== tankId && one.speciesId === speciesId).length
    return { from: here, kin }
  }
  function predicted(lesson: GrowthLesson): Expected {
    const with_ = seen.map((one) => shared(lesson, one))
    const known = with_.reduce(
      (sum, a, i) => sum + with_.reduce((part, b, j) => part + a * inverse[i * n + j] * b, 0),
      0,
    )
    return {
      ratio: 1 + with_.reduce((sum, one, i) => sum + one * pull[i], 0),
      variance: Math.max(1e-6, lesson.booksVariance - known),
      ...taughtBy(lesson),
    }
  }
}

/** How far two plantings stray from their books together (covariance). */
function shared(a: GrowthLesson, b: GrowthLesson): number {
  const parts =
    a.plantingId === b.plantingId
      ? 1
      : (a.tankId === b.tankId ? OF_THE_TANK : 0) + (a.speciesId === b.speciesId ? OF_THE_KIND : 0)
  return parts * Math.sqrt(a.booksVariance * b.booksVariance)
}
