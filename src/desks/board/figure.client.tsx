'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { isMeasured } from '@/core/quantity/measures'
import { readNumber } from '@/core/quantity/read-number'
import { Input } from '@/ui/kit/input.client'
import { useMeasures } from '@/ui/measures.client'

/** A figure of the selected thing: taken over by Enter or on leaving the field. What is no number leaves all as it was. */
export function Figure({
  label,
  cm,
  unit = 'cm',
  onSay,
  onEmpty,
}: {
  label: string
  /** Null: not said. In `unit`, where that is none of length. */
  cm: number | null
  unit?: string
  onSay: (value: number) => void
  /** What an emptied field means; without it an emptied field leaves all as it was. */
  onEmpty?: () => void
}) {
  const measures = useMeasures()
  const measured = isMeasured(unit) && cm !== null
  const shown = measured ? String(measures.typed(cm, unit)) : String(cm ?? '')
  const [typed, setTyped] = useState<string | null>(null)
  const take = () => {
    setTyped(null)
    if (typed === null) return
    if (typed.trim() === '') return onEmpty?.()
    const read = readNumber(typed, label)
    if (read.ok) onSay(isMeasured(unit) ? measures.back(read.value, unit) : read.value)
  }
  return (
    <Box as="label" fontSize="sm">
      <Box as="span" display="block" color="pencil">
        {label}
      </Box>
      <Flex align="center" gap={1}>
        <Input
          w="58px"
          inputMode="decimal"
          aria-label={label}
          value={typed ?? shown}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={take}
          onKeyDown={(event) => {
            if (event.key === 'Enter') take()
          }}
        />
        <span>{isMeasured(unit) ? measures.unit(unit) : unit}</span>
      </Flex>
    </Box>
  )
}
