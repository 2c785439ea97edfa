/** A pause between two stretches of long work, so that what waits is heard: a stop, other pages, news on its way out. The built-in database does not leave the event loop by itself. */
export const breath = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))
