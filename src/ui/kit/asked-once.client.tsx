'use client'

import { useLayoutEffect, useRef } from 'react'
import { Box, Flex } from '@chakra-ui/react'
import { Button } from './button.client'
import type { SentForm } from './sent-form.client'

/** What can hardly be, asked once before anything is written. */
export function AskedOnce({ sent, yes }: { sent: SentForm; yes: string }) {
  return sent.questions.length === 0 ? null : <Questions sent={sent} yes={yes} />
}

function Questions({ sent: { questions, busy, press }, yes }: { sent: SentForm; yes: string }) {
  const box = useFocusBack()
  return (
    <Box ref={box} role="alert" mt={3} borderLeft="3px solid" borderColor="clay" pl={3}>
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

/** The button goes with the question it answers; a focus that would go with it returns to the form’s own button. */
function useFocusBack() {
  const ref = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    const box = ref.current
    return () => {
      if (!box?.contains(document.activeElement)) return
      const submit = box.closest('form')?.querySelector<HTMLElement>('button[type=submit]')
      queueMicrotask(() => submit?.focus())
    }
  }, [])
  return ref
}
