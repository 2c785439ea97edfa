/** Browser tests run side by side, each worker against a server and a data directory of its own: what one writes, no other reads. */
export const WORKERS = 2
export const FIRST_PORT = 4190
