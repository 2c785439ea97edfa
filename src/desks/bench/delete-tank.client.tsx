'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { sayProblems } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { deleteForGood } from './actions'

/** The end of a tank that was put away: its file first, then its name typed, then it is gone. */
export function DeleteTank({ slug, name }: { slug: string; name: string }) {
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState('')
  const { busy, refusal, send } = useSending()
  if (!open)
    return (
      <Button look="clay" size="line" onClick={() => setOpen(true)}>
        delete {name} for good
      </Button>
    )
  return (
    <chakra.form
      mt={1}
      mb={3}
      pl={3}
      borderLeft="3px solid"
      borderColor="clay"
      onSubmit={(event) => {
        event.preventDefault()
        void send(() => deleteForGood(slug, typed))
      }}
    >
      <Box>
        All its record goes from here. A copy that holds it is made and opened first, and kept for
        30 days: restoring it brings back all as it is now.{' '}
        <Box asChild color="water" textDecoration="underline">
          <a href={`/api/tanks/${slug}/tank-file`} download>
            Keep its tank file first
          </a>
        </Box>
        : that alone can be read in again beside what was written since.
      </Box>
      <Flex gap={3} align="center" mt={1} wrap="wrap">
        <chakra.label>
          Type its name, {name}:{' '}
          <Input
            autoFocus
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            minH="36px"
            aria-invalid={refusal !== null}
          />
        </chakra.label>
        <Button look="clay" size="plain" type="submit" busy={busy} disabled={typed.trim() === ''}>
          {busy ? 'copying, then deleting …' : 'delete it for good'}
        </Button>
        <Button look="quiet" size="line" onClick={() => setOpen(false)}>
          leave it
        </Button>
      </Flex>
      <Problem says={refusal && sayProblems(refusal)} />
    </chakra.form>
  )
}
