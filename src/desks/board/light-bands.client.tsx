'use client'

import { memo, useMemo } from 'react'
import { lightMap } from '@/core/layout/light-map'
import type { Scene } from '@/core/layout/scene'
import { pathUnder } from '@/ui/drawing/contour-path'
import { toPage, type Sheet } from './sheet'

/** Below these the ground is drawn darker, step by step, µmol m⁻² s⁻¹. Common practice: low under 30, medium to 80; carpets want 30, crypts 12. */
export const LIGHT_BANDS = [50, 30, 12] as const

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
      {bands.map(({ under, path }) => (
        <path key={under} d={path} fill="var(--chakra-colors-ink)" fillOpacity={0.17} />
      ))}
    </g>
  )
})

const bandsOf = (scene: Scene): { under: number; path: string }[] => {
  const map = lightMap(scene)
  return LIGHT_BANDS.map((under) => ({ under, path: pathUnder(map.par, map, under) }))
}
