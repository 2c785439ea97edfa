'use client'

import { chakra } from '@chakra-ui/react'
import { Lightbulb, LightbulbOff } from 'lucide-react'
import { useSyncExternalStore } from 'react'

const YEAR_SECONDS = 31_536_000

function subscribe(changed: () => void): () => void {
  const observer = new MutationObserver(changed)
  observer.observe(document.documentElement, { attributes: true, attributeFilter: ['class'] })
  return () => observer.disconnect()
}
const isDark = () => document.documentElement.classList.contains('dark')

/** Paper for the day, lamp off for a dim room. Kept in a cookie so that the server already draws the right one. */
export function LampSwitch() {
  const dark = useSyncExternalStore(subscribe, isDark, () => false)
  const toggle = () => {
    document.documentElement.classList.toggle('dark', !dark)
    document.cookie = `lamp=${dark ? 'on' : 'off'}; path=/; max-age=${YEAR_SECONDS}; samesite=strict`
  }
  return (
    <chakra.button
      type="button"
      onClick={toggle}
      aria-pressed={dark}
      aria-label="Lamp off"
      title={dark ? 'Lamp on' : 'Lamp off'}
      p={1}
      minW="28px"
      minH="28px"
      cursor="pointer"
      color="ink"
    >
      {dark ? <LightbulbOff size={17} /> : <Lightbulb size={17} />}
    </chakra.button>
  )
}
