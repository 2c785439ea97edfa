'use client'

import { Box, Flex } from '@chakra-ui/react'
import { EXAMPLES } from '@/core/board/examples'
import type { Glass } from '@/core/history/types'
import { Button } from '@/ui/kit/button.client'
import { newId } from '@/ui/new-id'
import NextLink from '@/ui/page-link'
import type { BoardInHand } from './use-board.client'

/** For a tank in which nothing stands yet: draw it, begin with an example, or leave the drawing for later. */
export function Begin({ hand, glass, slug }: { hand: BoardInHand; glass: Glass; slug: string }) {
  return (
    <Box borderLeft="3px solid" borderColor="water" pl={4} mb={4}>
      <Box className="serif" fontSize="lg" fontWeight={620}>
        Nothing stands here yet: draw what does, from above, one thing after the other.
      </Box>
      <Flex gap={5} wrap="wrap" mt={1} align="baseline">
        <span>Or begin with</span>
        {EXAMPLES.map(({ name, says, draw }) => (
          <Box key={name}>
            <Button
              look="quiet"
              size="line"
              onClick={() => hand.commit(draw(hand.board, glass, newId))}
            >
              {name}
            </Button>
            <Box fontSize="sm" color="pencil" maxW="220px">
              {says}
            </Box>
          </Box>
        ))}
        <Box>
          <Box as="span" color="water" textDecoration="underline">
            <NextLink href={`/tanks/${slug}/round`}>I only want to log water</NextLink>
          </Box>
          <Box fontSize="sm" color="pencil" maxW="220px">
            the drawing can wait for ever
          </Box>
        </Box>
      </Flex>
    </Box>
  )
}
