import { isParameter, type Parameter } from '@/core/quantity/units'

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
