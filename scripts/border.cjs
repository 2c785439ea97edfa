// What is turned away before a byte of its body is read. Plain Node and no dependency: the server and the proxy of the framework share it.

const OWN_NAMES = new Set(['localhost', '127.0.0.1', '[::1]'])
const LONGEST_ADDRESS = 4096
/** The framework takes the arguments of an action up to this size; a larger one would fail inside it. */
const LARGEST_ACTION_BYTES = 1_000_000
const ACTION_NAME = /^[0-9a-f]{16,80}$/
const ACTION_TYPES = /^(text\/plain|multipart\/form-data)\b/i

/**
 * Why a request is turned away, or null when it may go on. It may come only under a name of this machine (or of VIVERO_HOSTS), with an
 * address that can be read, and a write only from a page of ours in the form in which our pages write.
 * @param {{ method: string, url: string, header: (name: string) => string | null | undefined }} request
 * @param {string | undefined} hosts further names, separated by commas
 * @param {boolean} own whether it may come under the names this machine has for itself
 * @returns {{ status: number, says: string } | null}
 */
function refusal({ method, url, header }, hosts, own = true) {
  const host = header('host') ?? ''
  if (!isOwnName(host, hosts, own))
    return {
      status: 421,
      says: 'Vivero answers only under its own address. Name others in VIVERO_HOSTS.',
    }
  // “//elsewhere/…” would be read as the name of another house.
  if (!/^\/(?![/\\])/.test(url))
    return { status: 400, says: 'This address cannot be read: it begins like none of ours.' }
  if (url.length > LONGEST_ADDRESS)
    return { status: 414, says: 'This address is longer than any of ours.' }
  if (!isLegible(url))
    return { status: 400, says: 'This address cannot be read: a sign in it is coded wrongly.' }
  const state = header('next-router-state-tree')
  if (state && !isJson(state))
    return { status: 400, says: 'This request was not made by a page of ours.' }
  if (method === 'GET' || method === 'HEAD') return null
  if (method !== 'POST')
    return { status: 405, says: `Vivero does not answer to ${method.slice(0, 20)}.` }
  return refusalOfWrite(url, host, header)
}

function refusalOfWrite(url, host, header) {
  const origin = header('origin')
  const site = header('sec-fetch-site')
  const foreign =
    (origin && !sameHost(origin, host)) || (site && !['same-origin', 'none'].includes(site))
  if (foreign) return { status: 403, says: 'Vivero takes writes only from its own pages.' }
  // Codes are sent to the door of the house network as a plain form.
  if (url.startsWith('/api/') || url === '/pair') return null
  const action = header('next-action')
  if (!action) return { status: 405, says: 'Pages are read, not written to.' }
  if (!ACTION_NAME.test(action)) return { status: 400, says: 'There is no such action.' }
  if (!ACTION_TYPES.test(header('content-type') ?? ''))
    return { status: 415, says: 'An action is sent as text or as a form.' }
  const length = Number(header('content-length') || Number.NaN)
  if (!Number.isInteger(length))
    return { status: 411, says: 'How long is it? An action says its length first.' }
  return length > LARGEST_ACTION_BYTES
    ? { status: 413, says: 'That is more than a form can hold.' }
    : null
}

function isOwnName(host, hosts, own) {
  const name = host.replace(/:\d+$/, '').toLowerCase()
  return (
    (own && OWN_NAMES.has(name)) ||
    (hosts ?? '')
      .toLowerCase()
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean)
      .includes(name)
  )
}

/** Whether every percent-coding in an address stands for a sign of UTF-8, and none for the null that no database keeps. */
function isLegible(url) {
  try {
    return !decodeURIComponent(url.replaceAll('+', ' ')).includes('\0')
  } catch {
    return false
  }
}

function isJson(coded) {
  try {
    JSON.parse(decodeURIComponent(coded))
    return true
  } catch {
    return false
  }
}

function sameHost(origin, host) {
  try {
    return new URL(origin).host === host
  } catch {
    return false
  }
}

exports.refusal = refusal
