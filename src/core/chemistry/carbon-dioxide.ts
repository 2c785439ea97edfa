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

/**
 * pH of water from its carbonate hardness (°dH) and free CO2 (mg/L): the inverse of {@link freeCarbonDioxide}, under the same
 * limits. Throws unless both are above zero.
 */
export function pHFromCarbonDioxide(
  khDegrees: number,
  carbonDioxide: number,
  temperatureC: number,
): number {
  if (!(khDegrees > 0 && carbonDioxide > 0))
    throw new RangeError('pH from KH and CO2 needs both above zero')
  return (
    carbonicAcidPK1(temperatureC) +
    Math.log10((khDegrees * MEQ_PER_DEGREE * CO2_MASS) / carbonDioxide)
  )
}

/** Mole fraction of CO2 in dry outdoor air, about 2025 (NOAA Global Monitoring Laboratory, from memory); rooms hold more. */
export const OUTDOOR_CO2 = 425e-6
/** A room with people in it. Common practice: 1.3 to 2.5 times outdoor air. */
export const ROOM_FACTOR = 1.7

/**
 * CO2 in water at rest under air, mg/L: Henry's law, KH = 0.034 mol L⁻¹ atm⁻¹ at 25 °C, d ln KH / d(1/T) = 2400 K
 * (Sander 2015, Atmos. Chem. Phys. 15:4399–4981). `pressure` in atm. Check: 25 °C, outdoor air, 1 atm → 0.64.
 */
export function carbonDioxideAtRest(
  temperatureC: number,
  pressure = 1,
  moleFraction = OUTDOOR_CO2,
): number {
  const henry = 0.034 * Math.exp(2400 * (1 / (temperatureC + 273.15) - 1 / 298.15))
  return henry * moleFraction * pressure * CO2_MASS * 1000
}

/** CO2 by a degassed sample: the same alkalinity in both, so the ratio of CO2 is 10^(pH at rest − pH of the tank). mg/L. */
export function degassedCarbonDioxide(
  pHTank: number,
  pHDegassed: number,
  atRestMgL: number,
): number {
  return atRestMgL * 10 ** (pHDegassed - pHTank)
}
