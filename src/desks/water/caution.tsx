import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** A caution at the step where it counts: short, every time. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <Box as="p" fontSize="sm" borderLeft="3px solid" borderColor="clay" pl={3} py={0.5} my={2}>
      <Box as="b" color="clay">
        Mind.
      </Box>{' '}
      {children}
    </Box>
  )
}
