'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { METHODS, sayMethod, sayUnit, unitsOf } from '@/core/journal/kinds/reading'
import { usualMethod } from '@/core/journal/kinds/usual-method'
import type { Method } from '@/core/journal/entry'
import { nameOf } from '@/core/quantity/parameter-name'
import { isParameter, PARAMETERS } from '@/core/quantity/units'
import type { ColumnUse, Mapping } from '@/data/formats/sheet/mapping'
import { Button } from '@/ui/kit/button.client'
import { Select, Tick } from '@/ui/kit/input.client'
import type { SheetView } from './messages'

interface Props {
  fileName: string
  sheet: SheetView
  /** How it was read the last time, if it was. */
  former: Mapping | null
  onRead: (mapping: Mapping) => void
  onDrop: () => void
}

/** What each column of a keeper’s own sheet is: guessed from its heading, shown with some of its cells, and put right where the guess is wrong. */
export function Columns({ fileName, sheet, former, onRead, onDrop }: Props) {
  const { guess, headings, sample } = sheet
  const [columns, setColumns] = useState(former?.columns ?? guess.columns)
  const [dayOrder, setDayOrder] = useState<Mapping['dayOrder'] | null>(
    former?.dayOrder ?? (guess.askDayOrder ? null : guess.dayOrder),
  )
  const set = (i: number, use: ColumnUse) =>
    setColumns(columns.map((one, k) => (k === i ? use : one)))
  const lack = lackOf(columns, dayOrder)
  return (
    <Box mt={4}>
      <Box className="serif" fontSize="lg">
        <b>{fileName}</b>: {sheet.rows} {sheet.rows === 1 ? 'row' : 'rows'}.{' '}
        {former
          ? 'The columns are read as the last time.'
          : 'Are the columns read as you mean them?'}
      </Box>
      <Box role="status">{sayUnread(unreadOf(columns, headings, sample), columns.length)}</Box>
      {sheet.remarks.map((remark) => (
        <Box key={remark} color="pencil" fontSize="sm">
          {remark}
        </Box>
      ))}
      <Box overflowX="auto" mt={2} tabIndex={0} role="region" aria-label="Columns of the file">
        <Box as="table" fontSize="sm" css={{ borderCollapse: 'collapse' }}>
          <thead>
            <tr>
              {['column', 'is', 'some of it'].map((heading) => (
                <Box as="th" key={heading} textAlign="left" py={1} pr={4} fontWeight={560}>
                  {heading}
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {columns.map((use, i) => (
              <Column
                key={i}
                heading={headings[i]}
                use={use}
                guessed={!former && guess.guessedUnits.includes(i)}
                sample={sample.map((row) => row[i]).filter(Boolean)}
                onUse={(next) => set(i, next)}
              />
            ))}
          </tbody>
        </Box>
      </Box>
      {guess.askDayOrder ? <DayOrder order={dayOrder} onOrder={setDayOrder} /> : null}
      <Box role="status" fontSize="sm" color="clay" mt={2}>
        {lack}
      </Box>
      <Flex gap={4} mt={2}>
        <Button disabled={lack !== null} onClick={() => dayOrder && onRead({ columns, dayOrder })}>
          See what it adds
        </Button>
        <Button look="paper" onClick={onDrop}>
          Leave it
        </Button>
      </Flex>
    </Box>
  )
}

/** Columns that hold something and are not read, by their headings. */
const unreadOf = (
  columns: readonly ColumnUse[],
  headings: readonly string[],
  sample: readonly (readonly string[])[],
): string[] =>
  headings.filter(
    (heading, i) =>
      columns[i].as === 'nothing' && (heading !== '' || sample.some((row) => row[i] !== '')),
  )

/** “3 of 9 columns are not read: Futter, Laune, Licht.” */
function sayUnread(unread: readonly string[], of: number): string {
  if (unread.length === 0) return 'Every column is read.'
  const names = unread.map((heading) => (heading === '' ? 'one without a heading' : `“${heading}”`))
  return `${unread.length} of ${of} columns ${unread.length === 1 ? 'is' : 'are'} not read: ${names.join(', ')}. Say below what they are, or leave them.`
}

/** What must be said before the file can be read; null when all is. */
function lackOf(
  columns: readonly ColumnUse[],
  dayOrder: Mapping['dayOrder'] | null,
): string | null {
  const has = (...sorts: ColumnUse['as'][]) => columns.some(({ as }) => sorts.includes(as))
  if (!has('date')) return 'Say which column holds the date.'
  if (!has('reading', 'change', 'value')) return 'Say which column holds what was measured.'
  return dayOrder === null ? 'Say whether the day or the month comes first.' : null
}

/** Asked once for a file whose days can be read two ways. */
function DayOrder({
  order,
  onOrder,
}: {
  order: Mapping['dayOrder'] | null
  onOrder: (order: Mapping['dayOrder']) => void
}) {
  return (
    <Box as="fieldset" border={0} p={0} mt={3}>
      <Box as="legend" className="serif" fontSize="md">
        03/04 in this file is
      </Box>
      {(
        [
          ['day first', 'the 3rd of April'],
          ['month first', 'the 4th of March'],
        ] as const
      ).map(([which, says]) => (
        <label key={which} style={{ marginRight: 20 }}>
          <Tick
            type="radio"
            name="day-order"
            checked={order === which}
            onChange={() => onOrder(which)}
          />{' '}
          {says}
        </label>
      ))}
    </Box>
  )
}

const PLAIN = [
  ['nothing', 'nothing to read'],
  ['date', 'the date'],
  ['time', 'the time of day'],
  ['note', 'a remark'],
  ['change', 'how much water was changed'],
  ['name', 'what was tested (a test a row)'],
  ['value', 'the value (a test a row)'],
  ['unit', 'the unit (a test a row)'],
  ['method', 'how it was tested (a test a row)'],
] as const

function Column({
  heading,
  use,
  guessed,
  sample,
  onUse,
}: {
  heading: string
  use: ColumnUse
  guessed: boolean
  sample: readonly string[]
  onUse: (use: ColumnUse) => void
}) {
  const called = heading || 'without a heading'
  const cell = { py: 1, pr: 4, verticalAlign: 'middle' } as const
  return (
    <Box as="tr" borderTop="1px solid" borderColor="rule">
      <Box as="th" {...cell} textAlign="left" fontWeight={use.as === 'nothing' ? 430 : 620}>
        {called}
      </Box>
      <Box as="td" {...cell}>
        <Flex gap={2} wrap={{ base: 'wrap', md: 'nowrap' }} align="center">
          <Select
            aria-label={`${called} is`}
            value={use.as === 'reading' ? use.parameter : use.as}
            onChange={(event) => onUse(chosenUse(event.target.value))}
            minH="38px"
          >
            {PLAIN.map(([id, says]) => (
              <option key={id} value={id}>
                {says}
              </option>
            ))}
            {PARAMETERS.map((parameter) => (
              <option key={parameter} value={parameter}>
                {nameOf(parameter)}
              </option>
            ))}
          </Select>
          <Details called={called} use={use} guessed={guessed} onUse={onUse} />
        </Flex>
      </Box>
      <Box as="td" {...cell} color="pencil">
        {sample.slice(0, 3).join(' · ')}
      </Box>
    </Box>
  )
}

/** The unit and the method of a column that holds readings, the unit of one that holds changes. */
function Details({
  called,
  use,
  guessed,
  onUse,
}: {
  called: string
  use: ColumnUse
  guessed: boolean
  onUse: (use: ColumnUse) => void
}) {
  if (use.as === 'change')
    return (
      <Select
        aria-label={`Unit of ${called}`}
        value={use.unit}
        onChange={(event) => onUse({ ...use, unit: event.target.value as typeof use.unit })}
        minH="38px"
      >
        <option value="percent">percent</option>
        <option value="L">litres</option>
        <option value="gal">US gallons</option>
      </Select>
    )
  if (use.as !== 'reading') return null
  return (
    <>
      {use.parameter === 'pH' ? null : (
        <Select
          aria-label={`Unit of ${called}`}
          value={use.unit}
          onChange={(event) => onUse({ ...use, unit: event.target.value })}
          minH="38px"
        >
          {unitsOf(use.parameter).map((unit) => (
            <option key={unit} value={unit}>
              {sayUnit(unit)}
            </option>
          ))}
        </Select>
      )}
      <Select
        aria-label={`How ${called} was tested`}
        value={use.method}
        onChange={(event) => onUse({ ...use, method: event.target.value as Method })}
        minH="38px"
      >
        {METHODS.map((method) => (
          <option key={method} value={method}>
            {sayMethod(method)}
          </option>
        ))}
      </Select>
      {guessed ? (
        <Box as="span" color="pencil" whiteSpace="nowrap">
          unit guessed
        </Box>
      ) : null}
    </>
  )
}

function chosenUse(choice: string): ColumnUse {
  if (isParameter(choice))
    return {
      as: 'reading',
      parameter: choice,
      unit: choice === 'pH' ? 'pH' : (unitsOf(choice)[0] ?? ''),
      method: usualMethod(choice),
    }
  return choice === 'change'
    ? { as: 'change', unit: 'percent' }
    : ({ as: choice } as Exclude<ColumnUse, { as: 'reading' | 'change' }>)
}
