import { Worker } from 'node:worker_threads'

/** A server that has not come round for so long will not come round: the longest honest stretch of work is a fraction of a second. */
const PATIENCE_SECONDS = 60

/**
 * Runs beside the server. It counts its own ticks and not the clock, so that a machine that slept does not look like a server that hangs.
 * Plain text, since a worker of a bundled program has no file of its own.
 */
const WATCH = `
const { workerData } = require('node:worker_threads')
const { writeSync } = require('node:fs')
const beats = new Int32Array(workerData.beats)
let last = -1
let silent = 0
setInterval(() => {
  const beat = Atomics.load(beats, 0)
  silent = beat === last ? silent + 1 : 0
  last = beat
  if (silent < workerData.patience) return
  writeSync(2, '\\nVivero has hung for ' + workerData.patience + ' seconds and ends itself. What it acknowledged is on the disk; start it again.\\n')
  process.kill(process.pid, 'SIGKILL')
}, 1000)
`

/** Ends this process with a sentence when its event loop stands still. Gives what calls the watch off. */
export function watchOver(patienceSeconds = PATIENCE_SECONDS): () => void {
  const shared = new SharedArrayBuffer(4)
  const beats = new Int32Array(shared)
  const beat = setInterval(() => Atomics.add(beats, 0, 1), 500)
  beat.unref()
  const worker = new Worker(WATCH, {
    eval: true,
    workerData: { beats: shared, patience: patienceSeconds },
  })
  worker.unref()
  return () => {
    clearInterval(beat)
    void worker.terminate()
  }
}
