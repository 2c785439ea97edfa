/**
 * Ammonia and nitrite rise and fall by factors, not by steps: they are reckoned as logarithms, shifted by what no test can tell from
 * nothing, so that none at all has a logarithm too.
 */
const LEAST = 0.03

/** ln(c + 0.03) of a level c in mg/L. */
export const logOf = (level: number): number => Math.log(Math.max(0, level) + LEAST)

/** The level of a logarithm, mg/L, never below nothing. */
export const levelOf = (log: number): number => Math.max(0, Math.exp(log) - LEAST)

/** How much of an error of a level shows in its logarithm, one to mg/L. */
export const slopeAt = (level: number): number => 1 / (Math.max(0, level) + LEAST)
