'use client'

import { useLive } from './use-board.client'
import { backAt, chamberOf, frontAt, isCurved } from '@/core/history/glass-shape'
import { isSoil } from '@/core/history/ground-kinds'
import { crossings } from '@/core/vessel/crossings'
import { isMoreThanBox } from '@/ui/drawing/glass-above'
import { useMemo, useRef } from 'react'
import { boxOf, depthAt, middleOf, spanOfHeight } from '@/core/board/board'
import type { Board, Glass, Point } from '@/core/history/types'
import { useMeasures } from '@/ui/measures.client'
import { Fittings } from './fittings.client'
import { CutGroundHandles } from './ground-handles.client'
import { useHandling } from './handling.client'
import { sheetOf, type Sheet } from './sheet'
import { Codes, Frame, Piece, PlantingUpright, SheetSvg, Water, WaterLine } from './things.client'
import { codeOf, useForThings, uprightOf, type ViewProps } from './view-props'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** A cut across the tank: the ground from front to back, and what the cut meets. */
export function SideSheet(given: ViewProps & { cutAt: number }) {
  const hand = useLive(given.hand)
  const props = { ...given, hand }
  const { glass, scale, cutAt } = given
  const measures = useMeasures()
  const svg = useRef<SVGSVGElement>(null)
  const sheet = useMemo(
    () => sheetOf(glass.depthCm, glass.heightCm, scale),
    [glass.depthCm, glass.heightCm, scale],
  )
  const { bind } = useHandling(hand, glass, sheet, svg, 'side')
  const ground = useMemo(
    () => groundInCut(hand.shown, glass, cutAt, sheet),
    [hand.shown, glass, cutAt, sheet],
  )
  return (
    <SheetSvg
      ref={svg}
      sheet={sheet}
      says={`From the side, cut at ${measures.say(cutAt, 'cm', 1)}`}
      view="side"
    >
      <Water sheet={sheet} waterlineCm={glass.waterlineCm} onClick={() => hand.select(null)} />
      <SideThings {...props} sheet={sheet} bind={bind} />
      <path
        d={ground}
        fill={colour('ground')}
        stroke={colour('ink')}
        strokeWidth={1}
        style={{ pointerEvents: 'none' }}
      />
      <AreasInCut {...props} sheet={sheet} />
      <WaterLine sheet={sheet} waterlineCm={glass.waterlineCm} />
      <PanesInCut glass={glass} sheet={sheet} cutAt={cutAt} />
      <Codes
        sheet={sheet}
        of={hand.shown.plantings
          .filter(({ patch }) => meets(patch, cutAt))
          .map((one) => codeOf(one, middleOf(one.patch).z, props))}
      />
      <Frame
        sheet={sheet}
        says={`cut at ${measures.say(cutAt, 'cm', 1)}, front on the left`}
        open
        faint={isCurved(glass)}
      />
      {hand.tool === 'ground' ? (
        <CutGroundHandles hand={hand} glass={glass} sheet={sheet} svg={svg} cutAt={cutAt} />
      ) : null}
    </SheetSvg>
  )
}

/** A step in the ground is followed by so much, cm. */
const STEP_CM = 0.5

/** The ground as the cut shows it, from the front to the back glass. */
function groundInCut(board: Board, glass: Glass, cutAt: number, sheet: Sheet): string {
  const steps = Math.ceil(glass.depthCm / STEP_CM)
  const line = Array.from({ length: steps + 1 }, (_, i) => {
    const z = Math.min(glass.depthCm, i * STEP_CM)
    return `${sheet.x(z)} ${sheet.y(depthAt(board, glass, { x: cutAt, z }))}`
  })
  return `M${sheet.x(0)} ${sheet.y(0)}L${line.join('L')}L${sheet.x(glass.depthCm)} ${sheet.y(0)}Z`
}

