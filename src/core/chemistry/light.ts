/** Daily light integral, mol m⁻² d⁻¹, from PAR in µmol m⁻² s⁻¹ held for `hours`: PAR × 3600 × h / 10⁶ (definition). */
export function dailyLightIntegral(par: number, hours: number): number {
  return (par * 3600 * hours) / 1e6
}

/** Share of light left after `thickness` of a medium with attenuation `k` per unit: Beer–Lambert, exp(−k·x). */
export function transmission(k: number, thickness: number): number {
  return Math.exp(-k * Math.max(0, thickness))
}
