'use client'

import { Box } from '@chakra-ui/react'
import { sayProblems } from '@/ui/ask.client'
import { useSending } from '@/ui/use-sending.client'
import { putAway } from './actions'
import { Button } from '@/ui/kit/button.client'

/** Takes a tank off the bench, or puts it back; each is the way back from the other. */
export function PutAway({ slug, name, away }: { slug: string; name: string; away: boolean }) {
  const { busy, refusal, send } = useSending()
  return (
    <Box as="span" fontSize="sm">
      <Button
        look="quiet"
        size="line"
        busy={busy}
        onClick={() => void send(() => putAway(slug, away))}
      >
        {away ? `take ${name} off the bench` : `put ${name} back on the bench`}
      </Button>
      {refusal ? (
        <Box as="span" role="alert" color="clay">
          {' '}
          {sayProblems(refusal)}
        </Box>
      ) : null}
    </Box>
  )
}
