import { PARAMETER_UNITS, isParameter, type Parameter } from '@/core/quantity/units'

/** “Nitrate”, “KH”, “pH”: as it begins a line. */
export const nameOf = (parameter: Parameter): string =>
  parameter === 'pH'
    ? 'pH'
    : PARAMETER_UNITS[parameter].label.charAt(0).toUpperCase() +
      PARAMETER_UNITS[parameter].label.slice(1)
/** “nitrate”, “KH”, “pH”: as it stands in a sentence. */
export const nameWithin = (parameter: Parameter): string => PARAMETER_UNITS[parameter].label
/** The unit behind a number; pH has none. */
export const unitOf = (parameter: Parameter): string =>
  parameter === 'pH' ? '' : PARAMETER_UNITS[parameter].canonical

/** The parameter named in an address, if it is one of those offered. */
export function chosen<T extends Parameter>(
  of: string | string[] | undefined,
  offered: readonly T[],
  fallback: T,
): T {
  const text = Array.isArray(of) ? of[0] : of
  return text !== undefined && isParameter(text) && (offered as readonly Parameter[]).includes(text)
    ? (text as T)
    : fallback
}
