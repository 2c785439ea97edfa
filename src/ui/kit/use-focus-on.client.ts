'use client'

import { useLayoutEffect, useRef } from 'react'

/**
 * When a form leaves the page with the focus in it (what it spoke of is gone, or folded up), the focus goes on to what follows it, and not
 * back to the head of the page. Gives the ref of the form.
 */
export function useFocusOn<T extends HTMLElement>() {
  const ref = useRef<T>(null)
  useLayoutEffect(() => {
    const form = ref.current
    return () => {
      if (!form?.contains(document.activeElement)) return
      const following = nextAfter(form)
      // It is taken from the page after this.
      queueMicrotask(() => following.find((element) => element.isConnected)?.focus())
    }
  }, [])
  return ref
}

const FOCUSABLE = 'a[href], button, input, select, textarea'

function nextAfter(form: HTMLElement): HTMLElement[] {
  const main = form.closest('main') ?? document.body
  return [...main.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(
    (element) =>
      !form.contains(element) &&
      (form.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
  )
}
