'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { unitsOf } from '@/core/journal/kinds/reading'
import type { ShownField, ShownForm } from '@/core/journal/written'
import { sayProblems } from '@/ui/ask.client'
import { Overtaken } from '@/ui/overtaken'
import NextLink from '@/ui/page-link'
import { useSending } from '@/ui/use-sending.client'
import { logEntry } from './actions'
import type { FormContext } from './form-context'

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
type Values = Record<string, string>
const box = {
  border: '1px solid',
  borderColor: 'graphite',
  bg: 'paper',
  px: 2,
  minH: '42px',
  borderRadius: 0,
  maxW: '100%',
} as const

/** The form of one kind of entry. What is wrong is said at its field; what was typed stays. */
export function LogForm({ slug, form: spec, at, context, initial, note, replaces }: Props) {
  const router = useRouter()
  const form = useForm<Values>({
    defaultValues: { at, note, ...defaultsFor(spec.fields, context), ...initial },
  })
  const [written, setWritten] = useState<string | null>(null)
  const { busy, refusal, send: sendOnce } = useSending()
  const [questions, setQuestions] = useState<readonly string[]>([])
  const { errors } = form.formState
  const fresh = replaces === null
  const submit = fresh ? 'Ink it' : 'Change it'
  const send = (stands: boolean, revision = replaces?.revision) =>
    form.handleSubmit(async ({ at: when, note: words, ...fields }) => {
      setWritten(null)
      const answer = await sendOnce((sending) =>
        logEntry(
          slug,
          {
            replaces: replaces && revision ? { id: replaces.id, revision } : null,
            kind: spec.kind,
            at: when,
            note: words ?? '',
            fields,
            stands,
          },
          sending,
        ),
      )
      setQuestions(
        answer.ok
          ? []
          : answer.problems
              .filter((problem) => problem.field === 'question')
              .map((problem) => problem.says),
      )
      if (!answer.ok) {
        if (answer.overtaken || answer.problems.every((problem) => problem.field === 'question'))
          return
        for (const problem of answer.problems) {
          const known = ['at', 'note', ...spec.fields.map((field) => field.name)].includes(
            problem.field,
          )
          form.setError(known ? problem.field : 'root', { message: problem.says })
        }
        const first = answer.problems.find((problem) =>
          spec.fields.some((field) => field.name === problem.field),
        )
        if (first) form.setFocus(first.field)
        return
      }
      setWritten(fresh ? 'Written down.' : 'Changed; the former version is kept.')
      if (fresh)
        form.reset({
          ...form.getValues(),
          ...Object.fromEntries(
            spec.fields
              .filter((field) => field.input === 'number' || field.input === 'text')
              .map((field) => [field.name, '']),
          ),
          note: '',
        })
      router.refresh()
    })
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
      onSubmit={(event) => void send(false)(event)}
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
      <Flex gap={4} wrap="wrap" align="flex-start">
        {spec.fields.map((field, i) => (
          <FieldBox
            key={field.name}
            field={field}
            form={form}
            context={context}
            first={i === 0 && fresh}
          />
        ))}
        <Labelled label="When" name="at" problem={errors.at?.message}>
          <chakra.input
            type="datetime-local"
            {...form.register('at')}
            {...box}
            aria-invalid={Boolean(errors.at)}
            aria-describedby="at-problem"
            id="field-at"
          />
        </Labelled>
        <Labelled label="Remark" name="note" problem={errors.note?.message}>
          <chakra.input
            {...form.register('note')}
            {...box}
            w="240px"
            id="field-note"
            aria-invalid={Boolean(errors.note)}
          />
        </Labelled>
      </Flex>
      {questions.length > 0 ? (
        <Box role="alert" mt={3} borderLeft="3px solid" borderColor="clay" pl={3}>
          {questions.map((question) => (
            <Box key={question} className="serif">
              {question}
            </Box>
          ))}
          <Flex gap={4} mt={1.5} align="center" wrap="wrap">
            <chakra.button
              type="button"
              disabled={busy}
              onClick={(event) => void send(true)(event)}
              minH="44px"
              px={4}
              border="1px solid"
              borderColor="ink"
              bg="paper"
              cursor="pointer"
            >
              It is so: ink it
            </chakra.button>
            <Box as="span" fontSize="sm" color="pencil">
              or change the value above; nothing is written yet.
            </Box>
          </Flex>
        </Box>
      ) : null}
      {refusal?.overtaken ? (
        <Overtaken
          says={sayProblems(refusal)}
          busy={busy}
          onInsist={() => void send(false, Number(refusal.overtaken))()}
        />
      ) : null}
      <Flex gap={4} mt={3} align="center">
        <chakra.button
          type="submit"
          disabled={busy}
          minH="44px"
          px={5}
          bg="ink"
          color="paper"
          cursor="pointer"
        >
          {busy ? 'Writing …' : submit}
        </chakra.button>
        <Box aria-live="polite" fontSize="sm">
          {written ? (
            <Box as="span" color="moss">
              {written}
            </Box>
          ) : null}
          {errors.root ? (
            <Box as="span" color="clay" role="alert">
              {errors.root.message}
            </Box>
          ) : null}
        </Box>
      </Flex>
    </chakra.form>
  )
}

