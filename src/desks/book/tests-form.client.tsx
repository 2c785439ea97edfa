'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { METHODS, sayMethod, sayUnit, unitsOf } from '@/core/journal/kinds/reading'
import type { Method } from '@/core/journal/entry'
import { nameOf } from '@/core/quantity/parameter-name'
import type { Parameter } from '@/core/quantity/units'
import { AskedOnce } from '@/ui/kit/asked-once.client'
import { DraftNotice } from '@/ui/kit/draft-notice.client'
import { FormFoot } from '@/ui/kit/form-foot.client'
import { Input, Problem, Select } from '@/ui/kit/input.client'
import { Labelled, tiedTo } from '@/ui/kit/labelled.client'
import { useSentForm, type SentForm } from '@/ui/kit/sent-form.client'
import { logTests } from './tests-actions'

export interface TestRow {
  parameter: Parameter
  unit: string
  method: Method
}

/** Several tests of one sitting: a row a parameter, as it was tested the last time; what is left empty was not tested. */
export function TestsForm({
  slug,
  at,
  rows,
}: {
  slug: string
  at: string
  rows: readonly TestRow[]
}) {
  const sent = useSentForm<number>({
    draft: `draft ${slug} tests`,
    initial: {
      at,
      note: '',
      ...Object.fromEntries(
        rows.flatMap(({ parameter, unit, method }) => [
          [`value-${parameter}`, ''],
          [`unit-${parameter}`, unit],
          [`method-${parameter}`, method],
        ]),
      ),
    },
    onSend: (fields, sending, stands) => logTests(slug, fields, sending, stands),
    onDone: (written, form) => {
      for (const { parameter } of rows) form.setValue(`value-${parameter}`, '')
      form.setValue('note', '')
      if (rows.length > 0) form.setFocus(`value-${rows[0].parameter}`)
      return written === 1 ? 'One test written down.' : `${written} tests written down.`
    },
  })
  const { form, press, problemOf } = sent
  return (
    <chakra.form
      onSubmit={press()}
      noValidate
      border="1px solid"
      borderColor="ink"
      bg="margin"
      p={4}
      mt={2}
      mb={3}
      aria-label="Log several tests"
    >
      <Box as="h2" className="serif" fontSize="lg" mb={2}>
        Write down several tests
      </Box>
      <DraftNotice draft={sent.draft} />
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'auto 5.5rem 1fr', md: '9rem 110px auto 1fr' }}
        gap={2}
        alignItems="center"
        maxW="40rem"
      >
        {rows.map((row, i) => (
          <Row key={row.parameter} row={row} sent={sent} first={i === 0} />
        ))}
      </Box>
      <Flex gap={4} wrap="wrap" mt={3}>
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
      <Box fontSize="sm" color="pencil" mt={2}>
        What is left empty was not tested. Under the first field of a card, write &lt;5; over the
        last, &gt;80.
      </Box>
      <AskedOnce sent={sent} yes="It is so: ink them" />
      <FormFoot sent={sent} submit="Ink them" />
    </chakra.form>
  )
}

function Row({
  row: { parameter },
  sent: { form, problemOf },
  first,
}: {
  row: TestRow
  sent: SentForm
  first: boolean
}) {
  const name = nameOf(parameter)
  const value = `value-${parameter}`
  const problem = problemOf(value)
  return (
    <>
      <chakra.label htmlFor={`field-${value}`} className="serif">
        {name}
      </chakra.label>
      <Input
        {...form.register(value)}
        {...tiedTo(value, problem)}
        inputMode="decimal"
        autoComplete="off"
        autoFocus={first}
        minW={0}
      />
      <Select {...form.register(`unit-${parameter}`)} aria-label={`Unit of ${name}`} minW={0}>
        {unitsOf(parameter).map((unit) => (
          <option key={unit} value={unit}>
            {sayUnit(unit)}
          </option>
        ))}
      </Select>
      <Select
        {...form.register(`method-${parameter}`)}
        aria-label={`How ${name} was tested`}
        gridColumn={{ base: '1 / -1', md: 'auto' }}
      >
        {METHODS.map((method) => (
          <option key={method} value={method}>
            {sayMethod(method)}
          </option>
        ))}
      </Select>
      <Box gridColumn="1 / -1" display={problem ? 'block' : 'none'}>
        <Problem id={`${value}-problem`} says={problem} />
      </Box>
    </>
  )
}
