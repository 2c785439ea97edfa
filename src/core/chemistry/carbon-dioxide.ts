/** Milliequivalents of alkalinity per litre in one degree KH: 1 °dH = 10 mg/L CaO, M(CaO)/2 = 28.0385 g/eq. */
export const MEQ_PER_DEGREE = 10 / 28.0385
const CO2_MASS = 44.009

/**
 * First dissociation constant of carbonic acid (CO2 + H2CO3), −log10, at zero ionic strength.
 * Source: Plummer & Busenberg 1982, Geochim. Cosmochim. Acta 46:1011–1040; 0–90 °C. Check: 25 °C → 6.352.
 */
export function carbonicAcidPK1(temperatureC: number): number {
  const t = temperatureC + 273.15
  return 356.3094 + 0.06091964 * t - 21834.37 / t - 126.8339 * Math.log10(t) + 1684915 / (t * t)
}

/**
 * Free CO2, mg/L, from carbonate hardness and pH by the equilibrium constant of Plummer & Busenberg.
 * Holds only where the alkalinity is carbonate: humic acids, phosphate buffers or soil make it read high.
 * `khDegrees` in °dH. Throws on a negative KH. Check: KH 4, pH 6.6, 25 °C → 35.5 mg/L.
 */
export function freeCarbonDioxide(khDegrees: number, pH: number, temperatureC: number): number {
  if (khDegrees < 0) throw new RangeError(`KH cannot be ${khDegrees}`)
  return khDegrees * MEQ_PER_DEGREE * CO2_MASS * 10 ** (carbonicAcidPK1(temperatureC) - pH)
}

/** The trade's chart, 3·KH·10^(7−pH), mg/L: common practice, about 15 % below the constant at 25 °C. */
export function chartCarbonDioxide(khDegrees: number, pH: number): number {
  return 3 * khDegrees * 10 ** (7 - pH)
}
