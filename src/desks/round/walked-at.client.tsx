'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/kit/button.client'
import { FieldLabel, Input, Problem } from '@/ui/kit/input.client'

/** For a round that is written down afterwards: the day and the time it was walked. */
export function WalkedAt({
  walkedAt,
  now,
  onWalkedAt,
}: {
  /** As a time of day in the tank’s zone; null: now. */
  walkedAt: string | null
  now: string
  onWalkedAt: (walkedAt: string | null) => Promise<string | null>
}) {
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState(walkedAt ?? now)
  const [problem, setProblem] = useState<string | null>(null)
  const take = async (to: string | null) => {
    const refused = await onWalkedAt(to)
    setProblem(refused)
    if (refused === null) setOpen(false)
  }
  if (!open)
    return (
      <Button look="faint" size="word" onClick={() => setOpen(true)}>
        {walkedAt ? 'another time' : 'walked earlier?'}
      </Button>
    )
  return (
    <Box>
      <FieldLabel htmlFor="walked-at">When was it walked?</FieldLabel>
      <Flex gap={3} align="center" wrap="wrap">
        <Input
          id="walked-at"
          type="datetime-local"
          value={typed}
          max={now}
          autoFocus
          aria-invalid={problem !== null}
          aria-describedby={problem ? 'walked-at-problem' : undefined}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button size="plain" disabled={typed === ''} onClick={() => void take(typed)}>
          Take that time
        </Button>
        <Button look="quiet" size="line" onClick={() => void take(null)}>
          it is walked now
        </Button>
      </Flex>
      <Problem id="walked-at-problem" says={problem} />
    </Box>
  )
}
