'use client'

import { Box, Flex } from '@chakra-ui/react'
import { moveThings } from '@/core/board/edit'
import { hiddenBy } from '@/core/board/keep-outs'
import type { BoardFitting, Glass, Species } from '@/core/history/types'
import { Button } from '@/ui/kit/button.client'
import { Select } from '@/ui/kit/input.client'
import { Figure } from './figure.client'
import { InHand } from './in-hand.client'
import { toUndo } from './keys.client'
import { useLive, type BoardInHand } from './use-board.client'

/** Where an outlet can be turned to, seen from above, degrees from the right against the clock. */
const TURNS = [
  [0, 'to the right'],
  [45, 'back and right'],
  [90, 'to the back'],
  [135, 'back and left'],
  [180, 'to the left'],
  [225, 'front and left'],
  [270, 'to the front'],
  [315, 'front and right'],
] as const

/** A part of a thing in numbers: its place, where it is turned to, and what hides it from the front. */
export function PartInNumbers({
  hand,
  part,
  glass,
  species,
}: {
  hand: BoardInHand
  part: BoardFitting
  glass: Glass
  species: readonly Species[]
}) {
  const { shown } = useLive(hand)
  const { id, name, toward, part: which } = part
  const { x, z, y } = shown.fittings?.find((one) => one.id === id) ?? part
  const to = (next: Partial<Record<'x' | 'z' | 'y', number>>) =>
    hand.commit(
      moveThings(hand.board, glass, [id], {
        dx: (next.x ?? x) - x,
        dz: (next.z ?? z) - z,
        dy: (next.y ?? y) - y,
      }),
    )
  const turn = (degrees: number) =>
    hand.commit({
      ...hand.board,
      fittings: hand.board.fittings?.map((one) =>
        one.id === id ? { ...one, toward: degrees } : one,
      ),
    })
  const hides = hiddenBy(part, hand.board, glass, new Map(species.map((one) => [one.id, one])))
  return (
    <InHand label="In numbers" title={name}>
      <Flex gap={2.5} wrap="wrap" mt={1} align="flex-end">
        <Figure key={`x${id}`} label="From the left" cm={x} onSay={(value) => to({ x: value })} />
        <Figure key={`z${id}`} label="From the front" cm={z} onSay={(value) => to({ z: value })} />
        <Figure
          key={`y${id}`}
          label={which === 'lamp' ? 'Over the water' : 'Above the bottom'}
          cm={which === 'lamp' ? y - glass.waterlineCm : y}
          onSay={(value) => to({ y: which === 'lamp' ? value + glass.waterlineCm : value })}
        />
        {which === 'lamp' ? <OfLamp part={part} hand={hand} /> : null}
        {toward === undefined ? null : <Turned toward={toward} onTurn={turn} />}
      </Flex>
      {which === 'lamp' ? null : (
        <Box fontSize="sm" color="pencil" mt={1}>
          {hides === null
            ? 'In plain sight from the front.'
            : `Hidden from the front by ${hides}, grown.`}
        </Box>
      )}
      <Button
        look="clay"
        size="line"
        mt={1}
        onClick={() => {
          hand.remove()
          toUndo()
        }}
      >
        take it off
      </Button>
    </InHand>
  )
}

const nearestTurn = (toward: number): number =>
  (Math.round((((toward % 360) + 360) % 360) / 45) % 8) * 45

function Turned({ toward, onTurn }: { toward: number; onTurn: (degrees: number) => void }) {
  return (
    <Box as="label" fontSize="sm">
      <Box as="span" display="block" color="pencil">
        Turned
      </Box>
      <Select
        aria-label="Turned"
        value={nearestTurn(toward)}
        onChange={(event) => onTurn(Number(event.target.value))}
      >
        {TURNS.map(([degrees, says]) => (
          <option key={degrees} value={degrees}>
            {says}
          </option>
        ))}
      </Select>
    </Box>
  )
}

/** How a lamp spreads and how long it is; emptied, neither is known, and the whole tank is taken to be lit alike. */
function OfLamp({ part, hand }: { part: BoardFitting; hand: BoardInHand }) {
  const { spread, long, ...rest } = part
  const say = (said: Pick<BoardFitting, 'spread' | 'long'>) => {
    const next = { ...rest, ...said }
    hand.commit({
      ...hand.board,
      fittings: hand.board.fittings?.map((one) => (one.id === part.id ? next : one)),
    })
  }
  const held = {
    ...(spread === undefined ? {} : { spread }),
    ...(long === undefined ? {} : { long }),
  }
  return (
    <>
      <Figure
        key={`s${part.id}`}
        label="Spreads over"
        unit="°"
        cm={spread ?? null}
        onSay={(degrees) =>
          say({ ...held, spread: Math.min(SPREADS.most, Math.max(SPREADS.least, degrees)) })
        }
        onEmpty={() => say(long === undefined ? {} : { long })}
      />
      <Figure
        key={`g${part.id}`}
        label="Long"
        cm={long ?? null}
        onSay={(cm) => say({ ...held, long: Math.max(0, cm) })}
        onEmpty={() => say(spread === undefined ? {} : { spread })}
      />
    </>
  )
}
/** No lamp spreads over less or more, degrees. */
const SPREADS = { least: 10, most: 170 } as const
