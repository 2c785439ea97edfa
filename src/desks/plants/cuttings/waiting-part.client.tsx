'use client'

import { Box, Flex } from '@chakra-ui/react'
import { WAIT_ENDS } from '@/core/journal/kinds/waited'
import { sayProblems } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { waitIsOver } from './actions'

/** One that waits, and the ends its wait can have. */
export function WaitingLine({
  slug,
  id,
  what,
  says,
  come,
}: {
  slug: string
  id: string
  what: string
  says: string
  come: boolean
}) {
  const { busy, refusal, send } = useSending()
  return (
    <Box py={2} borderBottom="1px solid" borderColor="rule">
      <Box color={come ? 'ink' : undefined} fontWeight={come ? 620 : undefined}>
        {says}.
      </Box>
      <Flex gap={2} wrap="wrap" mt={1}>
        {WAIT_ENDS.map((end) => (
          <Button
            key={end}
            look="quiet"
            size="plain"
            busy={busy}
            aria-label={`${end}: ${what}`}
            onClick={() => void send((sending) => waitIsOver(slug, id, end, sending))}
          >
            {end}
          </Button>
        ))}
      </Flex>
      <Problem says={refusal && sayProblems(refusal)} />
    </Box>
  )
}
