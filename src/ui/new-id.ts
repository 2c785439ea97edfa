/** A name nobody else has, for what is about to be sent: sent twice, it is written once. Works without a secure context too, as on a phone in the house. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
