'use client'

import { useEffect, useState } from 'react'

const NAMES = [
  'paper',
  'ink',
  'pencil',
  'graphite',
  'rule',
  'water',
  'clay',
  'wash',
  'moss',
] as const
export type InkColours = Record<(typeof NAMES)[number], string>

function read(): InkColours {
  const style = getComputedStyle(document.documentElement)
  return Object.fromEntries(
    NAMES.map((name) => [name, style.getPropertyValue(`--chakra-colors-${name}`).trim()]),
  ) as InkColours
}

/** The page's colours as plain values for the chart library, following the lamp switch; null until the page stands. */
export function useInkColours(): InkColours | null {
  const [colours, setColours] = useState<InkColours | null>(null)
  useEffect(() => {
    const update = () => setColours(read())
    update()
    const observer = new MutationObserver(update)
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['class'] })
    return () => observer.disconnect()
  }, [])
  return colours
}
