'use client'

import { useEffect, useRef, useState } from 'react'

/** Width in pixels of the element the ref is set on; `first` until the browser has measured it. */
export function useWidth<T extends HTMLElement>(
  first: number,
): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null)
  const [width, setWidth] = useState(first)
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return [ref, width]
}
