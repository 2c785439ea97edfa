'use client'

import { proxy, wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { WhatIfInput, WhatIfResult } from '@/core/water/changes/what-if'
import type { WhatIfWorker } from '@/workers/what-if.worker'

const RUNS = 1000
const SEED = 1400
/** A slider that rests this long is asked about. */
const REST_MS = 90

/** The what-if of an input, worked out in a worker: the last result stays until the next is there. */
export function useWhatIf(input: WhatIfInput): {
  result: WhatIfResult | null
  share: number | null
  stop: () => void
} {
  const [result, setResult] = useState<WhatIfResult | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const remote = useRef<{ worker: Worker; api: Remote<WhatIfWorker> } | null>(null)
  useEffect(() => {
    const worker = new Worker(new URL('../../../workers/what-if.worker.ts', import.meta.url), {
      type: 'module',
    })
    remote.current = { worker, api: wrap<WhatIfWorker>(worker) }
    return () => {
      worker.terminate()
      remote.current = null
    }
  }, [])
  useEffect(() => {
    let current = true
    const timer = setTimeout(() => {
      const api = remote.current?.api
      if (!api) return
      setShare(0)
      void api
        .run(
          input,
          RUNS,
          SEED,
          proxy((done: number) => {
            if (current) setShare(done)
          }),
        )
        .then((answer) => {
          if (!current) return
          setShare(null)
          if (answer) setResult(answer)
        })
    }, REST_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [input])
  const stop = useCallback(() => {
    void remote.current?.api.stop()
    setShare(null)
  }, [])
  return { result, share, stop }
}
