'use client'

import { Box } from '@chakra-ui/react'
import type { ComponentProps } from 'react'
import { PlanView } from '@/ui/drawing/plan-view'
import { useWidth } from '@/ui/use-width.client'

/** The tank from above as wide as there is room, so that its letters stay as large as they were meant. */
export function PlanFitted({ width, left, ...plan }: ComponentProps<typeof PlanView>) {
  const [ref, room] = useWidth<HTMLDivElement>(width + left)
  return (
    <Box ref={ref} w={width + left + 4} maxW="100%">
      <PlanView {...plan} left={left} width={Math.min(width, room - left - 4)} />
    </Box>
  )
}
