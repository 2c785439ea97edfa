'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { findKinds } from '@/core/plants/find-kinds'
import { PIECE_SHAPES } from '@/core/board/shapes'
import { GROUND_MATERIALS, type Ground, type Species } from '@/core/history/types'
import { Button } from '@/ui/kit/button.client'
import { Input, Select, Tick } from '@/ui/kit/input.client'
import { UNDO_ID } from './keys.client'
import type { BoardInHand, Tool } from './use-board.client'

/** Chosen in place of a kind: the spot is left bare on purpose. */
export const BARE = 'bare'

const TOOLS: readonly { tool: Tool; says: string; hint: string }[] = [
  {
    tool: 'select',
    says: 'move',
    hint: 'Drag anything, in any view. Corners make it larger. Shift takes several; Alt leaves the ruler.',
  },
  {
    tool: 'planting',
    says: 'draw a planting',
    hint: 'Draw its place from above, from corner to corner; a tap sets one plant.',
  },
  {
    tool: 'piece',
    says: 'draw stone or wood',
    hint: 'Draw its place from above, from corner to corner; a tap lays one of the usual size.',
  },
  {
    tool: 'fitting',
    says: 'hang things',
    hint: 'Take a part, then drag it to its place, in any view. Dashed: the room it wants free.',
  },
  {
    tool: 'ground',
    says: 'shape the ground',
    hint: 'From the front: round marks lie on the front glass, square ones on the back; a tap sets another. In the cut: both ends where it cuts. From above, areas are moved.',
  },
]

/** What is drawn of the ground: its depth, an area of another material, a strip. */
const GROUND_ACTS = ['its depth', 'an area', 'a strip'] as const
export interface GroundChoice {
  act: (typeof GROUND_ACTS)[number]
  material: Ground['material']
}
interface Choice {
  kindId: string
  shapeName: string
  freehand: boolean
  ground: GroundChoice
}

/** What the hand holds, as words, with a hint of what it does, or what went wrong. */
export function DrawTools({
  hand,
  problem,
  placeable,
  ...choices
}: {
  hand: BoardInHand
  placeable: React.ReactNode
  species: readonly Species[]
  choice: Choice
  onKind: (id: string) => void
  onShape: (name: string) => void
  onFreehand: (on: boolean) => void
  onGround: (choice: GroundChoice) => void
  problem: string | null
}) {
  return (
    <Box>
      <Flex columnGap={4} align="center" wrap="wrap">
        <Flex columnGap={4} wrap="wrap" role="group" aria-label="What the hand does">
          {TOOLS.map(({ tool, says }) => (
            <chakra.button
              type="button"
              key={tool}
              aria-pressed={hand.tool === tool}
              onClick={() => hand.setTool(tool)}
              minH="40px"
              cursor="pointer"
              borderBottom="2px solid"
              borderColor={hand.tool === tool ? 'ink' : 'transparent'}
              fontWeight={hand.tool === tool ? 650 : 430}
            >
              {says}
            </chakra.button>
          ))}
        </Flex>
        <Flex gap={3} ml="auto">
          <Button
            id={UNDO_ID}
            look="quiet"
            size="line"
            onClick={hand.undo}
            disabled={!hand.canUndo}
          >
            undo
          </Button>
          <Button look="quiet" size="line" onClick={hand.redo} disabled={!hand.canRedo}>
            redo
          </Button>
        </Flex>
      </Flex>
      <Flex gap={4} align="center" wrap="wrap" fontSize="sm" color="pencil" minH="46px">
        {hand.tool === 'fitting' ? placeable : <OfWhat tool={hand.tool} {...choices} />}
        <Box role="status" color={problem ? 'clay' : 'pencil'}>
          {problem ?? hintOf(hand.tool, choices.choice.ground)}
        </Box>
      </Flex>
    </Box>
  )
}

const GROUND_HINTS: Partial<Record<GroundChoice['act'], string>> = {
  'an area': 'Draw once round its place, from above.',
  'a strip':
    'Draw it from end to end, from above: it keeps materials apart, and holds a slope it lies across.',
}
const hintOf = (tool: Tool, ground: GroundChoice): string | undefined =>
  (tool === 'ground' ? GROUND_HINTS[ground.act] : undefined) ??
  TOOLS.find((one) => one.tool === tool)?.hint

