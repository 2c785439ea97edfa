'use client'

import { useDrag } from '@use-gesture/react'
import { boxOf } from '@/core/board/board'
import { sayArea } from '@/core/board/ground-edit'
import type { Glass } from '@/core/history/types'
import { snapped, type Sheet } from './sheet'
import type { GroundChoice } from './tools.client'
import type { BoardInHand } from './use-board.client'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** The areas of the ground, taken hold of from above and moved; at the glass they stop. Alt: off the ruler. */
export function AreasInHand({
  hand,
  glass,
  sheet,
  svg,
  act,
}: {
  hand: BoardInHand
  glass: Glass
  sheet: Sheet
  svg: React.RefObject<SVGSVGElement | null>
  /** What of the ground is drawn: areas are moved while nothing new is. */
  act: GroundChoice['act']
}) {
  const bind = useDrag(
    ({ args: [id], movement: [mx, my], last, altKey, event }) => {
      event.stopPropagation()
      const area = hand.board.ground.areas?.find((one) => one.id === id)
      const width = svg.current?.getBoundingClientRect().width
      if (!area || !width) return
      const k = sheet.width / width / sheet.scale
      const { left, right, front, back } = boxOf(area.outline)
      const way = (edge: number, by: number, low: number, high: number, most: number) =>
        Math.max(-low, Math.min(most - high, snapped(edge + by, altKey) - edge))
      const dx = way(left, mx * k, left, right, glass.lengthCm)
      const dz = way(front, -my * k, front, back, glass.depthCm)
      const box = { left: left + dx, right: right + dx, front: front + dz, back: back + dz }
      const next = sayArea(hand.board, glass, area.id, { box })
      if (last) hand.commit(next)
      else hand.setLive(next)
    },
    { pointer: { keys: false } },
  )
  if (hand.tool !== 'ground' || act !== 'its depth') return null
  return hand.shown.ground.areas?.map(({ id, outline, material }) => (
    <path
      key={id}
      {...bind(id)}
      data-area-in-hand={material}
      d={`M${outline.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}Z`}
      fill="transparent"
      stroke={colour('water')}
      strokeWidth={1.6}
      strokeDasharray="4 3"
      style={{ cursor: 'grab', touchAction: 'none' }}
    />
  ))
}
