'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useId, useState } from 'react'
import type { UnitSystem } from '@/core/quantity/measures'
import { Tick } from '../kit/input.client'
import { useMeasures } from '../measures.client'

const YEAR_SECONDS = 31_536_000
const CHOICES: readonly { id: UnitSystem; says: string }[] = [
  { id: 'metric', says: 'cm, L, °C' },
  { id: 'US', says: 'in, gal, °F' },
]

function remember(system: UnitSystem): void {
  document.cookie = `units=${system}; path=/; max-age=${YEAR_SECONDS}; samesite=strict`
}

/** How this keeper measures, on every page and in every form. Kept in a cookie, so that the server already writes it so; what is stored does not change. */
export function UnitsChoice() {
  const [system, setSystem] = useState(useMeasures().system)
  const router = useRouter()
  const name = useId()
  const choose = (id: UnitSystem) => {
    setSystem(id)
    remember(id)
    router.refresh()
  }
  return (
    <Flex role="radiogroup" aria-label="Measures" gap={4} align="center" wrap="wrap" fontSize="sm">
      <Box as="span" color="pencil">
        I measure in
      </Box>
      {CHOICES.map(({ id, says }) => (
        <chakra.label key={id} display="inline-flex" gap={2} alignItems="center" minH="28px">
          <Tick type="radio" name={name} checked={system === id} onChange={() => choose(id)} />
          {says}
        </chakra.label>
      ))}
    </Flex>
  )
}
