'use client'

import { useEffect, useRef, type ReactNode } from 'react'

/** The row of vessels on the rail; where it is longer than the rail it is moved along until the open one stands in its middle. */
export function VesselsRow({
  open,
  className,
  children,
}: {
  open: string | null
  className: string
  children: ReactNode
}) {
  const row = useRef<HTMLUListElement>(null)
  useEffect(() => {
    const at = row.current?.querySelector<HTMLElement>('[aria-current=page]')
    if (!row.current || !at) return
    const [rail, item] = [row.current.getBoundingClientRect(), at.getBoundingClientRect()]
    row.current.scrollLeft += (item.left + item.right - rail.left - rail.right) / 2
  }, [open])
  return (
    <ul ref={row} className={className}>
      {children}
    </ul>
  )
}
