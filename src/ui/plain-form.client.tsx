'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { usePathname } from 'next/navigation'
import { useEffect } from 'react'
import { useWatch } from 'react-hook-form'
import { readNumber } from '@/core/quantity/read-number'
import type { Answer, Sending } from './ask.client'
import { AskedOnce } from './kit/asked-once.client'
import { DraftNotice } from './kit/draft-notice.client'
import { FormFoot } from './kit/form-foot.client'
import { useFocusOn } from './kit/use-focus-on.client'
import { useSentForm, type SentForm, type Values } from './kit/sent-form.client'
import { PlainFieldBox, type PlainField } from './plain-field.client'

export type { PlainField }
interface Group {
  title: string
  fields: readonly PlainField[]
  hint?: string
  /** What follows from what stands in the form, said below the group while it is typed; silent while a field of it is refused. */
  below?: (values: Values) => React.ReactNode
}
interface Props {
  groups: readonly Group[]
  initial: Values
  submit: string
  onSend: (values: Values, sending: Sending, stands: boolean) => Promise<Answer<string>>
  /** The stamp of what the form shows, when it changes what stands. */
  seen?: string
  /** Called with what the action gave; gives the sentence to show, which is what it gave unless said otherwise. */
  onDone?: (value: string) => string
  /** Fields to empty after a success. */
  clear?: readonly string[]
}

/** A form of labelled fields in groups. */
export function PlainForm({ groups, initial, submit, onSend, onDone, seen, clear = [] }: Props) {
  const pathname = usePathname()
  const sent = useSentForm<string>({
    draft: placeOf(pathname, submit, initial),
    initial,
    seen,
    units: (name) =>
      groups.flatMap(({ fields }) => fields).find((field) => field.name === name)?.after ?? '',
    onSend,
    onDone: (value, form) => {
      for (const name of clear) form.setValue(name, '')
      // The next one begins where this one did.
      if (clear.length > 0) form.setFocus(clear[0])
      return onDone ? onDone(value) : value
    },
  })
  useKeptBelow(groups, sent)
  const ref = useFocusOn<HTMLFormElement>()
  const watched = useWatch({ control: sent.form.control })
  const isAsked = ({ onlyIf }: PlainField) => {
    if (!onlyIf) return true
    const says = watched[onlyIf.field] ?? ''
    return 'begins' in onlyIf ? says.startsWith(onlyIf.begins) : says !== onlyIf.isNot
  }
  const asked = groups.map((group) => ({ ...group, fields: group.fields.filter(isAsked) }))
  return (
    <chakra.form ref={ref} onSubmit={sent.press()} noValidate>
      <DraftNotice draft={sent.draft} />
      {asked.map((group) =>
        group.fields.length > 0 ? (
          <Fields key={group.title} group={group} sent={sent} values={watched as Values} />
        ) : null,
      )}
      <AskedOnce
        sent={sent}
        yes={`It is so: ${submit.charAt(0).toLowerCase()}${submit.slice(1)}`}
      />
      <FormFoot sent={sent} submit={submit} />
    </chakra.form>
  )
}

/** Figures that keep their distance below another one move with it until somebody writes in them. */
function useKeptBelow(groups: readonly Group[], { form }: SentForm): void {
  // Read here so that the form keeps count of what was touched.
  const { dirtyFields, defaultValues } = form.formState
  const watched = useWatch({ control: form.control })
  useEffect(() => {
    for (const { name, below } of groups.flatMap(({ fields }) => fields)) {
      if (below === undefined || dirtyFields[name]) continue
      const [above, begun, own] = [
        watched[below],
        defaultValues?.[below],
        defaultValues?.[name],
      ].map((text) => readNumber(text ?? ''))
      if (!above.ok || !begun.ok || !own.ok || above.value <= begun.value - own.value) continue
      const next = String(Number((above.value - (begun.value - own.value)).toFixed(2)))
      if (watched[name] !== next) form.setValue(name, next)
    }
  }, [groups, form, watched, dirtyFields, defaultValues])
}

/** The place of a form’s draft: its page, what it does, and what it began with but for days, which move on by themselves. */
function placeOf(pathname: string, submit: string, initial: Values): string {
  const begun = Object.entries(initial).filter(([, text]) => !/^\d{4}-\d{2}-\d{2}/.test(text))
  return `draft ${pathname} ${submit} ${JSON.stringify(begun)}`
}

function Fields({ group, sent, values }: { group: Group; sent: SentForm; values: Values }) {
  return (
    <Box as="fieldset" border={0} p={0} m={0} mb={4}>
      {group.title ? (
        <Box as="legend" className="serif" fontWeight={620} fontSize="md" mb={1}>
          {group.title}
        </Box>
      ) : null}
      <Flex gap={4} wrap="wrap">
        {group.fields.map((field) => (
          <PlainFieldBox
            key={field.name}
            field={field}
            register={sent.form.register(field.name, { shouldUnregister: false })}
            problem={sent.problemOf(field.name)}
          />
        ))}
      </Flex>
      {group.below && !group.fields.some(({ name }) => sent.problemOf(name)) ? (
        <Box aria-live="polite" mt={1} maxW="40rem">
          {group.below(values)}
        </Box>
      ) : null}
      {group.hint ? (
        <Box fontSize="sm" color="pencil" mt={1} maxW="40rem">
          {group.hint}
        </Box>
      ) : null}
    </Box>
  )
}
