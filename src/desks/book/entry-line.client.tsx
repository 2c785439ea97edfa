'use client'

import { ask, sayProblems } from '@/ui/ask.client'
import { stillBusy } from '@/ui/kit/button.client'
import NextLink from '@/ui/page-link'
import { useState, useTransition } from 'react'
import { strike } from './actions'
import css from './entry-line.module.css'
import { useStruckNotice } from './struck-notice.client'

interface Props {
  slug: string
  id: string
  time: string
  says: string
  note: string | null
  voided: boolean
  edited: boolean
  glance: boolean
  expected: string | null
}

/** One line of the book, with its right to be edited or struck out; what is struck out can be brought back at once or later. */
export function EntryLine({ slug, id, time, says, note, voided, edited, glance, expected }: Props) {
  const notice = useStruckNotice()
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, start] = useTransition()
  const set = (next: boolean) =>
    start(async () => {
      const answer = await ask(() => strike(slug, id, next))
      if (answer.ok) notice({ id, says, struck: next })
      setProblem(answer.ok ? null : sayProblems(answer))
    })
  return (
    <li className={css.line} data-entry={id}>
      <span className={css.time}>{time}</span>
      <div className={css.told}>
        <span className={voided ? css.struck : undefined}>{says}</span>
        {glance ? <span className={css.aside}> at a glance</span> : null}
        {expected ? <span className={css.aside}> · pencilled {expected}</span> : null}
        {edited ? <span className={css.aside}> · has a history</span> : null}
        {note ? <div className={`serif ${css.note}`}>{note}</div> : null}
        {problem ? (
          <div role="alert" className={css.problem}>
            {problem}
          </div>
        ) : null}
      </div>
      <div className={css.acts}>
        {voided ? (
          <button type="button" className={css.act} onClick={() => set(false)} {...stillBusy(busy)}>
            bring back
          </button>
        ) : (
          <>
            <NextLink href={`/tanks/${slug}/book?entry=${id}`} aria-label={`edit ${says}`}>
              edit
            </NextLink>
            <button
              type="button"
              className={css.act}
              onClick={() => set(true)}
              {...stillBusy(busy)}
              aria-label={`strike out ${says}`}
            >
              strike out
            </button>
          </>
        )}
      </div>
    </li>
  )
}
