'use client'

import { useEffect, type RefObject } from 'react'
import type { BoardInHand } from './use-board.client'

/** Whatever a finger draws on or takes hold of says so in its style. */
const HELD = '[style*="touch-action: none"]'

/**
 * A finger that has hold of a thing, or draws, does not scroll the page, and two that draw it larger do not enlarge the page:
 * browsers heed `touch-action` on a drawing as a whole, not on what is in it.
 */
export function useHeldFingers(
  within: RefObject<HTMLElement | null>,
  { live }: Pick<BoardInHand, 'live'>,
): void {
  useEffect(() => {
    const box = within.current
    if (!box) return
    const hold = (event: TouchEvent) => {
      const held = event.target instanceof Element && event.target.closest(HELD) !== null
      if (event.cancelable && (held || event.touches.length > 1)) event.preventDefault()
    }
    const count = ({ touches }: TouchEvent) => live.setState({ fingers: touches.length })
    const heard = [
      ['touchmove', hold],
      ['touchstart', count],
      ['touchend', count],
      ['touchcancel', count],
    ] as const
    for (const [name, hear] of heard) box.addEventListener(name, hear, { passive: false })
    return () => {
      for (const [name, hear] of heard) box.removeEventListener(name, hear)
    }
  }, [within, live])
}
