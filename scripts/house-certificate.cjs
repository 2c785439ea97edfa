// The certificate of the house: made once, kept with the data, and known to a phone by its fingerprint. Nobody but the house signs it, so a browser asks
// once whether it is to be trusted; the bench shows what to compare.
/* eslint-disable @typescript-eslint/no-require-imports -- plain Node, for the server and the tests alike */
const { X509Certificate } = require('node:crypto')
const { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } = require('node:fs')
const { join } = require('node:path')
const { generate } = require('selfsigned')

/** Phones take no certificate that is good for longer (825 days: the limit of one maker, whom others follow). */
const GOOD_DAYS = 820
/** One that is about to end is made anew. */
const LEAST_DAYS = 20
const DAY_MS = 86_400_000

/**
 * The key and the certificate of a data directory, made where there is none that is good. `addresses`: where the house is reached now.
 * @returns {Promise<{ key: string, cert: string, fingerprint: string }>}
 */
async function houseCertificate(directory, addresses, now = new Date()) {
  const path = join(directory, 'house-certificate.pem')
  const kept = readKept(path, now)
  if (kept) return kept
  const made = await generate([{ name: 'commonName', value: 'Vivero, this house' }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notBeforeDate: new Date(now.getTime() - DAY_MS),
    notAfterDate: new Date(now.getTime() + GOOD_DAYS * DAY_MS),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: addresses.map((ip) => ({ type: 7, ip })) },
    ],
  })
  mkdirSync(directory, { recursive: true, mode: 0o700 })
  const part = `${path}.part`
  writeFileSync(part, `${made.private.trim()}\n${made.cert.trim()}\n`, { mode: 0o600 })
  renameSync(part, path)
  return readKept(path, now)
}

function readKept(path, now) {
  if (!existsSync(path)) return null
  try {
    const text = readFileSync(path, 'utf8')
    const [key] = /-----BEGIN [A-Z ]*PRIVATE KEY-----[^]*?-----END [A-Z ]*PRIVATE KEY-----/.exec(
      text,
    )
    const [cert] = /-----BEGIN CERTIFICATE-----[^]*?-----END CERTIFICATE-----/.exec(text)
    const read = new X509Certificate(cert)
    const left = (Date.parse(read.validTo) - now.getTime()) / DAY_MS
    return left > LEAST_DAYS ? { key, cert, fingerprint: read.fingerprint256 } : null
  } catch {
    // What cannot be read is made anew: the phones ask once more.
    return null
  }
}

exports.houseCertificate = houseCertificate
