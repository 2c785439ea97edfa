'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { boxOf, depthAt, footOf, middleOf, spanOfHeight } from '@/core/board/board'
import { perchAt } from '@/core/board/put'
import { resizeThing, sayOfPiece, sayOfPlanting, turnThing } from '@/core/board/edit'
import type { LifeHere } from '@/core/gardening/here/life-here'
import { bySuiting, UNFIT_WORDS } from '@/core/gardening/here/suits'
import type { Lit } from '@/core/board/warnings'
import {
  ZONES,
  type Board,
  type BoardPiece,
  type BoardPlanting,
  type Glass,
  type Species,
} from '@/core/history/types'
import { factsOf } from '@/core/plants/kinds'
import type { PlantFacts } from '@/core/plants/kinds/facts'
import { useMeasures } from '@/ui/measures.client'
import { planOf, thingOf, type StandingThing } from '@/core/board/things'
import { Button } from '@/ui/kit/button.client'
import { Input, Select, Tick } from '@/ui/kit/input.client'
import { titleOf } from './thing-title'
import { DrawnAt, Several } from './several.client'
import { PartInNumbers } from './part-in-numbers.client'
import { InHand } from './in-hand.client'
import { toUndo } from './keys.client'
import { Figure } from './figure.client'
import { Nature } from './nature.client'
import { useLive, type BoardInHand } from './use-board.client'

/** The selected thing in numbers, and what it is. */
export function Numbers({
  hand,
  glass,
  species,
  here,
  lit,
}: {
  hand: BoardInHand
  glass: Glass
  species: readonly Species[]
  here: LifeHere
  lit: Readonly<Record<string, Lit>>
}) {
  const { shown, selected } = hand
  if (selected.length > 1) return <Several hand={hand} />
  const thing = selected.length === 1 ? thingOf(shown, selected[0]) : undefined
  if (!thing) return null
  if (thing.is === 'fitting')
    return <PartInNumbers hand={hand} part={thing.one} glass={glass} species={species} />
  return (
    <InHand label="In numbers" title={titleOf(thing)}>
      <Ends hand={hand} glass={glass} thing={thing} />
      {thing.is === 'planting' ? (
        <OfPlanting
          hand={hand}
          planting={thing.one}
          glass={glass}
          species={species}
          here={here}
          lit={lit[thing.one.id]}
        />
      ) : (
        <OfPiece hand={hand} piece={thing.one} />
      )}
      <Flex columnGap={4} mt={2} wrap="wrap">
        <Button look="quiet" size="line" onClick={hand.duplicate}>
          once more
        </Button>
        <DrawnAt hand={hand} />
        <Button
          look="clay"
          size="line"
          onClick={() => {
            hand.remove()
            toUndo()
          }}
        >
          take it off
        </Button>
      </Flex>
    </InHand>
  )
}

/** Its four edges, its foot and top, and a turn. */
function Ends({ hand, glass, thing }: { hand: BoardInHand; glass: Glass; thing: StandingThing }) {
  const { id } = thing.one
  const { shown } = useLive(hand)
  const box = boxOf(planOf(thingOf(shown, id) ?? thing))
  const size = (ends: Parameters<typeof resizeThing>[3]) =>
    hand.commit(resizeThing(hand.board, glass, id, ends))
  return (
    <Flex gap={2.5} wrap="wrap" mt={1}>
      <Figure key={`l${id}`} label="Left" cm={box.left} onSay={(left) => size({ left })} />
      <Figure key={`r${id}`} label="Right" cm={box.right} onSay={(right) => size({ right })} />
      <Figure key={`f${id}`} label="Front" cm={box.front} onSay={(front) => size({ front })} />
      <Figure key={`b${id}`} label="Back" cm={box.back} onSay={(back) => size({ back })} />
      {thing.is === 'piece' ? <Heights piece={thing.one} size={size} /> : null}
      <Figure
        key={`t${id}`}
        label="Turn by"
        cm={0}
        unit="°"
        onSay={(degrees) => hand.commit(turnThing(hand.board, glass, id, degrees))}
      />
    </Flex>
  )
}

function Heights({
  piece,
  size,
}: {
  piece: BoardPiece
  size: (ends: { foot?: number; top?: number }) => void
}) {
  const { foot, top } = spanOfHeight(piece)
  return (
    <>
      <Figure key={`o${piece.id}`} label="Foot" cm={foot} onSay={(to) => size({ foot: to })} />
      <Figure key={`p${piece.id}`} label="Top" cm={top} onSay={(to) => size({ top: to })} />
    </>
  )
}

