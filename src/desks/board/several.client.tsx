'use client'

import { Box, Flex } from '@chakra-ui/react'
import { drawnAt, keepTogether, letApart, togetherWith } from '@/core/board/arrange'
import { standingOn } from '@/core/board/things'
import { Button } from '@/ui/kit/button.client'
import { InHand } from './in-hand.client'
import { toUndo } from './keys.client'
import type { BoardInHand } from './use-board.client'

/** Several things in hand: kept together for good, let apart, laid over or under the rest, taken off. */
export function Several({ hand }: { hand: BoardInHand }) {
  const { board, selected } = hand
  const standing = new Set(standingOn(board).map(({ one }) => one.id))
  const things = selected.filter((id) => standing.has(id))
  const grouped = things.some((id) => togetherWith(board, id).length > 1)
  const oneGroup =
    things.length > 1 && togetherWith(board, things[0]).length === things.length && grouped
  return (
    <InHand label="Several things" title={`${selected.length} things in hand`}>
      <Box fontSize="sm">The arrow keys move them all.</Box>
      <Flex columnGap={4} wrap="wrap">
        {oneGroup || things.length < 2 ? null : (
          <Button look="quiet" size="line" onClick={() => hand.commit(keepTogether(board, things))}>
            keep them together
          </Button>
        )}
        {grouped ? (
          <Button
            look="quiet"
            size="line"
            onClick={() => {
              hand.commit(letApart(board, things))
              hand.select(null)
            }}
          >
            let them apart
          </Button>
        ) : null}
        <DrawnAt hand={hand} />
        <Button
          look="clay"
          size="line"
          onClick={() => {
            hand.remove()
            toUndo()
          }}
        >
          take them off
        </Button>
      </Flex>
    </InHand>
  )
}

/** Draws what is in hand over all others, or under them, where things lie over each other. */
export function DrawnAt({ hand }: { hand: BoardInHand }) {
  const lay = (where: 'over' | 'under') => () =>
    hand.commit(drawnAt(hand.board, hand.selected, where))
  return (
    <>
      <Button look="quiet" size="line" onClick={lay('over')}>
        draw over the rest
      </Button>
      <Button look="quiet" size="line" onClick={lay('under')}>
        draw under the rest
      </Button>
    </>
  )
}
