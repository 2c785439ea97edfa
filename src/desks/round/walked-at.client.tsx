'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Held } from '@/core/routine/round/slots'
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

/** Two devices said otherwise when it was walked: both, to say which it is. */
export function WalkedAtTwice({
  walkedAt,
  otherwise,
  onSettle,
}: {
  walkedAt: string | null
  otherwise: readonly (Held | null)[]
  onSettle: (holds: Held | null | 'stands') => void
}) {
  if (otherwise.length === 0) return null
  const say = (at: string | null) => at?.replace('T', ' ') ?? 'now'
  return (
    <Flex
      role="alert"
      gap={3}
      align="center"
      wrap="wrap"
      borderLeft="3px solid"
      borderColor="clay"
      pl={3}
    >
      <Box as="span">Two times were said. When was it walked?</Box>
      <Button look="paper" size="plain" onClick={() => onSettle('stands')}>
        {say(walkedAt)}
      </Button>
      {otherwise.map((held) => {
        const at = held?.of === 'walked at' ? held.at : null
        return (
          <Button key={say(at)} look="paper" size="plain" onClick={() => onSettle(held)}>
            {say(at)}
          </Button>
        )
      })}
    </Flex>
  )
}
