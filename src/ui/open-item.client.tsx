'use client'

import css from './open-item.module.css'

/** A line of a list that opens to what can be done with it. */
export function OpenItem({
  mark,
  title,
  says,
  open,
  onToggle,
  children,
}: {
  mark?: React.ReactNode
  title: string
  says: string
  open: boolean
  onToggle: () => void
  children: React.ReactNode
}) {
  return (
    <div className={css.item}>
      <button type="button" onClick={onToggle} aria-expanded={open} className={css.line}>
        {mark}
        <span>
          <b>{title}</b> <span className={css.says}>{says}</span>
        </span>
      </button>
      {open ? <div className={css.inside}>{children}</div> : null}
    </div>
  )
}