function defaultsFor(fields: readonly ShownField[], context: FormContext): Values {
  return Object.fromEntries(fields.map((field) => [field.name, initialOf(field, context)]))
}

function initialOf(field: ShownField, context: FormContext): string {
  switch (field.input) {
    case 'choice':
      return field.choices[0]?.id ?? ''
    case 'planting':
      return context.plantings[0]?.id ?? ''
    case 'place':
      return field.optional ? '' : (placesFor(field, context)[0]?.id ?? '')
    case 'population':
      return context.populations[0]?.id ?? ''
    case 'equipment':
      return context.equipment[0]?.id ?? ''
    case 'product':
      return context.products[0]?.id ?? ''
    case 'source':
      return context.usualSource
    default:
      return ''
  }
}

function FieldBox({
  field,
  form,
  context,
  first,
}: {
  field: ShownField
  form: UseFormReturn<Values>
  context: FormContext
  first: boolean
}) {
  const problem = form.formState.errors[field.name]?.message
  const shared = {
    ...form.register(field.name),
    ...box,
    id: `field-${field.name}`,
    'aria-invalid': Boolean(problem),
    'aria-describedby': problem ? `${field.name}-problem` : undefined,
    autoFocus: first,
  }
  const parameter = form.watch('parameter') ?? ''
  const options = optionsOf(field, context, parameter)
  // Another parameter has other units: one that no longer fits gives way to the usual one.
  const { setValue, getValues } = form
  useEffect(() => {
    if (field.input === 'unit' && !unitsOf(parameter).includes(getValues(field.name)))
      setValue(field.name, unitsOf(parameter)[0] ?? '')
  }, [field, parameter, getValues, setValue])
  // A product is measured in its own unit.
  const productUnit =
    field.name === 'unit' && field.input === 'choice'
      ? context.products.find((product) => product.id === form.watch('productId'))?.unit
      : undefined
  useEffect(() => {
    if (productUnit) setValue('unit', productUnit)
  }, [productUnit, setValue])
  return (
    <Labelled
      label={`${field.label}${field.optional ? ' (if known)' : ''}`}
      name={field.name}
      problem={problem}
      after={field.after}
    >
      {options ? (
        <chakra.select {...shared}>
          {options.map((option) => (
            <option key={option.id} value={option.id}>
              {option.says}
            </option>
          ))}
        </chakra.select>
      ) : (
        <chakra.input
          {...shared}
          inputMode={field.input === 'number' ? 'decimal' : undefined}
          w={field.input === 'number' ? '110px' : '220px'}
          autoComplete="off"
        />
      )}
    </Labelled>
  )
}

/** The places in the order of the field: what is mostly meant first. */
function placesFor({ prefer }: ShownField, { places }: FormContext) {
  if (prefer === null) return places
  const meant = (id: string) => id.startsWith(`${prefer}:`)
  return [...places.filter(({ id }) => meant(id)), ...places.filter(({ id }) => !meant(id))]
}

function optionsOf(
  field: ShownField,
  context: FormContext,
  parameter: string,
): { id: string; says: string }[] | null {
  switch (field.input) {
    case 'choice':
      return [...field.choices]
    case 'planting':
      return context.plantings
    case 'place':
      return field.optional
        ? [{ id: '', says: 'not said' }, ...placesFor(field, context)]
        : placesFor(field, context)
    case 'population':
      return context.populations
    case 'equipment':
      return [...context.equipment, { id: '', says: 'something else' }]
    case 'source':
      return [...context.sources, { id: '', says: 'not said' }]
    case 'product':
      return [...context.products, { id: '', says: 'something else' }]
    case 'unit':
      return unitsOf(parameter).map((unit) => ({ id: unit, says: unit }))
    default:
      return null
  }
}

function Labelled({
  label,
  name,
  problem,
  after,
  children,
}: {
  label: string
  name: string
  problem?: string
  after?: string
  children: React.ReactNode
}) {
  return (
    <Box maxW="280px">
      <chakra.label htmlFor={`field-${name}`} display="block" fontSize="sm" mb={1}>
        {label}
      </chakra.label>
      <Flex gap={1.5} align="center">
        {children}
        {after ? (
          <Box as="span" fontSize="sm" color="pencil">
            {after}
          </Box>
        ) : null}
      </Flex>
      {problem ? (
        <Box id={`${name}-problem`} role="alert" color="clay" fontSize="sm" mt={0.5}>
          {problem}
        </Box>
      ) : null}
    </Box>
  )
}
