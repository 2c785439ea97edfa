'use client'

import { memo, useId, useMemo } from 'react'
import { flowMap, STANDS_CM_S, type FlowMap } from '@/core/layout/flow-map'
import type { Scene } from '@/core/layout/scene'
import { pathUnder } from '@/ui/drawing/contour-path'
import { toPage, type Sheet } from './sheet'

/** The flow over the ground, roughly: the way of each jet, and, hatched, where the water hardly moves. */
export const FlowLines = memo(function FlowLines({
  scene,
  sheet,
}: {
  /** Null: it is not to be shown. */
  scene: Scene | null
  sheet: Sheet
}) {
  const id = useId()
  const map = useMemo(() => (scene ? flowMap(scene.tank) : null), [scene])
  const still = useMemo(() => (map ? stillPath(map) : ''), [map])
  if (!map) return null
  return (
    <g style={{ pointerEvents: 'none' }} data-testid="flow-lines">
      <defs>
        <pattern id={`${id}h`} width={1.6} height={1.6} patternUnits="userSpaceOnUse">
          <path d="M0 0L1.6 1.6" stroke="var(--chakra-colors-clay)" strokeWidth={0.22} />
        </pattern>
        <marker
          id={`${id}a`}
          viewBox="0 0 8 8"
          refX={6}
          refY={4}
          markerWidth={7}
          markerHeight={7}
          orient="auto"
        >
          <path d="M0 0L8 4L0 8Z" fill="var(--chakra-colors-water)" />
        </marker>
      </defs>
      <g transform={toPage(sheet)}>
        <path d={still} fill={`url(#${id}h)`} />
      </g>
      {map.paths.map((path) => (
        <path
          key={path.join(' ')}
          d={`M${path.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}`}
          fill="none"
          stroke="var(--chakra-colors-water)"
          strokeWidth={1.6}
          strokeDasharray="6 4"
          markerMid={`url(#${id}a)`}
          markerEnd={`url(#${id}a)`}
        />
      ))}
    </g>
  )
})

/** Beyond the panes nothing stands: there it counts as swift, cm/s. */
const SWIFT = 1e3
const stillPath = (map: FlowMap): string =>
  pathUnder(
    map.speed.map((one) => (one < 0 ? SWIFT : one)),
    map,
    STANDS_CM_S,
  )
