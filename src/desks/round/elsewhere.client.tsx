'use client'

import { Box, Flex } from '@chakra-ui/react'
import type { Change } from '@/core/routine/round/merge'
import { Button } from '@/ui/kit/button.client'
import NextLink from '@/ui/page-link'
import { BigButton } from './big-button.client'
import { Notice } from './notice'

/** The round was inked on another device: what was answered here since is told, and can begin another. */
export function InkedElsewhere({
  slug,
  name,
  late,
  changes,
  onAnother,
}: {
  slug: string
  name: string
  late: readonly string[]
  changes: readonly Change[]
  onAnother: (changes: readonly Change[]) => void
}) {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={8} maxW="46rem">
      <Box as="h1" className="serif" fontSize="2xl" role="status">
        <b>{name}</b> was inked on another device.
      </Box>
      {late.length > 0 ? (
        <Box mt={3}>
          What was answered here came after that and is not in the book:
          <Box as="ul" pl={5} my={2}>
            {late.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </Box>
        </Box>
      ) : (
        <Box mt={3}>All that was answered here is in it.</Box>
      )}
      <Flex mt={4} gap={5} wrap="wrap" align="center" color="water">
        {late.length > 0 ? (
          <>
            <BigButton strong onClick={() => onAnother(changes)}>
              Go on in another round, with {late.length === 1 ? 'it' : 'them'}
            </BigButton>
            <BigButton faint onClick={() => onAnother([])}>
              {late.length === 1 ? 'Let it go' : 'Let them go'}
            </BigButton>
          </>
        ) : null}
        <NextLink href={`/tanks/${slug}`}>Look at it</NextLink>
        <NextLink href="/">The bench</NextLink>
      </Flex>
    </Box>
  )
}

/** The round was begun afresh on another device: what was answered before is gone from here as well. */
export function BegunAfresh({ onGoOn }: { onGoOn: () => void }) {
  return (
    <Notice>
      <Flex gap={4} wrap="wrap" align="baseline" mt={3}>
        <Box as="span">
          The round was begun afresh on another device; this is how it stands now.
        </Box>
        <Button look="quiet" size="line" onClick={onGoOn}>
          go on
        </Button>
      </Flex>
    </Notice>
  )
}
