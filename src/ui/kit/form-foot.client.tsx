'use client'

import { Box, Flex } from '@chakra-ui/react'
import { sayProblems } from '../ask.client'
import { Overtaken } from '../overtaken'
import { Button } from './button.client'
import { Problem } from './input.client'
import type { SentForm } from './sent-form.client'

/** The end of a form: what another wrote meanwhile, the one button, and what came of pressing it. */
export function FormFoot({ sent, submit }: { sent: SentForm; submit: string }) {
  const { busy, refusal, said, problem, press } = sent
  return (
    <>
      {refusal?.overtaken ? (
        <Overtaken
          says={sayProblems(refusal)}
          busy={busy}
          onInsist={press({ overruling: refusal.overtaken })}
        />
      ) : null}
      <Flex gap={4} align="center" mt={3}>
        <Button type="submit" busy={busy}>
          {busy ? 'Writing …' : submit}
        </Button>
        <Box aria-live="polite" fontSize="sm">
          {said ? (
            <Box as="span" color="moss">
              {said}
            </Box>
          ) : null}
          <Problem says={problem} />
        </Box>
      </Flex>
    </>
  )
}
