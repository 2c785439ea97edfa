'use client'

import { useLive } from './use-board.client'
import { useMemo, useRef } from 'react'
import { inDrawnOrder } from '@/core/board/arrange'
import { boxOf } from '@/core/board/board'
import {
  planOf,
  standingOn,
  thingOf,
  type BoardThing,
  type StandingThing,
} from '@/core/board/things'
import { hiddenUnder } from '@/core/board/hidden-under'
import type { PieceShape } from '@/core/board/shapes'
import { matureOutline } from '@/core/board/warnings'
import type { BoardPlanting, Species } from '@/core/history/types'
import { isCurved } from '@/core/history/glass-shape'
import { softOutline } from '@/ui/drawing/geometry'
import { GlassAbove } from '@/ui/drawing/glass-above'
import type { Scene } from '@/core/layout/scene'
import { Fittings, KeepOuts } from './fittings.client'
import { BareAbove } from './bare.client'
import { AreasInHand } from './areas-in-hand.client'
import { FlowLines } from './flow-lines.client'
import { LightBands } from './light-bands.client'
import { GroundAbove } from './ground-above.client'
import { Groups } from './groups.client'
import { Handles, type Handle } from './handles.client'
import { useHandling } from './handling.client'
import { SightLines } from './sight-lines.client'
import { sheetOf, toPage, type Sheet } from './sheet'
import { Frame, Piece, PlantingAbove, SheetSvg, Thirds } from './things.client'
import type { GroundChoice } from './tools.client'
import { useDrawing } from './use-drawing.client'
import { useForThings, type ViewProps } from './view-props'

const colour = (name: string) => `var(--chakra-colors-${name})`

export interface PlanProps extends ViewProps {
  kind: Species | null
  shape: PieceShape
  freehand: boolean
  /** What of the ground is drawn while the ground is in hand. */
  ground: GroundChoice
  /** Where the side view cuts, cm from the left. */
  cutAt: number
  onRefused: (says: string | null) => void
  /** The tank as drawn, today, where the light at its ground is to be shown. */
  lit: Scene | null
  /** The same, where its flow is to be shown. */
  flowing: Scene | null
}

/** The tank from above: where things are drawn. Front below. */
export function PlanSheet(given: PlanProps) {
  const hand = useLive(given.hand)
  const props = { ...given, hand }
  const { glass, scale, species, cutAt } = given
  const svg = useRef<SVGSVGElement>(null)
  const sheet = useMemo(
    () => sheetOf(glass.lengthCm, glass.depthCm, scale),
    [glass.lengthCm, glass.depthCm, scale],
  )
  const { bind, bindEdge } = useHandling(hand, glass, sheet, svg, 'plan')
  const drawing = useDrawing({ ...props, sheet, svg })
  const { shown, selected, tool } = hand
  const drawsGround = tool === 'ground' && props.ground.act !== 'its depth'
  const only = selected.length === 1 ? thingOf(shown, selected[0]) : undefined
  const floor = {
    x: sheet.x(0),
    y: sheet.y(glass.depthCm),
    width: glass.lengthCm * scale,
    height: glass.depthCm * scale,
  }
  return (
    <SheetSvg ref={svg} sheet={sheet} says="From above" view="plan">
      <rect {...floor} fill={colour('margin')} onClick={() => hand.select(null)} />
      {props.lit ? <LightBands scene={props.lit} sheet={sheet} /> : null}
      <GroundAbove ground={shown.ground} sheet={sheet} />
      <BareAbove board={shown} sheet={sheet} />
      <KeepOuts board={shown} glass={glass} species={species} sheet={sheet} />
      <PlanThings {...props} sheet={sheet} bind={bind} />
      {only?.is === 'planting' ? (
        <path
          transform={toPage(sheet)}
          d={softOutline(matureOutline(only.one, species.get(only.one.speciesId)))}
          fill="none"
          stroke={colour('pencil')}
          strokeDasharray="2 3"
          vectorEffect="non-scaling-stroke"
          style={{ pointerEvents: 'none' }}
        />
      ) : null}
      <path
        d={`M${sheet.x(cutAt)} ${sheet.y(0)}V${sheet.y(glass.depthCm)}`}
        stroke={colour('water')}
        strokeDasharray="1 4"
        strokeWidth={1.4}
        style={{ pointerEvents: 'none' }}
      />
      <FlowLines scene={props.flowing} sheet={sheet} />
      <GlassAbove plan={glass} transform={toPage(sheet)} />
      <Guides {...props} sheet={sheet} />
      <Frame sheet={sheet} says="from above, the front below" faint={isCurved(glass)} />
      {only && only.is !== 'fitting' && tool === 'select' ? (
        <Handles handles={cornersOf(sheet, only)} id={only.one.id} bindEdge={bindEdge} />
      ) : null}
      {tool === 'planting' || tool === 'piece' || drawsGround ? (
        <rect
          {...drawing.bind()}
          {...floor}
          fill="transparent"
          data-testid="drawing-ground"
          style={{ cursor: 'crosshair', touchAction: 'none' }}
        />
      ) : null}
      <AreasInHand act={props.ground.act} hand={hand} glass={glass} sheet={sheet} svg={svg} />
      {drawing.path ? (
        <path
          d={drawing.path}
          fill={drawsGround && props.ground.act === 'a strip' ? 'none' : colour('wash')}
          fillOpacity={0.5}
          stroke={colour('water')}
          strokeWidth={1.6}
          style={{ pointerEvents: 'none' }}
        />
      ) : null}
    </SheetSvg>
  )
}

