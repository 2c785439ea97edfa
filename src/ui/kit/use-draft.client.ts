'use client'

import { useEffect, useRef, useState } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { useMeasures } from '../measures.client'
import { keepOwn, leftBehind, letOwnGo, takeOver, takeUp, type Left } from './page-drawer.client'
import { canonicalValues, shownValues, type UnitOf } from './measured-values'

type Values = Record<string, string>
/** What was typed into a form and not sent: the fields that were touched, in canonical units. */
interface Draft {
  values: Values
}
/** A pause in typing after which what stands is kept. */
const PAUSE_MS = 300

export interface DraftState {
  /** When what stands here again was typed, in ms; null where nothing was taken up. */
  since: number | null
  /** What else was begun in this form, on pages that are closed by now, and waits. */
  others: readonly { page: string; at: number }[]
  /** Takes one of those up; what stands here waits in its place. */
  takeUp: (page: string) => void
  /** Empties the form of what was taken up. */
  afresh: () => void
  /** What was typed is written down: nothing is to be taken up any more. */
  sent: () => void
}

/**
 * Keeps what was typed into a form, in this browser, until it was sent; a page opened again takes it up. `place` names the form; null
 * for one that keeps nothing. Only fields the keeper touched are kept: what the page fills in by itself is filled in anew.
 */
export function useDraft(
  place: string | null,
  form: UseFormReturn<Values>,
  units: UnitOf,
): DraftState {
  const measures = useMeasures()
  const [since, setSince] = useState<number | null>(null)
  const [others, setOthers] = useState<readonly Left<unknown>[]>([])
  // Read here so that the form keeps count of what was touched.
  const { dirtyFields } = form.formState
  const touched = useRef(dirtyFields)
  useEffect(() => {
    touched.current = dirtyFields
  })
  const show = ({ value }: Left<Draft>) => {
    for (const [name, text] of Object.entries(shownValues(value.values, units, measures)))
      form.setValue(name, text, { shouldDirty: true })
  }
  useKeptWhileTyped(place, form, () =>
    keepDraft(place ?? '', touchedValues(form, touched.current), units, measures),
  )
  useEffect(() => {
    if (place === null) return
    let gone = false
    // After the page has come alive: it was drawn without what only this browser knows.
    void takeUp<unknown>(place).then(async (kept) => {
      if (gone) return
      if (isDraft(kept)) {
        show(kept)
        setSince(kept.at)
      }
      const left = (await leftBehind<unknown>(place)).filter(isDraft)
      if (!gone) setOthers(left)
    })
    return () => {
      gone = true
    }
    // The form and its place stand for as long as it does.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [place])
  return {
    since,
    others,
    takeUp: (page) => {
      const taken = place === null ? null : takeOver<unknown>(place, page)
      if (place === null || !isDraft(taken)) return
      form.reset()
      show(taken)
      setSince(taken.at)
      void leftBehind<unknown>(place).then((left) => setOthers(left.filter(isDraft)))
    },
    afresh: () => {
      if (place) letOwnGo(place)
      setSince(null)
      form.reset()
    },
    sent: () => {
      if (place) letOwnGo(place)
      setSince(null)
      // What stands now is where the next one begins: it counts as untouched.
      form.reset(form.getValues())
    },
  }
}

/** Calls `keep` after every pause in typing, and when the page is left in the midst of it. */
function useKeptWhileTyped(
  place: string | null,
  form: UseFormReturn<Values>,
  keep: () => void,
): void {
  const latest = useRef(keep)
  useEffect(() => {
    latest.current = keep
  })
  useEffect(() => {
    if (place === null) return
    let pause: ReturnType<typeof setTimeout> | null = null
    const keepNow = () => {
      if (pause) clearTimeout(pause)
      pause = null
      latest.current()
    }
    const watching = form.watch(() => {
      if (pause) clearTimeout(pause)
      pause = setTimeout(keepNow, PAUSE_MS)
    })
    const leave = () => {
      if (pause) keepNow()
    }
    window.addEventListener('pagehide', leave)
    return () => {
      leave()
      watching.unsubscribe()
      window.removeEventListener('pagehide', leave)
    }
  }, [place, form])
}

/** What is kept may have any shape: another Vivero wrote it, or a hand. */
function isDraft(kept: Left<unknown> | null): kept is Left<Draft> {
  const { values } = (kept?.value ?? {}) as { values?: unknown }
  return (
    typeof values === 'object' &&
    values !== null &&
    Object.values(values).every((text) => typeof text === 'string')
  )
}

const touchedValues = (form: UseFormReturn<Values>, dirty: Readonly<Record<string, unknown>>) =>
  Object.fromEntries(Object.entries(form.getValues()).filter(([name]) => dirty[name]))

function keepDraft(
  place: string,
  values: Values,
  units: UnitOf,
  measures: ReturnType<typeof useMeasures>,
): void {
  if (Object.keys(values).length === 0) letOwnGo(place)
  else keepOwn(place, { values: canonicalValues(values, {}, units, measures) } satisfies Draft)
}
