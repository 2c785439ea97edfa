'use client'

import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { fittingId, firstFitting, placeableIn, type Placeable } from '@/core/board/fittings'
import { Button } from '@/ui/kit/button.client'
import type { BoardModel } from './model'
import type { BoardInHand } from './use-board.client'

/** The parts of what serves the tank that hang nowhere on the board yet: a tap sets one down, and it is in hand. */
export function Placeables({ hand, model }: { hand: BoardInHand; model: BoardModel }) {
  const { equipment, glass, slug } = model
  const hung = new Set(hand.board.fittings?.map(({ id }) => id))
  const all = placeableIn(equipment)
  const left = all.filter(({ equipmentId, part }) => !hung.has(fittingId(equipmentId, part)))
  const hang = (one: Placeable) => {
    const thing = equipment.find(({ id }) => id === one.equipmentId)
    if (!thing) return
    const fitting = firstFitting(one, thing, hand.board, glass)
    hand.commit({ ...hand.board, fittings: [...(hand.board.fittings ?? []), fitting] })
    hand.select(fitting.id)
  }
  if (all.length === 0)
    return (
      <Box>
        Nothing runs here on paper:{' '}
        <NextLink href={`/tanks/${slug}/stands`}>write down lamp, filter, heater</NextLink> first.
      </Box>
    )
  return left.length === 0 ? (
    <Box>All of it hangs; take hold of it to move it.</Box>
  ) : (
    <Flex gap={4} wrap="wrap" role="group" aria-label="Parts to hang">
      {left.map((one) => (
        <Button
          key={fittingId(one.equipmentId, one.part)}
          look="quiet"
          size="line"
          onClick={() => hang(one)}
        >
          {one.name}
        </Button>
      ))}
    </Flex>
  )
}
