export interface HouseCertificate {
  key: string
  cert: string
  /** SHA-256, as phones show it. */
  fingerprint: string
}
export function houseCertificate(
  directory: string,
  addresses: readonly string[],
  now?: Date,
): Promise<HouseCertificate>
