'use client'

import { Box, Flex } from '@chakra-ui/react'
import { sayProblems, type Answer, type Sending } from './ask.client'
import { Button } from './kit/button.client'
import { Problem } from './kit/input.client'
import { useSending } from './use-sending.client'

/** One thing that can be undone, and what it said when it could not. */
export function Again({
  says,
  button,
  onAgain,
}: {
  says: string
  button: string
  onAgain: (sending: Sending) => Promise<Answer<string>>
}) {
  const { busy, refusal, send } = useSending()
  const act = () => void send(onAgain)
  return (
    <Flex gap={3} align="center" wrap="wrap" py={1} fontSize="sm">
      {says ? (
        <Box as="span" color="pencil">
          {says}
        </Box>
      ) : null}
      <Button look="quiet" size="plain" busy={busy} onClick={act}>
        {button}
      </Button>
      <Problem says={refusal && sayProblems(refusal)} />
    </Flex>
  )
}
