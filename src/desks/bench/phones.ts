import type { Pairing } from '../../../scripts/pairing.cjs'

/** The pairing of this server; null where it answers on this machine alone. The server put it there (`scripts/server.mjs`). */
export const pairingHere = (): Pairing | null =>
  (globalThis as { viveroPairing?: Pairing | null }).viveroPairing ?? null
