'use client'

import type { Edge } from './handling.client'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** Where a handle sits, and what it draws. */
export interface Handle {
  x: number
  y: number
  edges: readonly Edge[]
  says: string
}

/** The marks by which a selected thing is made larger or smaller. */
export function Handles({
  handles,
  id,
  bindEdge,
}: {
  handles: readonly Handle[]
  id: string
  bindEdge: (id: string, edges: readonly Edge[]) => object
}) {
  return handles.map(({ x, y, edges, says }) => (
    <g key={says} {...bindEdge(id, edges)} style={{ cursor: 'nwse-resize', touchAction: 'none' }}>
      {/* Room for a finger about a mark for the eye. */}
      <rect x={x - 14} y={y - 14} width={28} height={28} fill="transparent" />
      <rect
        x={x - 4.5}
        y={y - 4.5}
        width={9}
        height={9}
        fill={colour('paper')}
        stroke={colour('water')}
        strokeWidth={1.6}
      >
        <title>{says}</title>
      </rect>
    </g>
  ))
}
