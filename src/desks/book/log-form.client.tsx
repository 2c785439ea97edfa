'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import type { ShownForm } from '@/core/journal/written'
import NextLink from '@/ui/page-link'
import { logEntry } from './actions'
import { defaultsFor, EntryField, unitOf } from '@/ui/entry/entry-fields.client'
import type { FormContext } from '@/ui/entry/form-context'
import { AskedOnce } from '@/ui/kit/asked-once.client'
import { DraftNotice } from '@/ui/kit/draft-notice.client'
import { FormFoot } from '@/ui/kit/form-foot.client'
import { Input } from '@/ui/kit/input.client'
import { Labelled, tiedTo } from '@/ui/kit/labelled.client'
import { useSentForm } from '@/ui/kit/sent-form.client'

interface Props {
  slug: string
  form: ShownForm
  at: string
  context: FormContext
  initial: Record<string, string>
  note: string
  /** The line to replace, with the revision shown; null for a new one. */
  replaces: { id: string; revision: number } | null
}

/** The form of one kind of entry. What is wrong is said at its field; what was typed stays. */
export function LogForm({ slug, form: spec, at, context, initial, note, replaces }: Props) {
  const fresh = replaces === null
  const sent = useSentForm({
    // A form filled in beforehand (a suggested change) is another than the blank one.
    draft: `draft ${slug} ${replaces?.id ?? spec.kind} ${JSON.stringify(replaces ? {} : initial)}`,
    initial: { at, note, ...defaultsFor(spec.fields, context), ...initial },
    seen: replaces && String(replaces.revision),
    units: (name, values) => {
      const field = spec.fields.find((one) => one.name === name)
      return field ? unitOf(field, values) : ''
    },
    onSend: ({ at: when, note: words, ...fields }, sending, stands) =>
      logEntry(
        slug,
        {
          replaces: replaces && { id: replaces.id, revision: Number(sending.seen) },
          kind: spec.kind,
          at: when,
          note: words ?? '',
          fields,
          stands,
        },
        sending,
      ),
    onDone: (_written, form) => {
      if (!fresh) return 'Changed; the former version is kept.'
      for (const { name, input } of spec.fields)
        if (input === 'number' || input === 'text') form.setValue(name, '')
      form.setValue('note', '')
      const next = spec.fields.find(({ input }) => input === 'number' || input === 'text')
      if (next) form.setFocus(next.name)
      return 'Written down.'
    },
  })
  const { form, press, problemOf } = sent
  const lacking = spec.fields.find(
    (field) =>
      (field.input === 'population' && context.populations.length === 0) ||
      (field.input === 'planting' && context.plantings.length === 0),
  )
  if (lacking)
    return (
      <Box border="1px solid" borderColor="ink" bg="margin" p={4} mt={2} mb={3} className="serif">
        {lacking.input === 'population'
          ? 'No animals are on paper yet.'
          : 'No planting is on paper yet.'}{' '}
        <NextLink href={`/tanks/${slug}/stands`}>Put them there first</NextLink>
      </Box>
    )
  return (
    <chakra.form
      onSubmit={press()}
      noValidate
      border={fresh ? '1px solid' : 'none'}
      borderColor="ink"
      bg="margin"
      p={fresh ? 4 : 0}
      mt={2}
      mb={3}
      aria-label={`Log ${spec.says}`}
    >
      {fresh ? (
        <Box as="h2" className="serif" fontSize="lg" mb={2}>
          Write down {spec.says}
        </Box>
      ) : null}
      <DraftNotice draft={sent.draft} />
      <Flex gap={4} wrap="wrap" align="flex-start">
        {spec.fields.map((field, i) => (
          <EntryField
            key={field.name}
            field={field}
            form={form}
            context={context}
            first={i === 0 && fresh}
          />
        ))}
        <Labelled label="When" name="at" problem={problemOf('at')}>
          <Input
            type="datetime-local"
            {...form.register('at')}
            {...tiedTo('at', problemOf('at'))}
          />
        </Labelled>
        <Labelled label="Remark" name="note" problem={problemOf('note')}>
          <Input {...form.register('note')} w="240px" {...tiedTo('note', problemOf('note'))} />
        </Labelled>
      </Flex>
      {spec.hint ? (
        <Box fontSize="sm" color="pencil" mt={2}>
          {spec.hint}
        </Box>
      ) : null}
      <AskedOnce sent={sent} yes="It is so: ink it" />
      <FormFoot sent={sent} submit={fresh ? 'Ink it' : 'Change it'} />
    </chakra.form>
  )
}
