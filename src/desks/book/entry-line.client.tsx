'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { ask, sayProblems } from '@/ui/ask.client'
import NextLink from '@/ui/page-link'
import { useState, useTransition } from 'react'
import { strike } from './actions'
import { useStruckNotice } from './struck-notice.client'

interface Props {
  slug: string
  id: string
  time: string
  says: string
  note: string | null
  voided: boolean
  edited: boolean
  glance: boolean
  expected: string | null
}

/** One line of the book, with its right to be edited or struck out; what is struck out can be brought back at once or later. */
export function EntryLine({ slug, id, time, says, note, voided, edited, glance, expected }: Props) {
  const notice = useStruckNotice()
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, start] = useTransition()
  const set = (next: boolean) =>
    start(async () => {
      const answer = await ask(() => strike(slug, id, next))
      if (answer.ok) notice({ id, says, struck: next })
      setProblem(answer.ok ? null : sayProblems(answer))
    })
  return (
    <Flex as="li" gap={3} align="baseline" py={0.5} data-entry={id}>
      <Box as="span" color="pencil" fontSize="sm" flex="0 0 42px">
        {time}
      </Box>
      <Box flex={1} minW={0}>
        <Box
          as="span"
          textDecoration={voided ? 'line-through' : undefined}
          color={voided ? 'pencil' : 'ink'}
        >
          {says}
        </Box>
        {glance ? (
          <Box as="span" fontSize="sm" color="pencil">
            {' '}
            at a glance
          </Box>
        ) : null}
        {expected ? (
          <Box as="span" fontSize="sm" color="pencil">
            {' '}
            · pencilled {expected}
          </Box>
        ) : null}
        {edited ? (
          <Box as="span" fontSize="sm" color="pencil">
            {' '}
            · has a history
          </Box>
        ) : null}
        {note ? (
          <Box className="serif" fontSize="sm">
            {note}
          </Box>
        ) : null}
        {problem ? (
          <Box role="alert" color="clay" fontSize="sm">
            {problem}
          </Box>
        ) : null}
      </Box>
      <Flex gap={3} fontSize="sm" color="water" flexShrink={0}>
        {voided ? (
          <chakra.button
            type="button"
            disabled={busy}
            onClick={() => set(false)}
            cursor="pointer"
            textDecoration="underline"
          >
            bring back
          </chakra.button>
        ) : (
          <>
            <NextLink href={`/tanks/${slug}/book?entry=${id}`} aria-label={`edit ${says}`}>
              edit
            </NextLink>
            <chakra.button
              type="button"
              disabled={busy}
              onClick={() => set(true)}
              cursor="pointer"
              textDecoration="underline"
              aria-label={`strike out ${says}`}
            >
              strike out
            </chakra.button>
          </>
        )}
      </Flex>
    </Flex>
  )
}