/** Where the cut goes through areas of another material. */
function AreasInCut({ hand, glass, cutAt, sheet }: ViewProps & { cutAt: number; sheet: Sheet }) {
  const depth = (z: number) => sheet.y(depthAt(hand.shown, glass, { x: cutAt, z }))
  return hand.shown.ground.areas?.map(({ id, outline, material }) =>
    crossings(outline, cutAt).map(([from, to]) => (
      <path
        key={`${id} ${from}`}
        d={`M${sheet.x(from)} ${sheet.y(0)}V${depth(from)}L${sheet.x(to)} ${depth(to)}V${sheet.y(0)}Z`}
        fill={colour(isSoil(material) ? 'ground' : 'margin')}
        stroke={colour('ink')}
        strokeWidth={1}
        style={{ pointerEvents: 'none' }}
      />
    )),
  )
}

/** Where a curved pane, or the wall of a chamber, stands in the cut: beyond it is paper again, or the chamber’s own water. */
function PanesInCut({ glass, sheet, cutAt }: { glass: Glass; sheet: Sheet; cutAt: number }) {
  if (!isMoreThanBox(glass)) return null
  const [front, back] = [frontAt(glass, cutAt), backAt(glass, cutAt)]
  const [top, height] = [sheet.y(glass.heightCm) - 1, glass.heightCm * sheet.scale + 2]
  const beyond = (from: number, to: number) => (
    <rect
      x={sheet.x(from) - 1}
      y={top}
      width={Math.max(0, (to - from) * sheet.scale) + 2}
      height={height}
      fill="var(--chakra-colors-paper)"
      fillOpacity={chamberOf(glass) > 0 ? 0.75 : 1}
    />
  )
  return (
    <g style={{ pointerEvents: 'none' }}>
      {front > 0.1 ? beyond(0, front) : null}
      {back < glass.depthCm - 0.1 ? beyond(back, glass.depthCm) : null}
      <path
        d={`M${sheet.x(front)} ${sheet.y(0)}V${sheet.y(glass.heightCm)}M${sheet.x(back)} ${sheet.y(0)}V${sheet.y(glass.heightCm)}`}
        stroke="var(--chakra-colors-ink)"
        strokeWidth={1.8}
      />
    </g>
  )
}

function SideThings(
  props: ViewProps & { cutAt: number; sheet: Sheet; bind: (id: string) => object },
) {
  const { hand, cutAt, sheet, bind } = props
  const { shown } = hand
  const of = useForThings(props, sheet, 'side', bind)
  const backFirst = [...shown.plantings].sort((a, b) => middleOf(b.patch).x - middleOf(a.patch).x)
  return (
    <>
      {shown.pieces
        .filter(({ footprint }) => meets(footprint, cutAt))
        .map((piece) => (
          <Piece key={piece.id} piece={piece} outline={sideOf(piece)} {...of(piece.id)} />
        ))}
      {backFirst
        .filter(({ patch }) => meets(patch, cutAt))
        .map((one) => {
          const { front, back } = boxOf(one.patch)
          return (
            <PlantingUpright
              key={one.id}
              {...uprightOf(one, props)}
              grown={undefined}
              low={front}
              high={back}
              {...of(one.id)}
            />
          )
        })}
      <Fittings
        fittings={(shown.fittings ?? []).filter(({ x }) => Math.abs(x - cutAt) <= NEAR_CUT_CM)}
        sheet={sheet}
        axes="side"
        hanging={props.hand.tool === 'fitting'}
        of={of}
      />
    </>
  )
}
/** Parts so near the cut are drawn in it, cm. */
const NEAR_CUT_CM = 8

/** Whether the cut goes through an outline of the plan. */
function meets(outline: readonly Point[], cutAt: number): boolean {
  const { left, right } = boxOf(outline)
  return left <= cutAt && right >= cutAt
}

/** A piece cut across: a hump from front to back. */
function sideOf(piece: Parameters<typeof spanOfHeight>[0] & { footprint: readonly Point[] }) {
  const { front, back } = boxOf(piece.footprint)
  const { foot, top } = spanOfHeight(piece)
  const [shoulder, tall] = [(back - front) * 0.12, foot + (top - foot) * 0.7]
  return [
    [front, foot],
    [front + shoulder, tall],
    [(front + back) / 2, top],
    [back - shoulder, tall],
    [back, foot],
  ] satisfies Point[]
}
