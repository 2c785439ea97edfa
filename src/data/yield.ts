/** Leaves the event loop to others for a turn: a stop, other pages, news on its way out. Long work does so between its stretches, and the built-in database does not do so by itself. */
export const yieldToOthers = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/** Requests that are being answered, and how many of them take their time by nature; counted by the server (`scripts/server.mjs`). */
const shared = globalThis as { viveroRequests?: { open: number; long: number } }
const requests = (shared.viveroRequests ??= { open: 0, long: 0 })

/** So long long work waits for others at one go, ms; it must end some day. */
const MOST_PATIENCE_MS = 150
const LOOK_EVERY_MS = 4

/** Lets whoever waits for an answer have it first: a page asks the database some ten times, and would wait for a step of long work each time. */
export async function othersFirst(): Promise<void> {
  await yieldToOthers()
  for (let waited = 0; requests.open > requests.long && waited < MOST_PATIENCE_MS;) {
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS))
    waited += LOOK_EVERY_MS
  }
}

/** Work of a request that takes its time: others go before it. Gives what is called when it is over. */
export function takesItsTime(): () => void {
  requests.long++
  return () => void requests.long--
}

/** So long may a stretch of work keep others waiting, ms. */
const STRETCH_MS = 20

/** Called often in a long loop: lets others in, by `between`, when the stretch has lasted. */
export function pacer(
  between: () => Promise<void> = yieldToOthers,
): () => Promise<void> | undefined {
  let began = performance.now()
  return () => {
    if (performance.now() - began < STRETCH_MS) return undefined
    return between().then(() => {
      began = performance.now()
    })
  }
}
