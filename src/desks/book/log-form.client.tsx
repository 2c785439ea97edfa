'use client'

import type { Measures } from '@/core/quantity/measures'
import { useMeasures } from '@/ui/measures.client'
import { Box, chakra, Flex } from '@chakra-ui/react'
import { useEffect } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { unitsOf } from '@/core/journal/kinds/reading'
import type { ShownField, ShownForm } from '@/core/journal/written'
import NextLink from '@/ui/page-link'
import { logEntry } from './actions'
import type { FormContext } from './form-context'
import { Button } from '@/ui/kit/button.client'
import { FormFoot } from '@/ui/kit/form-foot.client'
import { Input, Select } from '@/ui/kit/input.client'
import { Labelled, tiedTo } from '@/ui/kit/labelled.client'
import { useSentForm, type Values } from '@/ui/kit/sent-form.client'

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
      return 'Written down.'
    },
  })
  const { form, questions, busy, press, problemOf } = sent
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
      {questions.length > 0 ? (
        <Box role="alert" mt={3} borderLeft="3px solid" borderColor="clay" pl={3}>
          {questions.map((question) => (
            <Box key={question} className="serif">
              {question}
            </Box>
          ))}
          <Flex gap={4} mt={1.5} align="center" wrap="wrap">
            <Button look="paper" disabled={busy} onClick={press({ stands: true })}>
              It is so: ink it
            </Button>
            <Box as="span" fontSize="sm" color="pencil">
              or change the value above; nothing is written yet.
            </Box>
          </Flex>
        </Box>
      ) : null}
      <FormFoot sent={sent} submit={fresh ? 'Ink it' : 'Change it'} />
    </chakra.form>
  )
}

/** The unit a parameter is read in, as the keeper measures. */
function usualUnit(parameter: string, measures: Measures): string {
  const units = unitsOf(parameter)
  const [first = ''] = units
  return units.includes(measures.unit(first)) ? measures.unit(first) : first
}

/** What stands behind a field, which may hang on what another holds. */
function unitOf({ after, exceptFor }: ShownField, values: Readonly<Values>): string {
  if (!exceptFor) return after
  const [other, choices, unit] = exceptFor
  return choices.includes(values[other] ?? '') ? unit : after
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
  const measures = useMeasures()
  const after = unitOf(field, field.exceptFor ? form.watch() : {})
  const problem = form.formState.errors[field.name]?.message
  const shared = {
    ...form.register(field.name),
    ...tiedTo(field.name, problem),
    autoFocus: first,
  }
  const parameter = form.watch('parameter') ?? ''
  const options = optionsOf(field, context, parameter)
  // Another parameter has other units: one that no longer fits gives way to the usual one.
  const { setValue, getValues } = form
  useEffect(() => {
    if (field.input === 'unit' && !unitsOf(parameter).includes(getValues(field.name)))
      setValue(field.name, usualUnit(parameter, measures))
  }, [field, parameter, getValues, setValue, measures])
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
      after={measures.unit(after)}
    >
      {options ? (
        <Select {...shared}>
          {options.map((option) => (
            <option key={option.id} value={option.id}>
              {option.says}
            </option>
          ))}
        </Select>
      ) : (
        <Input
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
