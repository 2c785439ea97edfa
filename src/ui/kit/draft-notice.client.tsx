'use client'

import { Box } from '@chakra-ui/react'
import { Button } from './button.client'
import type { DraftState } from './use-draft.client'

/** Says that what was begun stands here again, and offers to begin anew; and what else was begun waits. */
export function DraftNotice({ draft: { since, afresh, others, takeUp } }: { draft: DraftState }) {
  if (since === null && others.length === 0) return null
  return (
    <Box role="status" fontSize="sm" color="pencil" mb={2}>
      {since === null ? null : (
        <>
          What you began {sayBegun(since)} stands here again; it was not written down yet.{' '}
          <Button look="quiet" size="line" onClick={afresh}>
            begin afresh
          </Button>{' '}
        </>
      )}
      {others.map(({ page, at }) => (
        <Box as="span" key={page} display="block">
          What you began {sayBegun(at)} in another window waits too.{' '}
          <Button look="quiet" size="line" onClick={() => takeUp(page)}>
            take that up instead
          </Button>
        </Box>
      ))}
    </Box>
  )
}

/** “Tuesday 10:12”: when something was begun, by this machine’s clock. */
export const sayBegun = (ms: number) =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(ms))
