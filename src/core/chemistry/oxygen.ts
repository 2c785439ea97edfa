/**
 * Air pressure over sea-level pressure at an altitude in metres, up to 11 km.
 * Source: ISO 2533:1975 standard atmosphere, p/p0 = (1 − 2.25577e-5 h)^5.25588. Check: 1 400 m → 0.845.
 */
export function pressureRatio(altitudeM: number): number {
  return (1 - 2.25577e-5 * altitudeM) ** 5.25588
}

/** Vapour pressure of water, atm, as in APHA 4500-O table notes: ln Pwv = 11.8571 − 3840.70/T − 216961/T². */
function vapourPressureAtm(kelvin: number): number {
  return Math.exp(11.8571 - 3840.7 / kelvin - 216961 / (kelvin * kelvin))
}

/**
 * Dissolved oxygen at saturation, fresh water, mg/L.
 * Source: Benson & Krause 1984 as in Standard Methods 4500-O G, with its pressure correction; 0–40 °C.
 * Throws outside that range. Check: 20 °C, sea level → 9.09 mg/L.
 */
export function oxygenSaturation(temperatureC: number, altitudeM = 0): number {
  if (!(temperatureC >= 0 && temperatureC <= 40))
    throw new RangeError(`Oxygen saturation needs 0–40 °C, not ${temperatureC}`)
  const t = temperatureC + 273.15
  const atOneAtm = Math.exp(
    -139.34411 + 1.575701e5 / t - 6.642308e7 / t ** 2 + 1.2438e10 / t ** 3 - 8.621949e11 / t ** 4,
  )
  const p = pressureRatio(altitudeM)
  const vapour = vapourPressureAtm(t)
  const theta = 0.000975 - 1.426e-5 * temperatureC + 6.436e-8 * temperatureC ** 2
  return (atOneAtm * p * (1 - vapour / p) * (1 - theta * p)) / ((1 - vapour) * (1 - theta))
}
