'use client'

import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { sayProblems, type Refusal } from '@/ui/ask.client'
import NextLink from '@/ui/page-link'

/** What came of what was sent, read out when it changes: what was written and what can be done with it, or what was refused. */
export function Outcome({
  said,
  refusal,
  mt,
  children,
}: {
  said: string | null
  refusal: Refusal | null
  mt?: number
  children?: ReactNode
}) {
  return (
    <Box aria-live="polite" fontSize="sm" mt={mt}>
      {said ? (
        <>
          {said} {children}
        </>
      ) : null}
      {refusal ? (
        <Box as="span" color="clay">
          {sayProblems(refusal)}
        </Box>
      ) : null}
    </Box>
  )
}

export function SeeIt({ slug, kind }: { slug: string; kind: 'dose' | 'reading' }) {
  return (
    <Box as="span" color="water">
      <NextLink href={`/tanks/${slug}/book?kind=${kind}`}>see it</NextLink>
    </Box>
  )
}
