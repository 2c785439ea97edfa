'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useForm, useWatch, type UseFormReturn } from 'react-hook-form'
import { useState } from 'react'
import { sayProblems, type Answer, type Refusal, type Sending } from './ask.client'
import { Overtaken } from './overtaken'
import { PlainFieldBox, type PlainField } from './plain-field.client'
import { useSending } from './use-sending.client'

export type { PlainField }
type Values = Record<string, string>
interface Group {
  title: string
  fields: readonly PlainField[]
  hint?: string
}
interface Props {
  groups: readonly Group[]
  initial: Values
  submit: string
  onSend: (values: Values, sending: Sending) => Promise<Answer<string>>
  /** The stamp of what the form shows, when it changes what stands. */
  seen?: string
  /** Called with what the action gave; gives the sentence to show. */
  onDone: (value: string) => string
  /** Fields to empty after a success. */
  clear?: readonly string[]
}

/** A form of labelled fields in groups: problems stand at their field, nothing typed is lost. */
export function PlainForm({ groups, initial, submit, onSend, onDone, seen, clear = [] }: Props) {
  const { busy, refusal, send: sendOnce } = useSending(seen ?? null)
  const form = useForm<Values>({ defaultValues: initial })
  const [said, setSaid] = useState<string | null>(null)
  const watched = useWatch({ control: form.control })
  const isAsked = ({ onlyIf }: PlainField) =>
    !onlyIf || (watched[onlyIf.field] ?? '').startsWith(onlyIf.begins)
  const asked = groups.map((group) => ({ ...group, fields: group.fields.filter(isAsked) }))
  const send = (overruling?: string) =>
    form.handleSubmit(async (values) => {
      setSaid(null)
      const answer = await sendOnce((sending) => onSend(values, sending), overruling)
      if (!answer.ok) {
        if (!answer.overtaken) showProblems(form, asked, answer)
        return
      }
      setSaid(onDone(answer.value))
      for (const name of clear) form.setValue(name, '')
    })
  return (
    <chakra.form onSubmit={(event) => void send()(event)} noValidate>
      {asked.map((group) =>
        group.fields.length > 0 ? <Fields key={group.title} group={group} form={form} /> : null,
      )}
      {refusal?.overtaken ? (
        <Overtaken
          says={sayProblems(refusal)}
          busy={busy}
          onInsist={() => void send(refusal.overtaken)()}
        />
      ) : null}
      <Flex gap={4} align="center" mt={2}>
        <chakra.button
          type="submit"
          disabled={busy}
          minH="44px"
          px={5}
          bg="ink"
          color="paper"
          cursor="pointer"
        >
          {submit}
        </chakra.button>
        <Outcome said={said} problem={form.formState.errors.root?.message} />
      </Flex>
    </chakra.form>
  )
}

/** Each problem at its field, what belongs to none at the foot; the eye is led to the first. */
function showProblems(form: UseFormReturn<Values>, groups: readonly Group[], refusal: Refusal) {
  const names = groups.flatMap(({ fields }) => fields.map(({ name }) => name))
  const homeless = refusal.problems.filter(({ field }) => !names.includes(field))
  if (homeless.length > 0)
    form.setError('root', { message: homeless.map(({ says }) => says).join(' ') })
  for (const { field, says } of refusal.problems)
    if (names.includes(field)) form.setError(field, { message: says })
  const first = names.find((name) => refusal.problems.some(({ field }) => field === name))
  if (first) form.setFocus(first)
}

function Fields({ group, form }: { group: Group; form: UseFormReturn<Values> }) {
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
            register={form.register(field.name)}
            problem={form.formState.errors[field.name]?.message}
          />
        ))}
      </Flex>
      {group.hint ? (
        <Box fontSize="sm" color="pencil" mt={1} maxW="640px">
          {group.hint}
        </Box>
      ) : null}
    </Box>
  )
}

function Outcome({ said, problem }: { said: string | null; problem: string | undefined }) {
  return (
    <Box aria-live="polite">
      {said ? (
        <Box as="span" color="moss">
          {said}
        </Box>
      ) : null}
      {problem ? (
        <Box as="span" role="alert" color="clay">
          {problem}
        </Box>
      ) : null}
    </Box>
  )
}
