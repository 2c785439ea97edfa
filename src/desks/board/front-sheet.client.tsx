'use client'

import { useLive } from './use-board.client'
import { useId, useMemo, useRef } from 'react'
import { inDrawnOrder } from '@/core/board/arrange'
import { boxOf, middleOf, spanOfHeight } from '@/core/board/board'
import { planOf, standingOn, type StandingThing } from '@/core/board/things'
import type { BoardPiece, BoardPlanting } from '@/core/history/types'
import { groundLine } from '@/core/vessel/ground-line'
import { OutlineByHand } from './outline-by-hand.client'
import { Fittings } from './fittings.client'
import { GroundHandles } from './ground-handles.client'
import { Handles, type Handle } from './handles.client'
import { useHandling } from './handling.client'
import { sheetOf, type Sheet } from './sheet'
import {
  Codes,
  Frame,
  Piece,
  PlantingUpright,
  SheetSvg,
  Thirds,
  Water,
  WaterLine,
} from './things.client'
import { codeOf, useForThings, uprightOf, type ViewProps } from './view-props'

const colour = (name: string) => `var(--chakra-colors-${name})`
/** What stands farther back than this share of the depth is drawn behind the stones. */
const BEHIND = 0.6

/** From the front: heights, the ground along both glasses, pieces as they stand. */
export function FrontSheet(
  given: ViewProps & { freehand: boolean; onRefused: (says: string | null) => void },
) {
  const hand = useLive(given.hand)
  const props = { ...given, hand }
  const { glass, scale } = given
  const svg = useRef<SVGSVGElement>(null)
  const within = useId()
  const sheet = useMemo(
    () => sheetOf(glass.lengthCm, glass.heightCm, scale),
    [glass.lengthCm, glass.heightCm, scale],
  )
  const { bind, bindEdge } = useHandling(hand, glass, sheet, svg, 'front')
  const { shown, selected, tool } = hand
  const piece = selected.length === 1 ? shown.pieces.find(({ id }) => id === selected[0]) : null
  const profile = groundLine(shown.ground, glass)
  const line = (end: 'frontCm' | 'backCm') =>
    profile.map((one) => `${sheet.x(one.x)} ${sheet.y(one[end])}`).join('L')
  const [left, right, bottom] = [sheet.x(0), sheet.x(glass.lengthCm), sheet.y(0)]
  return (
    <SheetSvg ref={svg} sheet={sheet} says="From the front" view="front">
      <Water sheet={sheet} waterlineCm={glass.waterlineCm} onClick={() => hand.select(null)} />
      <path
        d={`M${left} ${bottom}L${line('backCm')}L${right} ${bottom}Z`}
        fill={colour('ground')}
        fillOpacity={0.4}
        style={{ pointerEvents: 'none' }}
      />
      <defs>
        <clipPath id={within}>
          <rect x={left} width={right - left} height={bottom} />
        </clipPath>
      </defs>
      <FrontThings {...props} sheet={sheet} within={within} bind={bind} />
      <path
        d={`M${left} ${bottom}L${line('frontCm')}L${right} ${bottom}Z`}
        fill={colour('ground')}
        stroke={colour('ink')}
        strokeWidth={1}
        style={{ pointerEvents: 'none' }}
      />
      <WaterLine sheet={sheet} waterlineCm={glass.waterlineCm} />
      <Codes
        sheet={sheet}
        of={shown.plantings.map((one) => codeOf(one, middleOf(one.patch).x, props))}
      />
      {props.thirds ? <Thirds sheet={sheet} /> : null}
      <Frame sheet={sheet} says="from the front" open />
      {piece && tool === 'select' ? (
        <Handles handles={endsOf(sheet, piece)} id={piece.id} bindEdge={bindEdge} />
      ) : null}
      {piece && tool === 'piece' && given.freehand ? (
        <OutlineByHand
          hand={hand}
          piece={piece}
          glass={glass}
          sheet={sheet}
          svg={svg}
          onRefused={given.onRefused}
        />
      ) : null}
      {tool === 'ground' ? (
        <GroundHandles hand={hand} glass={glass} sheet={sheet} svg={svg} />
      ) : null}
    </SheetSvg>
  )
}

function FrontThings(
  props: ViewProps & { sheet: Sheet; within: string; bind: (id: string) => object },
) {
  const { hand, glass, grown, sheet, within, bind } = props
  const { shown } = hand
  const of = useForThings(props, sheet, 'front', bind)
  // What stands at the back comes first, then stones, then what stands before them; each from the back on.
  const layer = (thing: StandingThing) => {
    const { z } = middleOf(planOf(thing))
    if (thing.is === 'piece') return glass.depthCm - z
    return (z > glass.depthCm * BEHIND ? -2 : 2) * glass.depthCm - z
  }
  const things = inDrawnOrder(standingOn(shown), shown, layer)
  const upright = (one: BoardPlanting) => {
    const { left, right } = boxOf(one.patch)
    return (
      <PlantingUpright
        key={one.id}
        {...uprightOf(one, props)}
        grown={grown.get(one.id)}
        within={within}
        low={left}
        high={right}
        {...of(one.id)}
      />
    )
  }
  return (
    <>
      {things.map(({ is, one }) =>
        is === 'planting' ? (
          upright(one)
        ) : (
          <Piece key={one.id} piece={one} outline={one.outline} {...of(one.id)} />
        ),
      )}
      <Fittings
        fittings={shown.fittings ?? []}
        sheet={sheet}
        axes="front"
        hanging={props.hand.tool === 'fitting'}
        of={of}
      />
    </>
  )
}

function endsOf(sheet: Sheet, piece: BoardPiece): Handle[] {
  const { foot, top } = spanOfHeight(piece)
  const { left, right } = boxOf(piece.footprint)
  const [middle, half] = [sheet.x((left + right) / 2), sheet.y((foot + top) / 2)]
  return [
    { x: middle, y: sheet.y(top), edges: ['top'], says: 'its top' },
    { x: middle, y: sheet.y(foot), edges: ['foot'], says: 'its foot' },
    { x: sheet.x(left), y: half, edges: ['left'], says: 'its left end' },
    { x: sheet.x(right), y: half, edges: ['right'], says: 'its right end' },
  ]
}
