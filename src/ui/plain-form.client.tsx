'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useForm, useWatch } from 'react-hook-form'
import { useState } from 'react'
import { sayProblems, type Answer, type Sending } from './ask.client'
import { Overtaken } from './overtaken'
import { useSending } from './use-sending.client'

export interface PlainField {
  name: string
  label: string
  type: 'number' | 'text' | 'date' | 'time' | 'choice' | 'lines'
  choices?: readonly { id: string; says: string }[]
  after?: string
  /** Asked only while another field begins so. */
  onlyIf?: { field: string; begins: string }
}
interface Props {
  groups: readonly { title: string; fields: readonly PlainField[]; hint?: string }[]
  initial: Record<string, string>
  submit: string
  onSend: (values: Record<string, string>, sending: Sending) => Promise<Answer<string>>
  /** The stamp of what the form shows, when it changes what stands. */
  seen?: string
  /** Called with what the action gave; gives the sentence to show. */
  onDone: (value: string) => string
  /** Fields to empty after a success. */
  clear?: readonly string[]
}
const WIDTHS: Partial<Record<PlainField['type'], string>> = {
  number: '100px',
  time: '140px',
  date: '170px',
}
const box = {
  border: '1px solid',
  borderColor: 'graphite',
  bg: 'paper',
  px: 2,
  minH: '42px',
  borderRadius: 0,
  maxW: '100%',
} as const

/** A form of labelled fields in groups: problems stand at their field, nothing typed is lost. */
export function PlainForm({ groups, initial, submit, onSend, onDone, seen, clear = [] }: Props) {
  const { busy, refusal, send: sendOnce } = useSending(seen ?? null)
  const form = useForm<Record<string, string>>({ defaultValues: initial })
  const [said, setSaid] = useState<string | null>(null)
  const { errors } = form.formState
  const watched = useWatch({ control: form.control })
  const asked = ({ onlyIf }: PlainField) =>
    !onlyIf || (watched[onlyIf.field] ?? '').startsWith(onlyIf.begins)
  const names = groups.flatMap((group) => group.fields.map((field) => field.name))
  const send = (overruling?: string) =>
    form.handleSubmit(async (values) => {
      setSaid(null)
      const answer = await sendOnce((sending) => onSend(values, sending), overruling)
      if (!answer.ok && answer.overtaken) return
      if (answer.ok) {
        setSaid(onDone(answer.value))
        for (const name of clear) form.setValue(name, '')
        return
      }
      for (const problem of answer.problems)
        form.setError(names.includes(problem.field) ? problem.field : 'root', {
          message: problem.says,
        })
      const first = names.find((name) => answer.problems.some((problem) => problem.field === name))
      if (first) form.setFocus(first)
    })
  return (
    <chakra.form onSubmit={(event) => void send()(event)} noValidate>
      {groups.map((group) => (
        <Box as="fieldset" key={group.title} border={0} p={0} m={0} mb={4}>
          <Box as="legend" className="serif" fontWeight={620} fontSize="md" mb={1}>
            {group.title}
          </Box>
          <Flex gap={4} wrap="wrap">
            {group.fields.filter(asked).map((field) => {
              const problem = errors[field.name]?.message
              const shared = {
                ...form.register(field.name),
                ...box,
                id: `field-${field.name}`,
                'aria-invalid': Boolean(problem),
                'aria-describedby': problem ? `${field.name}-problem` : undefined,
              }
              return (
                <Box key={field.name} maxW="260px">
                  <chakra.label
                    htmlFor={`field-${field.name}`}
                    display="block"
                    fontSize="sm"
                    mb={1}
                  >
                    {field.label}
                  </chakra.label>
                  <Flex gap={1.5} align="center">
                    {field.type === 'choice' ? (
                      <chakra.select {...shared}>
                        {field.choices?.map((choice) => (
                          <option key={choice.id} value={choice.id}>
                            {choice.says}
                          </option>
                        ))}
                      </chakra.select>
                    ) : field.type === 'lines' ? (
                      <chakra.textarea {...shared} rows={4} w="240px" py={1.5} />
                    ) : (
                      <chakra.input
                        {...shared}
                        type={field.type === 'date' || field.type === 'time' ? field.type : 'text'}
                        inputMode={field.type === 'number' ? 'decimal' : undefined}
                        w={WIDTHS[field.type] ?? '220px'}
                        autoComplete="off"
                      />
                    )}
                    {field.after ? (
                      <Box as="span" fontSize="sm" color="pencil">
                        {field.after}
                      </Box>
                    ) : null}
                  </Flex>
                  {problem ? (
                    <Box id={`${field.name}-problem`} role="alert" color="clay" fontSize="sm">
                      {problem}
                    </Box>
                  ) : null}
                </Box>
              )
            })}
          </Flex>
          {group.hint ? (
            <Box fontSize="sm" color="pencil" mt={1} maxW="640px">
              {group.hint}
            </Box>
          ) : null}
        </Box>
      ))}
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
        <Box aria-live="polite">
          {said ? (
            <Box as="span" color="moss">
              {said}
            </Box>
          ) : null}
          {errors.root ? (
            <Box as="span" role="alert" color="clay">
              {errors.root.message}
            </Box>
          ) : null}
        </Box>
      </Flex>
    </chakra.form>
  )
}
