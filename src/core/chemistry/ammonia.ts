/**
 * Share of total ammonia that is un-ionised (toxic) NH3, 0–1.
 * pKa = 0.09018 + 2729.92 / T, f = 1 / (1 + 10^(pKa − pH)).
 * Source: Emerson, Russo, Lund & Thurston 1975, J. Fish. Res. Board Can. 32:2379–2383; made for 0–30 °C, fresh water.
 * Throws outside 0–40 °C or pH 3–12. Check: 25 °C, pH 8.0 → 5.37 %.
 */
export function unionisedAmmoniaFraction(temperatureC: number, pH: number): number {
  if (!(temperatureC >= 0 && temperatureC <= 40))
    throw new RangeError(`Un-ionised ammonia needs 0–40 °C, not ${temperatureC}`)
  if (!(pH >= 3 && pH <= 12)) throw new RangeError(`Un-ionised ammonia needs pH 3–12, not ${pH}`)
  return 1 / (1 + 10 ** (ammoniaPKa(temperatureC) - pH))
}

/** pKa of ammonium, by the same source; °C. Check: 25 °C → 9.246. */
export const ammoniaPKa = (temperatureC: number): number =>
  0.09018 + 2729.92 / (temperatureC + 273.15)