/** Which plant, which shape, what of the ground. */
function OfWhat({
  tool,
  species,
  choice,
  onKind,
  onShape,
  onFreehand,
  onGround,
}: {
  tool: Tool
  species: readonly Species[]
  choice: Choice
  onKind: (id: string) => void
  onShape: (name: string) => void
  onFreehand: (on: boolean) => void
  onGround: (choice: GroundChoice) => void
}) {
  if (tool === 'ground') return <OfGround choice={choice.ground} onGround={onGround} />
  if (tool === 'planting')
    return (
      <>
        <KindToDraw species={species} kindId={choice.kindId} onKind={onKind} />
        <Freehand on={choice.freehand} onSay={onFreehand} />
      </>
    )
  if (tool !== 'piece') return null
  return (
    <>
      <label>
        shaped like{' '}
        <Select
          aria-label="Shape to draw"
          value={choice.shapeName}
          onChange={(event) => onShape(event.target.value)}
          color="ink"
        >
          {PIECE_SHAPES.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </Select>
      </label>
      <Freehand on={choice.freehand} onSay={onFreehand} />
      {choice.freehand ? (
        <span>
          Round its foot from above; then, while it is in hand, its outline from the front.
        </span>
      ) : null}
    </>
  )
}

function Freehand({ on, onSay }: { on: boolean; onSay: (on: boolean) => void }) {
  return (
    <chakra.label display="flex" gap={2} alignItems="center">
      <Tick type="checkbox" checked={on} onChange={(event) => onSay(event.target.checked)} />
      freehand
    </chakra.label>
  )
}

/** Which kind is drawn: from the list, which typing shortens. Enter takes the first that is left. */
function KindToDraw({
  species,
  kindId,
  onKind,
}: {
  species: readonly Species[]
  kindId: string
  onKind: (id: string) => void
}) {
  const [sought, setSought] = useState('')
  const found = findKinds(species, sought)
  const chosen = species.find(({ id }) => id === kindId)
  const offered = chosen && !found.includes(chosen) ? [chosen, ...found] : found
  return (
    <>
      <Input
        aria-label="Find a kind"
        placeholder="find …"
        w="110px"
        value={sought}
        onChange={(event) => setSought(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || found.length === 0) return
          onKind(found[0].id)
          setSought('')
        }}
      />
      <label>
        of{' '}
        <Select
          aria-label="Kind to draw"
          value={kindId}
          onChange={(event) => onKind(event.target.value)}
          color="ink"
        >
          <option value={BARE}>nothing: left bare</option>
          {offered.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </label>
      {found.length === 0 ? <span>No kind is called so here.</span> : null}
    </>
  )
}

function OfGround({
  choice,
  onGround,
}: {
  choice: GroundChoice
  onGround: (choice: GroundChoice) => void
}) {
  return (
    <>
      <Select
        aria-label="What of the ground"
        value={choice.act}
        onChange={(event) =>
          onGround({ ...choice, act: event.target.value as GroundChoice['act'] })
        }
        color="ink"
      >
        {GROUND_ACTS.map((act) => (
          <option key={act}>{act}</option>
        ))}
      </Select>
      {choice.act === 'an area' ? (
        <label>
          of{' '}
          <Select
            aria-label="Material to draw"
            value={choice.material}
            onChange={(event) =>
              onGround({ ...choice, material: event.target.value as Ground['material'] })
            }
            color="ink"
          >
            {GROUND_MATERIALS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>
        </label>
      ) : null}
    </>
  )
}

export type SeenIn = 0 | 30 | 91 | 182
const SEEN: readonly { days: SeenIn; says: string }[] = [
  { days: 0, says: 'today' },
  { days: 30, says: 'in a month' },
  { days: 91, says: 'in 3 months' },
  { days: 182, says: 'in 6 months' },
]

/** On which day the drawing is seen: to draw today, in pencil later. */
export function SeenRow({
  seen,
  onSeen,
  ready,
  others,
  beside,
  onBeside,
}: {
  seen: SeenIn
  onSeen: (days: SeenIn) => void
  ready: boolean
  /** What it can be laid beside, by id. */
  others: readonly { id: string; name: string }[]
  beside: string
  onBeside: (id: string) => void
}) {
  return (
    <Flex gap={5} align="center" wrap="wrap" mt={2} role="group" aria-label="Seen">
      <Box as="span" className="serif" fontSize="lg">
        Seen
      </Box>
      {SEEN.map(({ days, says }) => (
        <chakra.button
          type="button"
          key={days}
          aria-pressed={seen === days}
          aria-disabled={!ready && days > 0}
          onClick={() => (ready || days === 0 ? onSeen(days) : undefined)}
          minH="40px"
          cursor="pointer"
          color={days === 0 ? 'ink' : 'pencil'}
          borderBottom="2px"
          borderBottomStyle={days === 0 ? 'solid' : 'dashed'}
          borderColor={seen === days ? 'ink' : 'transparent'}
          fontWeight={seen === days ? 650 : 430}
        >
          {says}
        </chakra.button>
      ))}
      <chakra.label fontSize="sm" color="pencil" ml="auto">
        beside{' '}
        <Select
          aria-label="Seen beside"
          value={beside}
          onChange={(event) => onBeside(event.target.value)}
          color="ink"
        >
          <option value="">nothing</option>
          {others.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </chakra.label>
    </Flex>
  )
}
