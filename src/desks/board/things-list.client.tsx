'use client'

import { Box, Flex } from '@chakra-ui/react'
import { boxOf, spanOfHeight } from '@/core/board/board'
import { planOf, thingsOn, type BoardThing } from '@/core/board/things'
import type { Board } from '@/core/history/types'
import type { Measures } from '@/core/quantity/measures'
import { titleOf } from './thing-title'
import { useMeasures } from '@/ui/measures.client'
import { Button } from '@/ui/kit/button.client'
import type { Axes } from './handling.client'

interface Acts {
  selected: readonly string[]
  onSelect: (id: string) => void
  onKey: (event: React.KeyboardEvent, id: string, axes: Axes) => void
}

/** Everything on the board as a list with the same acts, and the coordinates to tape it out on a table by. */
export function ThingsList({ board, ...acts }: { board: Board } & Acts) {
  const measures = useMeasures()
  const things = thingsOn(board)
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
        {things.map((thing) => (
          <Row key={thing.one.id} id={thing.one.id} name={titleOf(thing)} {...acts}>
            {sayPlace(thing, measures)}
          </Row>
        ))}
      </Box>
    </details>
  )
}

/** Where a thing stands, in coordinates. */
function sayPlace(thing: BoardThing, measures: Measures): string {
  const cm = (value: number) => measures.say(value, 'cm', 0.5)
  const span = (a: number, b: number) => `${measures.figure(a, 'cm', 0.5)} to ${cm(b)}`
  const { left, right, front, back } = boxOf(planOf(thing))
  const plan = `left to right ${span(left, right)}, front to back ${span(front, back)}`
  switch (thing.is) {
    case 'planting':
      return `${plan}, ${thing.one.stems} ${thing.one.stems === 1 ? 'plant' : 'plants'}`
    case 'piece': {
      const { foot, top } = spanOfHeight(thing.one)
      return `${plan}, ${span(foot, top)} high`
    }
    case 'fitting': {
      const { x, z, y } = thing.one
      return `${cm(x)} from the left, ${cm(z)} from the front, ${cm(y)} above the bottom`
    }
  }
}

/** One thing: its name takes it in hand, beside it where it stands. */
function Row({
  id,
  name,
  selected,
  onSelect,
  onKey,
  children,
}: { id: string; name: string; children: React.ReactNode } & Acts) {
  const chosen = selected.includes(id)
  return (
    <Flex as="li" gap={3} align="baseline" borderBottom="1px solid" borderColor="rule" wrap="wrap">
      <Button
        look="quiet"
        size="line"
        aria-pressed={chosen}
        onClick={() => onSelect(id)}
        onKeyDown={(event) => onKey(event, id, 'plan')}
        fontWeight={chosen ? 650 : 430}
      >
        {name}
      </Button>
      <Box as="span" color="pencil">
        {children}
      </Box>
    </Flex>
  )
}
