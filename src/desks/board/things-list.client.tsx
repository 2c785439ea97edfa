'use client'

import { Box, Flex } from '@chakra-ui/react'
import { boxOf, planOf, spanOfHeight } from '@/core/board/board'
import type { Board } from '@/core/history/types'
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
  const span = (a: number, b: number) =>
    `${measures.figure(a, 'cm', 0.5)} to ${measures.say(b, 'cm', 0.5)}`
  const things = [...board.plantings, ...board.pieces]
  const fittings = board.fittings ?? []
  return (
    <details>
      <Box as="summary" cursor="pointer" minH="32px" color="water">
        As a list, and in coordinates to tape it out by ({things.length + fittings.length})
      </Box>
      <Box fontSize="sm" color="pencil" mb={1}>
        From the left glass and from the front glass, inside. Arrow keys move what is selected by a
        centimetre, with Alt by a millimetre; Delete takes it off.
      </Box>
      <Box as="ul" listStyleType="none" p={0} m={0}>
        {things.map((thing) => {
          const { left, right, front, back } = boxOf(planOf(thing))
          return (
            <Row
              key={thing.id}
              id={thing.id}
              name={'patch' in thing ? `${thing.stake} ${thing.name}` : thing.label}
              {...acts}
            >
              left to right {span(left, right)}, front to back {span(front, back)}
              {'patch' in thing
                ? `, ${thing.stems} ${thing.stems === 1 ? 'plant' : 'plants'}`
                : `, ${span(spanOfHeight(thing).foot, spanOfHeight(thing).top)} high`}
            </Row>
          )
        })}
        {fittings.map(({ id, name, x, z, y }) => (
          <Row key={id} id={id} name={name} {...acts}>
            {measures.say(x, 'cm', 0.5)} from the left, {measures.say(z, 'cm', 0.5)} from the front,{' '}
            {measures.say(y, 'cm', 0.5)} above the bottom
          </Row>
        ))}
      </Box>
    </details>
  )
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
