'use client'

import dynamic from 'next/dynamic'
import { usePathname, useRouter } from 'next/navigation'
import { useEffect, useRef, useState, useSyncExternalStore } from 'react'
import { useDesks } from './desks.client'
import css from './frame.module.css'
import { STORAGE } from './keys-storage'

// A closed dialog would cost every page: it comes when it is asked for.
const KeysDialog = dynamic(() => import('./keys-dialog.client'), { ssr: false })

/** Single keys must not fire while somebody writes, and can be switched off (WCAG 2.1.4). */
function isWriting(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  )
}

function onStorage(changed: () => void): () => void {
  window.addEventListener('storage', changed)
  return () => window.removeEventListener('storage', changed)
}
const keysEnabled = () => window.localStorage.getItem(STORAGE) !== 'off'

/** On the bench the keys open the desks of the tank that needs it first. */
const firstOnBench = () =>
  document.querySelector<HTMLElement>('[data-first-tank]')?.dataset.firstTank

/** Opens the list of keys with `?`, and hears the desk keys wherever the reader is. */
export function KeysButton() {
  const [open, setOpen] = useState(false)
  const enabled = useSyncExternalStore(onStorage, keysEnabled, () => true)
  const router = useRouter()
  const path = usePathname()
  const desks = useDesks()
  const tank = /^\/tanks\/([^/]+)/.exec(path)?.[1]
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (!enabled || event.ctrlKey || event.metaKey || event.altKey || isWriting(event.target))
        return
      const go = (to: string) => {
        // The key must not be typed into a field that stands there by then.
        event.preventDefault()
        router.push(to)
      }
      if (event.key === '?') {
        event.preventDefault()
        setOpen(true)
      }
      if (event.key === '0') go('/')
      const desk = desks.find((candidate) => candidate.key === event.key.toLowerCase())
      const at = tank ?? firstOnBench()
      if (desk && at) go(`/tanks/${at}${desk.path}`)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [desks, enabled, router, tank])
  const button = useRef<HTMLButtonElement>(null)
  const close = () => {
    setOpen(false)
    button.current?.focus()
  }
  return (
    <>
      <button ref={button} type="button" className={css.keys} onClick={() => setOpen(true)}>
        <span className="for-keys">? keys</span>
        <span className="for-touch">measures</span>
      </button>
      {open ? <KeysDialog enabled={enabled} onClose={close} /> : null}
    </>
  )
}
