export type Role = 'keeper' | 'helper'
export interface PairedPhone {
  id: string
  role: Role
  name: string
  since: number
  seen: number
}
export interface Pairing {
  addresses: string[]
  /** A code for one phone, good for two minutes; the one before it is void. */
  begin(role: Role): { code: string; until: number }
  /** Whether an address may try a code just now. */
  hears(from: string | undefined): boolean
  /** The token of a new session for the right code, or null. A code is good once. */
  pair(code: unknown, name: unknown, from: string | undefined): string | null
  /** Wrong codes of the last minute, and from how many addresses. */
  wrongCodes(): { codes: number; addresses: number }
  /** What a phone sees of the certificate of this house. */
  fingerprint?: string
  /** The role of a session by its token; null for one that is none, or was revoked. */
  roleOf(token: unknown): Role | null
  /** The paired phones, without what lets them in. */
  list(): PairedPhone[]
  revoke(id: string): void
}
export function makePairing(
  directory: string,
  addresses: string[],
  clock?: () => number,
  draw?: () => string,
): Pairing
