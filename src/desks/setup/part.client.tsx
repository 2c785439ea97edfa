'use client'

import { Box, Flex } from '@chakra-ui/react'
import { sayProblems, type Answer, type Sending } from '@/ui/ask.client'
import { useSending } from '@/ui/use-sending.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'

/** Which line of the page is open, and how another is opened. */
export type Items = (key: string) => { open: boolean; onToggle: () => void }

export function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box as="section" mb={6}>
      <Box
        as="h2"
        className="serif"
        fontSize="md"
        fontWeight={620}
        borderBottom="1px solid"
        borderColor="ink"
      >
        {title}
      </Box>
      {children}
    </Box>
  )
}

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
