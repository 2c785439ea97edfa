'use client'

import { Lightbulb, LightbulbOff } from 'lucide-react'
import { useSyncExternalStore } from 'react'
import css from './frame.module.css'

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
    <button
      type="button"
      className={css.switch}
      onClick={toggle}
      aria-pressed={dark}
      aria-label="Lamp off"
      title={dark ? 'Lamp on' : 'Lamp off'}
    >
      {dark ? <LightbulbOff size={17} /> : <Lightbulb size={17} />}
    </button>
  )
}