/** Lines to compose by. */
function Guides({ hand, glass, groups, thirds, sight, sheet }: ViewProps & { sheet: Sheet }) {
  return (
    <>
      {sight ? <SightLines board={hand.shown} glass={glass} sheet={sheet} /> : null}
      {groups ? <Groups board={hand.shown} sheet={sheet} /> : null}
      {thirds ? <Thirds sheet={sheet} /> : null}
    </>
  )
}

/** All that stands, the lowest first. */
function PlanThings(props: ViewProps & { sheet: Sheet; bind: (id: string) => object }) {
  const { shown } = props.hand
  const { species } = props
  const of = useForThings(props, props.sheet, 'plan', props.bind)
  const planting = (one: BoardPlanting) => (
    <PlantingAbove
      key={one.id}
      planting={one}
      species={species.get(one.speciesId)}
      {...of(one.id)}
    />
  )
  const { board } = props.hand
  // By what was let go last: not reckoned anew at every move of a hand.
  const hidden = useMemo(() => hiddenUnder(board), [board])
  const things = inDrawnOrder(standingOn(shown), shown, (thing) =>
    hidden.has(thing.one.id) ? ON_PIECES : layerOf(thing),
  )
  return (
    <>
      {things.map(({ is, one }) =>
        is === 'planting' ? (
          planting(one)
        ) : (
          <Piece key={one.id} piece={one} outline={one.footprint} {...of(one.id)} />
        ),
      )}
      <Fittings
        fittings={shown.fittings ?? []}
        sheet={props.sheet}
        axes="plan"
        hanging={props.hand.tool === 'fitting'}
        of={of}
      />
    </>
  )
}

const ON_PIECES = 2
/** What lies over the others is drawn, and taken hold of, after them: stones over what grows in the ground, then what grows on them, then floaters. */
function layerOf(thing: StandingThing): number {
  if (thing.is === 'piece') return 1
  if (thing.one.zone === 'surface') return 3
  return thing.one.perch === null ? 0 : ON_PIECES
}

function cornersOf(sheet: Sheet, thing: BoardThing): Handle[] {
  const { left, right, front, back } = boxOf(planOf(thing))
  return [
    { x: sheet.x(left), y: sheet.y(front), edges: ['left', 'front'], says: 'left front corner' },
    { x: sheet.x(right), y: sheet.y(front), edges: ['right', 'front'], says: 'right front corner' },
    { x: sheet.x(left), y: sheet.y(back), edges: ['left', 'back'], says: 'left back corner' },
    { x: sheet.x(right), y: sheet.y(back), edges: ['right', 'back'], says: 'right back corner' },
  ]
}
