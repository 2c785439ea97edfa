'use client'

import { useDrag } from '@use-gesture/react'
import { depthAt } from '@/core/board/board'
import { addStation, drawGround, drawGroundAt } from '@/core/board/edit'
import type { Glass } from '@/core/history/types'
import { placeIn, type Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** The ground drawn by its stations: a round mark on the front glass, a square one on the back glass. A tap between two sets another station. */
export function GroundHandles({
  hand,
  glass,
  sheet,
  svg,
}: {
  hand: BoardInHand
  glass: Glass
  sheet: Sheet
  svg: React.RefObject<SVGSVGElement | null>
}) {
  const bind = useDrag(
    ({ args: [station, end], xy: [px, py], last, altKey }) => {
      if (!svg.current) return
      const { up } = placeIn(sheet, svg.current, px, py)
      const cm = altKey ? Math.round(up * 10) / 10 : Math.round(up * 2) / 2
      const next = drawGround(hand.board, glass, station as number, end as 'frontCm' | 'backCm', cm)
      if (last) hand.commit(next)
      else hand.setLive(next)
    },
    { pointer: { keys: false } },
  )
  return (
    <g>
      <rect
        x={sheet.x(0)}
        y={sheet.y(glass.heightCm)}
        width={sheet.across * sheet.scale}
        height={glass.heightCm * sheet.scale}
        fill="transparent"
        style={{ cursor: 'copy' }}
        onClick={(event) => {
          if (!svg.current) return
          const { across } = placeIn(sheet, svg.current, event.clientX, event.clientY)
          hand.commit(addStation(hand.board, Math.round(across)))
        }}
      />
      {hand.shown.ground.profile.flatMap((one, i) =>
        (['backCm', 'frontCm'] as const).map((end) => (
          <g
            key={`${one.x} ${end}`}
            {...bind(i, end)}
            data-ground={`${i} ${end}`}
            style={{ cursor: 'ns-resize', touchAction: 'none' }}
          >
            <rect
              x={sheet.x(one.x) - 14}
              y={sheet.y(one[end]) - 12}
              width={28}
              height={24}
              fill="transparent"
            />
            {end === 'frontCm' ? (
              <circle
                cx={sheet.x(one.x)}
                cy={sheet.y(one[end])}
                r={5}
                fill={colour('paper')}
                stroke={colour('ink')}
                strokeWidth={1.6}
              />
            ) : (
              <rect
                x={sheet.x(one.x) - 4.5}
                y={sheet.y(one[end]) - 4.5}
                width={9}
                height={9}
                fill={colour('paper')}
                stroke={colour('pencil')}
                strokeWidth={1.6}
              />
            )}
          </g>
        )),
      )}
    </g>
  )
}

/** The same in a cut across the tank: its front and its back end at the place of the cut. */
export function CutGroundHandles({
  hand,
  glass,
  sheet,
  svg,
  cutAt,
}: {
  hand: BoardInHand
  glass: Glass
  sheet: Sheet
  svg: React.RefObject<SVGSVGElement | null>
  cutAt: number
}) {
  const bind = useDrag(
    ({ args: [end], xy: [px, py], last, altKey }) => {
      if (!svg.current) return
      const { up } = placeIn(sheet, svg.current, px, py)
      const cm = altKey ? Math.round(up * 10) / 10 : Math.round(up * 2) / 2
      const next = drawGroundAt(hand.board, glass, cutAt, end as 'frontCm' | 'backCm', cm)
      if (last) hand.commit(next)
      else hand.setLive(next)
    },
    { pointer: { keys: false } },
  )
  return (['frontCm', 'backCm'] as const).map((end) => {
    const z = end === 'frontCm' ? 0 : glass.depthCm
    const [x, y] = [sheet.x(z), sheet.y(depthAt(hand.shown, glass, { x: cutAt, z }))]
    return (
      <g
        key={end}
        {...bind(end)}
        data-cut-ground={end}
        style={{ cursor: 'ns-resize', touchAction: 'none' }}
      >
        <rect x={x - 14} y={y - 12} width={28} height={24} fill="transparent" />
        <circle
          cx={x}
          cy={y}
          r={5}
          fill={colour('paper')}
          stroke={colour('ink')}
          strokeWidth={1.6}
        />
      </g>
    )
  })
}
