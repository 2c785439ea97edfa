'use client'

import { useEffect, useRef, useState } from 'react'
import { useForm, type UseFormReturn } from 'react-hook-form'
import type { Answer, Refusal, Sending } from '../ask.client'
import { useMeasures } from '../measures.client'
import { useSending } from '../use-sending.client'
import { useDraft, type DraftState } from './use-draft.client'
import { canonicalValues, shownValues, type UnitOf } from './measured-values'

export type Values = Record<string, string>
interface Options<T> {
  initial: Values
  /** The stamp of what the form shows, when it changes what stands. */
  seen?: string | null
  /** The canonical unit of each field: it is shown and typed as the keeper measures, and sent canonical. */
  units?: UnitOf
  /** Where what is typed is kept until it is sent; null: nowhere. */
  draft: string | null
  /** `stands`: the keeper was asked whether it can be, and says it is so. */
  onSend: (values: Values, sending: Sending, stands: boolean) => Promise<Answer<T>>
  /** Called with what the action gave; gives the sentence to show. */
  onDone: (value: T, form: UseFormReturn<Values>) => string | null
}
/** How a form is pressed: for the first time, over what another wrote meanwhile (with its stamp), or standing by what was asked about. */
interface Press {
  overruling?: string
  stands?: boolean
}
export interface SentForm {
  form: UseFormReturn<Values>
  busy: boolean
  refusal: Refusal | null
  /** What is asked before anything is written. */
  questions: readonly string[]
  /** What was done, in a sentence. */
  said: string | null
  /** What is wrong with the form as a whole, or with a field that is not shown. */
  problem: string | undefined
  /** What was typed before and not sent. */
  draft: DraftState
  problemOf: (name: string) => string | undefined
  press: (press?: Press) => (event?: React.BaseSyntheticEvent) => void
}

/**
 * The one engine of every form that is sent: problems stand at their field and the eye is led to the first, what was typed stays, what
 * another wrote meanwhile is told before it is written over, and pressing again after a lost answer writes once.
 */
export function useSentForm<T>({
  initial,
  seen,
  units = NO_UNITS,
  draft: place,
  onSend,
  onDone,
}: Options<T>): SentForm {
  const measures = useMeasures()
  const { busy, refusal, send } = useSending(seen ?? null)
  const form = useForm<Values>({ defaultValues: shownValues(initial, units, measures) })
  const draft = useDraft(place, form, units)
  const [said, setSaid] = useState<string | null>(null)
  const [questions, setQuestions] = useState<readonly string[]>([])
  // What was asked is about what was sent: with another value in a field it is gone.
  useEffect(
    () => form.subscribe({ formState: { values: true }, callback: () => setQuestions([]) }),
    [form],
  )
  useShownAnew(form, seen ?? null, () => shownValues(initial, units, measures))
  const press = ({ overruling, stands = false }: Press = {}) => {
    const submit = form.handleSubmit(async (values) => {
      setSaid(null)
      const canonical = canonicalValues(values, initial, units, measures)
      const answer = await send(
        (sending) => onSend(canonical, { ...sending, stands }, stands),
        overruling,
      )
      setQuestions(answer.ok ? [] : asked(answer))
      if (answer.ok) {
        setSaid(onDone(answer.value, form))
        draft.sent()
      } else if (!answer.overtaken) placeProblems(form, answer)
    })
    return (event?: React.BaseSyntheticEvent) => void submit(event)
  }
  const { errors } = form.formState
  return {
    form,
    busy,
    refusal,
    questions,
    said,
    draft,
    problem: errors.root?.message,
    problemOf: (name) => errors[name]?.message,
    press,
  }
}

/** When what stands was changed elsewhere on the page (a former version brought back), a form in which nothing waits shows it. */
function useShownAnew(form: UseFormReturn<Values>, seen: string | null, show: () => Values): void {
  const { isDirty } = form.formState
  const shown = useRef(seen)
  useEffect(() => {
    if (shown.current === seen) return
    shown.current = seen
    if (!isDirty) form.reset(show())
    // Only another stamp asks for it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [seen])
}

const NO_UNITS: UnitOf = () => ''

const asked = ({ problems }: Refusal): string[] =>
  problems.filter(({ field }) => field === 'question').map(({ says }) => says)

/** Each problem at its field, what belongs to none at the foot; the eye is led to the first. */
function placeProblems(form: UseFormReturn<Values>, { problems }: Refusal): void {
  const fields = form.control._names.mount
  const faults = problems.filter(({ field }) => field !== 'question')
  const homeless = faults.filter(({ field }) => !fields.has(field))
  if (homeless.length > 0)
    form.setError('root', { message: homeless.map(({ says }) => says).join(' ') })
  const placed = faults.filter(({ field }) => fields.has(field))
  for (const { field, says } of placed) form.setError(field, { message: says })
  const first = [...fields].find((name) => placed.some(({ field }) => field === name))
  if (first) form.setFocus(first)
}
