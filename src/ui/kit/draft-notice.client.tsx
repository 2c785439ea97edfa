'use client'

import { Box } from '@chakra-ui/react'
import { Button } from './button.client'
import type { DraftState } from './use-draft.client'

/** Says that what was begun stands here again, and offers to begin anew. */
export function DraftNotice({ draft: { since, afresh } }: { draft: DraftState }) {
  if (since === null) return null
  return (
    <Box role="status" fontSize="sm" color="pencil" mb={2}>
      What you began {when(since)} stands here again; it was not written down yet.{' '}
      <Button look="quiet" size="line" onClick={afresh}>
        begin afresh
      </Button>
    </Box>
  )
}

const when = (ms: number) =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(ms))
