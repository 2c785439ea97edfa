'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { between } from '@/core/board/between'
import { PIECE_SHAPES } from '@/core/board/shapes'
import type { Board } from '@/core/history/types'
import type { BoardModel } from './model'
import { unpackStage } from '@/core/layout/pack-stage'
import { drawnSceneOn } from '@/core/layout/drawn-scene'
import { FetchDrawings } from './fetch.client'
import { sayDifference } from './difference'
import type { Axes } from './handling.client'
import { keyed, useBoardKeys } from './keys.client'
import { Placeables } from './placeables.client'
import { GroundPanel } from './ground-panel.client'
import { Drafts, Leave, useLeaving } from './leave.client'
import { MarginNotes } from './margin.client'
import { Numbers } from './numbers.client'
import { ThingsList } from './things-list.client'
import { BareSpots } from './bare.client'
import { BARE, DrawTools, SeenRow, type GroundChoice, type SeenIn } from './tools.client'
import { Button } from '@/ui/kit/button.client'
import { sayBegun } from '@/ui/kit/draft-notice.client'
import { useBoard, type BoardInHand, type Tool } from './use-board.client'
import { useWeighed } from './use-weighed.client'
import { Begin } from './begin.client'
import { Aged } from './beside.client'
import { Views } from './views.client'

export function BoardPage({ model }: { model: BoardModel }) {
  const { slug, glass, stood, draft } = model
  const hand = useBoard({
    place: `board ${slug} ${draft?.id ?? 'today'}`,
    stood: draft?.board ?? stood,
    stamp: draft?.stamp ?? model.stamp,
    glass,
  })
  const leaving = useLeaving(model, hand)
  const { weighed, problem, weighAgain } = useWeighed(slug, hand.board, cameWith(model))
  const onKey = (event: React.KeyboardEvent, id: string, axes: Axes) =>
    keyed(event, id, axes, hand, glass)
  useBoardKeys(hand)
  // While a thing is dragged, what is told of the whole waits until it is let go.
  const difference = useMemo(() => sayDifference(stood, hand.board), [stood, hand.board])
  return (
    <Box as="main" px={{ base: 3, md: 8 }} pt={3} pb={4} maxW="77.5rem">
      <Flex columnGap={8} rowGap={2} wrap="wrap" justify="space-between" align="flex-start">
        <Box flex={{ md: '1 1 20rem' }} minW={0}>
          <Title name={model.name} draft={draft?.name ?? null} difference={difference} />
        </Box>
        <Leave model={model} hand={hand} changed={difference !== null} leaving={leaving} />
      </Flex>
      <Told model={model} hand={hand} />
      <OtherDrawings hand={hand} />
      <Flex
        gap={{ base: 4, xl: 7 }}
        direction={{ base: 'column', lg: 'row' }}
        align="flex-start"
        mt={2}
      >
        <Drawing model={model} hand={hand} weighed={weighed} problem={problem} onKey={onKey} />
        <Box flex={{ lg: '0 0 31%' }} w="100%" minW={0}>
          {hand.board.plantings.length + hand.board.pieces.length === 0 ? (
            <Begin hand={hand} glass={glass} slug={slug} />
          ) : null}
          {hand.tool === 'ground' ? <GroundPanel hand={hand} glass={glass} /> : null}
          <BareSpots hand={hand} species={model.species} />
          <Numbers
            hand={hand}
            glass={glass}
            species={model.species}
            here={model.life}
            lit={weighed?.lit ?? {}}
          />
          {weighed ? (
            <MarginNotes
              slug={slug}
              weighed={weighed}
              onShow={(id) => hand.select(id)}
              onPriced={weighAgain}
            />
          ) : (
            <Box color="pencil">Weighing what is drawn …</Box>
          )}
        </Box>
      </Flex>
      <Box mt={4}>
        <ThingsList
          board={hand.board}
          selected={hand.selected}
          onSelect={(id) => hand.select(id)}
          onKey={onKey}
        />
      </Box>
      <FetchDrawings slug={slug} />
      <Drafts model={model} leaving={leaving} />
    </Box>
  )
}

/** The board the page begins with, and what it comes to. */
const cameWith = ({ stood, draft, weighed }: BoardModel) =>
  weighed && { board: draft?.board ?? stood, weighed }

function Title({
  name,
  draft,
  difference,
}: {
  name: string
  draft: string | null
  difference: string | null
}) {
  const says = difference === null ? 'on the board, as it stands' : 'on the board, as you draw it'
  return (
    <>
      <Box as="h1" className="serif" fontSize={{ base: 'lg', md: 'xl' }} fontWeight={400}>
        <Box as="span" fontSize={{ base: '2xl', md: '3xl' }} fontWeight={680} lineHeight={1.1}>
          {name}
        </Box>{' '}
        {draft === null ? (
          says
        ) : (
          <>
            as it could stand: <em>{draft}</em>
          </>
        )}
      </Box>
      <Box fontSize="sm" color="pencil" minH="1.4em">
        {difference ??
          'Take hold of anything and move it; draw what is new. The tank changes when you say so.'}
      </Box>
    </>
  )
}