function OfPlanting({
  hand,
  planting,
  glass,
  species,
  here,
  lit,
}: {
  hand: BoardInHand
  planting: BoardPlanting
  glass: Glass
  species: readonly Species[]
  here: LifeHere
  lit: Lit | undefined
}) {
  const say = (says: Partial<BoardPlanting>) =>
    hand.commit(sayOfPlanting(hand.board, planting.id, says))
  const under = perchAt(hand.shown, planting.patch)
  return (
    <Flex gap={3} wrap="wrap" mt={2} align="flex-end" fontSize="sm">
      <KindChoice
        board={hand.shown}
        planting={planting}
        glass={glass}
        species={species}
        here={here}
        lit={lit}
        onSay={say}
      />
      <Figure
        key={`n${planting.id}`}
        label="Stems or crowns"
        cm={planting.stems}
        unit=""
        onSay={(count) => say({ stems: Math.min(2000, Math.max(1, Math.round(count))) })}
      />
      <Box as="label">
        <Box as="span" display="block" color="pencil">
          Zone
        </Box>
        <Select
          aria-label="Zone"
          value={planting.zone}
          onChange={(event) => say({ zone: event.target.value as BoardPlanting['zone'] })}
        >
          {ZONES.map((zone) => (
            <option key={zone}>{zone}</option>
          ))}
        </Select>
      </Box>
      {under || planting.perch ? (
        <Flex as="label" gap={2} align="center" minH="42px">
          <Tick
            type="checkbox"
            checked={planting.perch !== null}
            onChange={(event) => say({ perch: event.target.checked ? under : null })}
          />
          grows on{' '}
          {hand.shown.pieces.find(({ id }) => id === (planting.perch ?? under)?.hardscapeId)
            ?.label ?? 'a piece'}
        </Flex>
      ) : null}
      <OfKind kind={species.find(({ id }) => id === planting.speciesId)} />
      {lit && planting.zone !== 'surface' ? (
        <Box color="pencil" minH="42px" display="flex" alignItems="center">
          about {Math.round(lit.now)} µmol now, {Math.round(lit.later)} in eight weeks
        </Box>
      ) : null}
    </Flex>
  )
}

const GAS: Record<PlantFacts['gas'], string> = {
  'does without': 'does without gas',
  'better with': 'grows better with gas',
  'needs it': 'needs gas',
}

/** What the kind is also called, what it wants, and what it may do to people and pets. */
function OfKind({ kind }: { kind: Species | undefined }) {
  const measures = useMeasures()
  if (!kind) return null
  const { names, light, gas, temperature, gh, caution, colour } = factsOf(kind)
  const [cool, warm] = temperature
  return (
    <Box color="pencil" flexBasis="100%">
      {names.length > 0 ? `Also called ${names.slice(0, 2).join(', ')}. ` : ''}
      It wants {light} light and {GAS[gas]}; {measures.figure(cool, '°C', 1)}–
      {measures.say(warm, '°C', 1)}, GH {gh[0]}–{gh[1]}
      {colour ? `; ${colour}` : ''}.{caution ? <b> {caution}</b> : null}
    </Box>
  )
}

/** Which kind it is, with those first that suit its spot, and why the others do not. */
function KindChoice({
  board,
  planting,
  glass,
  species,
  here,
  lit,
  onSay,
}: {
  board: Board
  planting: BoardPlanting
  glass: Glass
  species: readonly Species[]
  here: LifeHere
  lit: Lit | undefined
  onSay: (says: Partial<BoardPlanting>) => void
}) {
  const { left, right, front, back } = boxOf(planting.patch)
  const kinds = bySuiting(species, {
    lit: lit ?? null,
    // A kind that floats takes no room; one set in its place would root below it.
    roomCm:
      glass.waterlineCm -
      (planting.zone === 'surface'
        ? depthAt(board, glass, middleOf(planting.patch))
        : footOf(planting, board, glass)),
    widthCm: Math.min(right - left, back - front),
    ...here,
    perched: planting.perch !== null,
    inAir: planting.zone !== 'surface' && footOf(planting, board, glass) >= glass.waterlineCm,
  })
  return (
    <label>
      <Box as="span" display="block" color="pencil">
        Kind, what suits this spot first
      </Box>
      <Select
        aria-label="Kind, what suits this spot first"
        value={planting.speciesId}
        maxW="280px"
        onChange={(event) => {
          const kind = species.find(({ id }) => id === event.target.value)
          if (kind) onSay({ speciesId: kind.id, name: kind.name })
        }}
      >
        {kinds.map(({ species: { id, name }, unfit }) => (
          <option key={id} value={id}>
            {name}
            {unfit.length > 0 ? ` (${unfit.map((one) => UNFIT_WORDS[one]).join(', ')})` : ''}
          </option>
        ))}
      </Select>
    </label>
  )
}

function OfPiece({ hand, piece }: { hand: BoardInHand; piece: BoardPiece }) {
  const say = (says: Parameters<typeof sayOfPiece>[2]) =>
    hand.commit(sayOfPiece(hand.board, piece.id, says))
  const [label, setLabel] = useState<string | null>(null)
  const take = () => {
    const next = label?.trim()
    setLabel(null)
    if (next) say({ label: next.slice(0, 120) })
  }
  return (
    <>
      <Flex gap={3} wrap="wrap" mt={2} align="flex-end" fontSize="sm">
        <Box as="label">
          <Box as="span" display="block" color="pencil">
            Called
          </Box>
          <Input
            value={label ?? piece.label}
            onChange={(event) => setLabel(event.target.value)}
            onBlur={take}
            onKeyDown={(event) => {
              if (event.key === 'Enter') take()
            }}
          />
        </Box>
        <Flex as="label" gap={2} align="center" minH="42px">
          <Tick
            type="checkbox"
            checked={piece.focal}
            onChange={(event) => say({ focal: event.target.checked })}
          />
          this is the main piece
        </Flex>
      </Flex>
      <Nature piece={piece} onSay={(nature) => say({ nature })} />
    </>
  )
}
