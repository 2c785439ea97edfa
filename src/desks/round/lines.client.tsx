'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { ShownForm } from '@/core/journal/written'
import type { RoundLine } from '@/core/routine/round/answers'
import { defaultsFor, EntryField, unitOf } from '@/ui/entry/entry-fields.client'
import type { FormContext } from '@/ui/entry/form-context'
import { ask, NO_ANSWER } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { DraftNotice } from '@/ui/kit/draft-notice.client'
import { FormFoot } from '@/ui/kit/form-foot.client'
import { useSentForm } from '@/ui/kit/sent-form.client'
import { newId } from '@/ui/new-id'
import { readLine } from './actions'

interface Props {
  slug: string
  station: string
  forms: readonly ShownForm[]
  context: FormContext
  /** Where a thing first seen here is, as the form has it. */
  place: string
  walkedAt: string | null
  lines: readonly RoundLine[]
  onAdd: (line: RoundLine) => void
  onDrop: (id: string) => void
  /** Until what was answered before is heard. */
  through: () => Promise<void>
}

/** What is written down at a station beside its questions: a first sighting, a change, a clean-up, a remark. It goes into the book with the round. */
export function Lines({ forms, lines, onDrop, ...rest }: Props) {
  const [open, setOpen] = useState<ShownForm | null>(null)
  return (
    <Box mt={5}>
      {lines.length > 0 ? (
        <Box as="ul" listStyleType="none" p={0} m={0} mb={2}>
          {lines.map((line) => (
            <Flex as="li" key={line.id} gap={3} align="baseline">
              <Box as="span" className="serif">
                {line.says ?? 'not read yet; it will be when the round is inked'}
              </Box>
              <Button look="faint" size="line" onClick={() => onDrop(line.id)}>
                take out
              </Button>
            </Flex>
          ))}
        </Box>
      ) : null}
      <Flex gap={4} align="center" wrap="wrap" role="group" aria-label="Write down here">
        <Box className="serif">Write down</Box>
        {forms.map((form) => (
          <Button
            key={form.kind}
            look="quiet"
            size="thumb"
            aria-expanded={open?.kind === form.kind}
            onClick={() => setOpen(open?.kind === form.kind ? null : form)}
          >
            {form.says}
          </Button>
        ))}
      </Flex>
      {open ? (
        <LineForm key={open.kind} form={open} {...rest} onClose={() => setOpen(null)} />
      ) : null}
    </Box>
  )
}

function LineForm({
  slug,
  station,
  form: spec,
  context,
  place,
  walkedAt,
  onAdd,
  onClose,
  through,
}: Omit<Props, 'forms' | 'lines' | 'onDrop'> & { form: ShownForm; onClose: () => void }) {
  const sent = useSentForm<RoundLine>({
    draft: `draft round ${slug} ${station} ${spec.kind}`,
    initial: { ...defaultsFor(spec.fields, context), ...placed(spec, context, place) },
    units: (name, values) => {
      const field = spec.fields.find((one) => one.name === name)
      return field ? unitOf(field, values) : ''
    },
    onSend: async (fields) => {
      const line = { id: newId(), station, kind: spec.kind, fields, says: null }
      await through()
      const answer = await ask(() => readLine(slug, line, walkedAt))
      if (answer.ok) return { ok: true, value: { ...line, says: answer.value } }
      // Without an answer it is kept as it was typed, and read when the round is inked.
      return answer.problems[0].says === NO_ANSWER ? { ok: true, value: line } : answer
    },
    onDone: (line) => {
      onAdd(line)
      onClose()
      return null
    },
  })
  return (
    <chakra.form
      onSubmit={sent.press()}
      noValidate
      bg="margin"
      p={4}
      mt={2}
      aria-label={`In this round: ${spec.says}`}
    >
      <DraftNotice draft={sent.draft} />
      <Flex gap={4} wrap="wrap" align="flex-start">
        {spec.fields.map((field, i) => (
          <EntryField
            key={field.name}
            field={field}
            form={sent.form}
            context={context}
            first={i === 0}
          />
        ))}
      </Flex>
      {spec.hint ? (
        <Box fontSize="sm" color="pencil" mt={2}>
          {spec.hint}
        </Box>
      ) : null}
      <FormFoot sent={sent} submit="Put it in the round" />
    </chakra.form>
  )
}

/** A place of the station, for a form that asks where, as far as the form offers it. */
function placed(spec: ShownForm, { places }: FormContext, place: string) {
  const field = spec.fields.find(({ input }) => input === 'place')
  return field && places.some(({ id }) => id === place) ? { [field.name]: place } : {}
}
