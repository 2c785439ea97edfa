import { Worker } from 'node:worker_threads'
import { OVER, type Limits } from './limits'

const LOOK_EVERY_MS = 40

/**
 * Runs beside the reading, which may not come round for seconds: a file that takes more than it may ends the process that reads it, and no
 * other. Plain text, since a bundled program has no file of its own for a worker.
 */
const WATCH = `
const { workerData } = require('node:worker_threads')
const { writeSync } = require('node:fs')
const end = (why) => {
  writeSync(2, why)
  process.kill(process.pid, 'SIGKILL')
}
setInterval(() => {
  if (process.memoryUsage.rss() > workerData.bytes) end(workerData.memory)
  const { user, system } = process.cpuUsage()
  if ((user + system) / 1e6 > workerData.seconds) end(workerData.time)
}, workerData.every)
`

/** Ends this process when it takes more than it may. */
export function watchSelf({ megabytes, seconds }: Limits): void {
  const worker = new Worker(WATCH, {
    eval: true,
    workerData: { bytes: megabytes * 1e6, seconds, every: LOOK_EVERY_MS, ...OVER },
  })
  worker.unref()
}
