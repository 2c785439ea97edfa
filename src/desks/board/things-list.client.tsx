'use client'

import { Box, Flex } from '@chakra-ui/react'
import { boxOf, planOf, spanOfHeight } from '@/core/board/board'
import type { Board } from '@/core/history/types'
import { useMeasures } from '@/ui/measures.client'
import { Button } from '@/ui/kit/button.client'
import type { Axes } from './handling.client'

/** Everything on the board as a list with the same acts, and the coordinates to tape it out on a table by. */
export function ThingsList({
  board,
  selected,
  onSelect,
  onKey,
}: {
  board: Board
  selected: readonly string[]
  onSelect: (id: string) => void
  onKey: (event: React.KeyboardEvent, id: string, axes: Axes) => void
}) {
  const measures = useMeasures()
  const span = (a: number, b: number) =>
    `${measures.figure(a, 'cm', 0.5)} to ${measures.say(b, 'cm', 0.5)}`
  const things = [...board.plantings, ...board.pieces]
  return (
    <details>
      <Box as="summary" cursor="pointer" minH="32px" color="water">
        As a list, and in coordinates to tape it out by ({things.length})
      </Box>
      <Box fontSize="sm" color="pencil" mb={1}>
        From the left glass and from the front glass, inside. Arrow keys move what is selected by a
        centimetre, with Alt by a millimetre; Delete takes it off.
      </Box>
      <Box as="ul" listStyleType="none" p={0} m={0}>
        {things.map((thing) => {
          const { left, right, front, back } = boxOf(planOf(thing))
          const name = 'patch' in thing ? `${thing.stake} ${thing.name}` : thing.label
          return (
            <Flex
              as="li"
              key={thing.id}
              gap={3}
              align="baseline"
              borderBottom="1px solid"
              borderColor="rule"
              wrap="wrap"
            >
              <Button
                look="quiet"
                size="line"
                aria-pressed={selected.includes(thing.id)}
                onClick={() => onSelect(thing.id)}
                onKeyDown={(event) => onKey(event, thing.id, 'plan')}
                fontWeight={selected.includes(thing.id) ? 650 : 430}
              >
                {name}
              </Button>
              <Box as="span" color="pencil">
                left to right {span(left, right)}, front to back {span(front, back)}
                {'patch' in thing
                  ? `, ${thing.stems} ${thing.stems === 1 ? 'plant' : 'plants'}`
                  : `, ${span(spanOfHeight(thing).foot, spanOfHeight(thing).top)} high`}
              </Box>
            </Flex>
          )
        })}
      </Box>
    </details>
  )
}
