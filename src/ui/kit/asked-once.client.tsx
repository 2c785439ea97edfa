'use client'

import { Box, Flex } from '@chakra-ui/react'
import { Button } from './button.client'
import type { SentForm } from './sent-form.client'

/** What can hardly be, asked once before anything is written. */
export function AskedOnce({
  sent: { questions, busy, press },
  yes,
}: {
  sent: SentForm
  yes: string
}) {
  if (questions.length === 0) return null
  return (
    <Box role="alert" mt={3} borderLeft="3px solid" borderColor="clay" pl={3}>
      {questions.map((question) => (
        <Box key={question} className="serif">
          {question}
        </Box>
      ))}
      <Flex gap={4} mt={1.5} align="center" wrap="wrap">
        <Button look="paper" busy={busy} onClick={press({ stands: true })}>
          {yes}
        </Button>
        <Box as="span" fontSize="sm" color="pencil">
          or change it above; nothing is written yet.
        </Box>
      </Flex>
    </Box>
  )
}
