'use client'

import { memo, useMemo } from 'react'
import { LIGHT_STEPS, lightMap } from '@/core/layout/light-map'
import type { Scene } from '@/core/layout/scene'
import { pathUnder } from '@/ui/drawing/contour-path'
import { toPage, type Sheet } from './sheet'

/** Where little light reaches the ground today: each band a shade darker. */
export const LightBands = memo(function LightBands({
  scene,
  sheet,
}: {
  scene: Scene
  sheet: Sheet
}) {
  const bands = useMemo(() => bandsOf(scene), [scene])
  return (
    <g transform={toPage(sheet)} style={{ pointerEvents: 'none' }} data-testid="light-bands">
      <rect width={sheet.across} height={sheet.up} fill="var(--chakra-colors-lit)" />
      {bands.map(({ under, path }) => (
        <path key={under} d={path} fill="var(--chakra-colors-shade)" />
      ))}
    </g>
  )
})

const bandsOf = (scene: Scene): { under: number; path: string }[] => {
  const map = lightMap(scene)
  return LIGHT_STEPS.map((under) => ({ under, path: pathUnder(map.par, map, under) }))
}
