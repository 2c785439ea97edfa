'use client'

import { useEffect, useRef } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { sayUnit, unitsOf } from '@/core/journal/kinds/reading'
import { usualMethod } from '@/core/journal/kinds/usual-method'
import { isParameter } from '@/core/quantity/units'
import type { ShownField } from '@/core/journal/written'
import type { Measures } from '@/core/quantity/measures'
import { Input, Select } from '../kit/input.client'
import { Labelled, tiedTo } from '../kit/labelled.client'
import type { Values } from '../kit/sent-form.client'
import { useMeasures } from '../measures.client'
import type { FormContext } from './form-context'

/** The unit a parameter is read in, as the keeper measures. */
function usualUnit(parameter: string, measures: Measures): string {
  const units = unitsOf(parameter)
  const [first = ''] = units
  return units.includes(measures.unit(first)) ? measures.unit(first) : first
}

/** What stands behind a field, which may hang on what another holds. */
export function unitOf({ after, exceptFor }: ShownField, values: Readonly<Values>): string {
  if (!exceptFor) return after
  const [other, ...units] = exceptFor
  const found = units.find(([choices]) => choices.includes(values[other] ?? ''))
  return found ? found[1] : after
}

/** What each field of a kind begins with. */
export function defaultsFor(fields: readonly ShownField[], context: FormContext): Values {
  return Object.fromEntries(fields.map((field) => [field.name, initialOf(field, context)]))
}

function initialOf(field: ShownField, context: FormContext): string {
  const first = (list: readonly { id: string }[]) => list[0]?.id ?? ''
  switch (field.input) {
    case 'choice':
      return first(field.choices)
    case 'place':
      return field.optional ? '' : first(placesFor(field, context))
    case 'source':
      return context.usualSource
    case 'planting':
      return first(context.plantings)
    case 'population':
      return first(context.populations)
    case 'equipment':
      return first(context.equipment)
    case 'product':
      return first(context.products)
    default:
      return ''
  }
}

/** One field of a kind of entry, with its choices from what stands in the tank. */
export function EntryField({
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
  const options = optionsOf(field, context, parameter, form.watch(field.name) ?? '')
  // Another parameter has other units: one that no longer fits gives way to the usual one.
  const { setValue, getValues } = form
  useEffect(() => {
    const unit = getValues(field.name)
    if (field.input === 'unit' && !unitsOf(parameter, unit).includes(unit))
      setValue(field.name, usualUnit(parameter, measures))
  }, [field, parameter, getValues, setValue, measures])
  useProductsUnit(field, form, context)
  useKit(field, form, context)
  useUsualMethod(field, form, parameter)
  if (field.input === 'kit' && (options?.length ?? 0) < 2) return null
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

/** Another parameter is mostly tested another way, as long as the keeper said nothing of it. */
function useUsualMethod(field: ShownField, form: UseFormReturn<Values>, parameter: string): void {
  const { setValue, getFieldState, formState } = form
  const touched = field.name === 'method' && getFieldState('method', formState).isDirty
  // What stands in an entry is its own: only a parameter that becomes another brings its method.
  const former = useRef(parameter)
  useEffect(() => {
    if (former.current === parameter) return
    former.current = parameter
    if (field.name === 'method' && field.input === 'choice' && isParameter(parameter) && !touched)
      setValue('method', usualMethod(parameter))
  }, [field, parameter, setValue, touched])
}

/** A product is measured in its own unit. */
function useProductsUnit(
  field: ShownField,
  form: UseFormReturn<Values>,
  context: FormContext,
): void {
  const { setValue } = form
  const unit =
    field.name === 'unit' && field.input === 'choice'
      ? context.products.find((product) => product.id === form.watch('productId'))?.unit
      : undefined
  useEffect(() => {
    if (unit) setValue('unit', unit)
  }, [unit, setValue])
}

/** A kit brings its own unit and its way of reading. */
function useKit(field: ShownField, form: UseFormReturn<Values>, context: FormContext): void {
  const called = field.input === 'kit' ? (form.watch(field.name) ?? '') : ''
  const { setValue } = form
  useEffect(() => {
    const kit = context.kits.find((one) => one.name === called)
    if (!kit) return
    setValue('unit', kit.unit)
    setValue('method', kit.method)
  }, [called, context.kits, setValue])
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
  written: string,
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
    case 'kit':
      return [
        { id: '', says: 'no kit of mine' },
        ...context.kits
          .filter((kit) => kit.parameter === parameter)
          .map((kit) => ({ id: kit.name, says: kit.name })),
      ]
    case 'unit':
      return unitsOf(parameter, written).map((unit) => ({ id: unit, says: sayUnit(unit) }))
    default:
      return null
  }
}
