'use client'

import { useEffect, useRef, useState } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { useMeasures } from '../measures.client'
import { forget, recall, remember } from './at-hand.client'
import { canonicalValues, shownValues, type UnitOf } from './measured-values'

type Values = Record<string, string>
/** What was typed into a form and not sent: the fields that were touched, in canonical units. */
interface Draft {
  at: number
  values: Values
}
/** A pause in typing after which what stands is kept. */
const PAUSE_MS = 300

export interface DraftState {
  /** When what stands here again was typed, in ms; null where nothing was taken up. */
  since: number | null
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
  // Read here so that the form keeps count of what was touched.
  const { dirtyFields } = form.formState
  const touched = useRef(dirtyFields)
  useEffect(() => {
    touched.current = dirtyFields
  })
  useEffect(() => {
    if (place === null) return
    // After the page has come alive: it was drawn without what only this browser knows.
    const takingUp = setTimeout(() => {
      const kept = draftAt(place)
      if (!kept) return
      const shown = shownValues(kept.values, units, measures)
      for (const [name, text] of Object.entries(shown))
        form.setValue(name, text, { shouldDirty: true })
      setSince(kept.at)
    })
    let pause: ReturnType<typeof setTimeout> | null = null
    const keep = () => {
      if (pause) clearTimeout(pause)
      pause = null
      keepDraft(place, touchedValues(form, touched.current), units, measures)
    }
    const watching = form.watch(() => {
      if (pause) clearTimeout(pause)
      pause = setTimeout(keep, PAUSE_MS)
    })
    const leave = () => {
      if (pause) keep()
    }
    window.addEventListener('pagehide', leave)
    return () => {
      clearTimeout(takingUp)
      leave()
      watching.unsubscribe()
      window.removeEventListener('pagehide', leave)
    }
    // The form and its place stand for as long as it does.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [place])
  return {
    since,
    afresh: () => {
      if (place) forget(place)
      setSince(null)
      form.reset()
    },
    sent: () => {
      if (place) forget(place)
      setSince(null)
      // What stands now is where the next one begins: it counts as untouched.
      form.reset(form.getValues())
    },
  }
}

function draftAt(place: string): Draft | null {
  const kept = recall<Partial<Draft>>(place)
  const fine =
    typeof kept?.at === 'number' &&
    typeof kept.values === 'object' &&
    kept.values !== null &&
    Object.values(kept.values).every((text) => typeof text === 'string')
  return fine ? (kept as Draft) : null
}

const touchedValues = (form: UseFormReturn<Values>, dirty: Readonly<Record<string, unknown>>) =>
  Object.fromEntries(Object.entries(form.getValues()).filter(([name]) => dirty[name]))

function keepDraft(
  place: string,
  values: Values,
  units: UnitOf,
  measures: ReturnType<typeof useMeasures>,
): void {
  if (Object.keys(values).length === 0) forget(place)
  else
    remember(place, {
      at: Date.now(),
      values: canonicalValues(values, {}, units, measures),
    } satisfies Draft)
}
