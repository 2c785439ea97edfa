'use client'

import { useEffect, useState } from 'react'

/** The usual size of type, px. */
const USUAL_PX = 16

/** How much larger than usual the page is set: on a large screen everything grows with its type (globals.css), drawings too. 1 until the browser has said. */
export function useTypeScale(): number {
  const [scale, setScale] = useState(1)
  useEffect(() => {
    const read = () =>
      setScale(
        Math.max(1, parseFloat(getComputedStyle(document.documentElement).fontSize) / USUAL_PX),
      )
    read()
    window.addEventListener('resize', read)
    return () => window.removeEventListener('resize', read)
  }, [])
  return scale
}
