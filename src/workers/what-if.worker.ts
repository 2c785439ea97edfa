import { expose } from 'comlink'
import { BATCH, makeRuns, type WhatIfInput, type WhatIfResult } from '@/core/water/changes/what-if'

let ticket = 0

/** Lets a message in between two batches: a stop, or a newer question. */
const breathe = () => new Promise<void>((next) => setTimeout(next, 0))

const api = {
  /** Lives the runs, telling the share done; null when it was stopped or a newer question came. */
  async run(
    input: WhatIfInput,
    runs: number,
    seed: number,
    said: (share: number) => void,
  ): Promise<WhatIfResult | null> {
    const mine = ++ticket
    const steps = makeRuns(input, runs, seed)
    for (let done = 0; done < runs; done += BATCH) {
      steps.run(done, Math.min(runs, done + BATCH))
      said(Math.min(1, (done + BATCH) / runs))
      await breathe()
      if (mine !== ticket) return null
    }
    return steps.result()
  },
  stop(): void {
    ticket++
  },
}
export type WhatIfWorker = typeof api

expose(api)
