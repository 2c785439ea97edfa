'use client'

import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { readNumber } from '@/core/quantity/read-number'

/** A number that stands in a sentence and can be changed there; what is no number stays in the field with its reason and changes nothing. */
export function NumberInSentence({
  label,
  value,
  onValue,
  min,
  max,
}: {
  label: string
  value: number
  onValue: (value: number) => void
  min: number
  max: number
}) {
  const [text, setText] = useState(String(value))
  const number = readNumber(text)
  const outside = number.ok && (number.value < min || number.value > max)
  const reason = outside ? `Between ${min} and ${max}, please.` : null
  const problem = number.ok ? reason : number.problem
  return (
    <>
      <chakra.input
        aria-label={label}
        aria-invalid={problem !== null}
        inputMode="decimal"
        value={text}
        w="3.6em"
        minH="32px"
        textAlign="center"
        fontWeight={650}
        bg="transparent"
        border={0}
        borderBottom="2px solid"
        borderColor={problem ? 'clay' : 'ink'}
        onChange={(event) => {
          setText(event.target.value)
          const next = readNumber(event.target.value)
          if (next.ok && next.value >= min && next.value <= max) onValue(next.value)
        }}
      />
      {problem ? (
        <Box as="span" role="alert" color="clay">
          {' '}
          {problem}
        </Box>
      ) : null}
    </>
  )
}
