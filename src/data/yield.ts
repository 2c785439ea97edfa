/** Leaves the event loop to others for a turn: a stop, other pages, news on its way out. Long work does so between its stretches, and the built-in database does not do so by itself. */
export const yieldToOthers = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/** So long may a stretch of work keep others waiting, ms. */
const STRETCH_MS = 20

/** Called often in a long loop: yields when the stretch has lasted. */
export function pacer(): () => Promise<void> | undefined {
  let began = performance.now()
  return () => {
    if (performance.now() - began < STRETCH_MS) return undefined
    return yieldToOthers().then(() => {
      began = performance.now()
    })
  }
}
