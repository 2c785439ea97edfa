/** What one planting's own heights say of its growth, against what books say of its kind in this light and gas. */
export interface GrowthLesson {
  tankId: string
  plantingId: string
  speciesId: string
  /** What the books say, in parts of it: one, with this variance. */
  booksVariance: number
  /** Own rate over that of the books, with its variance; null: no two heights without a cut between them. */
  own: { ratio: number; variance: number } | null
}
