'use client'

import { useEffect } from 'react'

/** Keeps the screen awake while this page is open, where the browser can: wet fingers do not wake a phone. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null
    let left = false
    const hold = async () => {
      if (!('wakeLock' in navigator) || document.visibilityState !== 'visible') return
      try {
        lock = await navigator.wakeLock.request('screen')
        if (left) void lock.release()
      } catch {
        // A phone low on power refuses; the round goes on.
      }
    }
    // The browser lets go whenever the page is hidden.
    const seenAgain = () => void hold()
    void hold()
    document.addEventListener('visibilitychange', seenAgain)
    return () => {
      left = true
      document.removeEventListener('visibilitychange', seenAgain)
      void lock?.release()
    }
  }, [])
}
