import { inverseOfSymmetric } from '../quantity/symmetric'

/** What one planting's own heights say of its growth, against what books say of its kind in this light and gas. */
export interface Lesson {
  plantingId: string
  speciesId: string
  /** What the books say, in parts of it: one, with this variance. */
  booksVariance: number
  /** Own rate over that of the books, with its variance; null: no two heights without a cut between them. */
  own: { ratio: number; variance: number } | null
}
/** What to expect of a planting before its own heights, in parts of what the books say. */
export interface Expected {
  ratio: number
  variance: number
  /** How many other plantings it was learnt from. */
  from: number
}

/** What of the spread of the books the tank shares with all its plantings, and plantings of a kind with each other; the rest is each one’s own. Common practice, from memory: water, food and lamp bear on all of them alike. */
const OF_THE_TANK = 0.35
const OF_THE_KIND = 0.25

/**
 * What to expect of each planting by what the others of the tank do: a normal model with an effect of the tank, one of the kind and one of the
 * planting (the best linear unbiased predictor of Henderson 1975), each leaving its own heights out, so that they are not counted
 * twice. Without a single lesson the books are the answer.
 */
export function expectedOfEach(lessons: readonly Lesson[]): Map<string, Expected> {
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
      from: n - 1,
    }
  }
  function predicted(lesson: Lesson): Expected {
    const with_ = seen.map((one) => shared(lesson, one))
    const known = with_.reduce(
      (sum, a, i) => sum + with_.reduce((part, b, j) => part + a * inverse[i * n + j] * b, 0),
      0,
    )
    return {
      ratio: 1 + with_.reduce((sum, one, i) => sum + one * pull[i], 0),
      variance: Math.max(1e-6, lesson.booksVariance - known),
      from: n,
    }
  }
}

/** How far two plantings stray from their books together (covariance). */
function shared(a: Lesson, b: Lesson): number {
  const parts =
    a.plantingId === b.plantingId
      ? 1
      : OF_THE_TANK + (a.speciesId === b.speciesId ? OF_THE_KIND : 0)
  return parts * Math.sqrt(a.booksVariance * b.booksVariance)
}