/** Why a stroke was not taken: said until another tool is in hand. */
interface Refusal {
  tool: Tool
  says: string | null
}
const refusedTo = (tool: Tool, refusal: Refusal | null) =>
  refusal?.tool === tool ? refusal.says : null

/** The tools, the views they work in, and the days to come on which the drawing can be seen. */
function Drawing({
  model,
  hand,
  weighed,
  problem,
  onKey,
}: {
  model: BoardModel
  hand: BoardInHand
  weighed: ReturnType<typeof useWeighed>['weighed']
  problem: string | null
  onKey: (event: React.KeyboardEvent, id: string, axes: Axes) => void
}) {
  const { glass, stood } = model
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const [kindId, setKindId] = useState(model.species[0].id)
  const [shapeName, setShapeName] = useState(PIECE_SHAPES[2].name)
  const [freehand, setFreehand] = useState(false)
  const [ground, setGround] = useState<GroundChoice>({ act: 'its depth', material: 'sand' })
  const [seen, setSeen] = useState<SeenIn>(0)
  const [besideId, setBesideId] = useState('')
  const others = othersOf(model)
  const other = others.find(({ id }) => id === besideId) ?? null
  const { weighed: otherWeighed } = useWeighed(model.slug, other?.board ?? null)
  const species = useMemo(() => new Map(model.species.map((one) => [one.id, one])), [model.species])
  const pencilled = useMemo(() => otherwise(stood, hand.board), [stood, hand.board])
  const scene = useMemo(() => sceneOf(weighed), [weighed])
  const grown = useMemo(() => new Map(scene?.plants.map((one) => [one.planting.id, one])), [scene])
  return (
    <Box flex={{ lg: '1 1 66%' }} w="100%" minW={0}>
      <DrawTools
        hand={hand}
        placeable={<Placeables hand={hand} model={model} />}
        species={model.species}
        choice={{ kindId, shapeName, freehand, ground }}
        onKind={setKindId}
        onShape={setShapeName}
        onFreehand={setFreehand}
        onGround={setGround}
        problem={refusedTo(hand.tool, refusal) ?? problem}
      />
      {(seen === 0 && !other) || !weighed ? (
        <Views
          hand={hand}
          glass={glass}
          species={species}
          pencilled={pencilled}
          onKey={onKey}
          grown={grown}
          scene={scene}
          kind={kindId === BARE ? null : (species.get(kindId) ?? model.species[0])}
          shape={PIECE_SHAPES.find(({ name }) => name === shapeName) ?? PIECE_SHAPES[0]}
          freehand={freehand}
          ground={ground}
          onRefused={(says) => setRefusal({ tool: hand.tool, says })}
        />
      ) : (
        <Aged
          weighed={weighed}
          days={seen}
          name={model.draft?.name ?? 'as you draw it'}
          beside={other && { name: other.name, weighed: otherWeighed }}
        />
      )}
      <SeenRow
        seen={seen}
        onSeen={setSeen}
        ready={weighed !== null}
        others={others}
        beside={besideId}
        onBeside={setBesideId}
      />
    </Box>
  )
}

/** What a drawing can be laid beside: the tank as it stands, and the other drafts. */
const othersOf = ({ stood, draft, drafts }: BoardModel) => [
  { id: 'stood', name: 'the tank as it stands', board: stood },
  ...drafts.filter(({ id }) => id !== draft?.id),
]

/** What stands otherwise than in the tank today. */
const otherwise = (stood: Board, board: Board): ReadonlySet<string> =>
  new Set(
    between(stood, board)
      .things.filter(({ fate }) => fate !== 'kept')
      .map(({ id }) => id),
  )

/** The tank as drawn, today. */
const sceneOf = (weighed: ReturnType<typeof useWeighed>['weighed']) =>
  weighed && drawnSceneOn(unpackStage(weighed.stage), weighed.today)

/** Drawings of this board that were begun in windows closed by now. */
function OtherDrawings({ hand: { left } }: { hand: BoardInHand }) {
  return left.others.map(({ page, at }) => (
    <Box key={page} role="status" fontSize="sm" color="pencil" my={1}>
      Another drawing, last drawn on {sayBegun(at)} in another window, waits here.{' '}
      <Button look="quiet" size="line" onClick={() => left.takeUp(page)}>
        look at that one; this waits meanwhile
      </Button>
    </Box>
  ))
}

/** What has to be known before drawing on: the tank was changed since this was begun. */
function Told({ model, hand }: { model: BoardModel; hand: BoardInHand }) {
  const { draft, stamp, stood } = model
  const overtaken =
    draft === null && hand.begunOn !== stamp && sayDifference(stood, hand.board) !== null
  if (draft?.sinceAltered)
    return (
      <Box fontSize="sm" borderLeft="3px solid" borderColor="water" pl={3} my={2}>
        Since this draft was begun the tank was altered: {draft.sinceAltered}. The draft is as you
        drew it.
      </Box>
    )
  if (!overtaken) return null
  return (
    <Box role="alert" fontSize="sm" borderLeft="3px solid" borderColor="clay" pl={3} my={2}>
      The tank was changed since you began to draw. Your drawing stands here still; look at what it
      would move before you write it.
    </Box>
  )
}
