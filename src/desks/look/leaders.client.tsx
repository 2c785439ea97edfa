'use client'

import { Box } from '@chakra-ui/react'
import { useLayoutEffect, useState, type RefObject } from 'react'
import type { Finding } from '@/core/history/finding'
import type { Scene } from '@/core/layout/scene'
import { patchCentre } from '@/core/plants/place'
import { ELEVATION_MARGIN, frontProjection } from '@/ui/drawing/geometry'

interface Line {
  key: string
  x1: number
  y1: number
  x2: number
  y2: number
}

/** Pencil lines from each margin note to what it speaks of in the drawing. Only where note and drawing stand side by side. */
export function Leaders({
  wrapper,
  scene,
  notes,
  width,
  maxHeight,
}: {
  wrapper: RefObject<HTMLDivElement | null>
  scene: Scene
  notes: readonly Finding[]
  width: number
  maxHeight: number
}) {
  const [lines, setLines] = useState<Line[]>([])
  useLayoutEffect(() => {
    const box = wrapper.current
    if (!box) return
    const draw = () => setLines(measure(box, scene, notes, width, maxHeight))
    draw()
    const observer = new ResizeObserver(draw)
    observer.observe(box)
    // The notes scroll beside the drawing; the lines go with them.
    const notesColumn = box.querySelector('[data-notes]')
    notesColumn?.addEventListener('scroll', draw, { passive: true })
    return () => {
      observer.disconnect()
      notesColumn?.removeEventListener('scroll', draw)
    }
  }, [wrapper, scene, notes, width, maxHeight])
  return (
    <Box
      position="absolute"
      inset={0}
      pointerEvents="none"
      aria-hidden="true"
      display={{ base: 'none', lg: 'block' }}
    >
      <svg width="100%" height="100%" style={{ overflow: 'visible' }}>
        {lines.map((line) => (
          <g
            key={line.key}
            stroke="var(--chakra-colors-pencil)"
            strokeWidth={0.9}
            strokeDasharray="3 3.5"
            fill="none"
          >
            <path d={`M${line.x1} ${line.y1}L${line.x2} ${line.y2}`} />
            <circle cx={line.x1} cy={line.y1} r={2.4} strokeDasharray="none" />
          </g>
        ))}
      </svg>
    </Box>
  )
}

function measure(
  box: HTMLDivElement,
  scene: Scene,
  notes: readonly Finding[],
  width: number,
  maxHeight: number,
): Line[] {
  const origin = box.getBoundingClientRect()
  const drawing = box.querySelector('svg[data-testid="elevation"]')?.getBoundingClientRect()
  if (!drawing) return []
  const column = box.querySelector('[data-notes]')?.getBoundingClientRect()
  const inView = ({ top, bottom }: DOMRect) =>
    !column || (top >= column.top - 1 && bottom <= column.bottom + 1)
  const stakes = [...box.querySelectorAll('[data-stake]')].map((one) => one.getBoundingClientRect())
  const projection = frontProjection(scene.tank.vessel, width, maxHeight, ELEVATION_MARGIN)
  return notes.flatMap((finding) => {
    const mark = box
      .querySelector(`[data-note="${CSS.escape(finding.key)}"] svg`)
      ?.getBoundingClientRect()
    const anchor = anchorOf(finding, scene)
    if (!mark || !anchor || mark.left < drawing.right - 4 || !inView(mark)) return []
    // From below the drawing a line would cross what is written in its margin.
    if (mark.top > drawing.bottom) return []
    const y = drawing.top + projection.y(anchor[1])
    const x = besideStakes(drawing.left + projection.x(anchor[0]), y, stakes)
    return [
      {
        key: finding.key,
        x1: x - origin.left,
        y1: y - origin.top,
        x2: mark.left - origin.left - 4,
        y2: mark.top - origin.top + mark.height / 2,
      },
    ]
  })
}

const CLEAR_OF_A_STAKE = 6
/** Where a line ends at a height of the page: to the right of whatever stake stands there, so that it does not cross what is written on it. */
const besideStakes = (x: number, y: number, stakes: readonly DOMRect[]): number =>
  [...stakes]
    .sort((a, b) => a.left - b.left)
    .reduce(
      (at, { left, right, top, bottom }) =>
        y >= top && y <= bottom && at >= left - CLEAR_OF_A_STAKE && at <= right
          ? right + CLEAR_OF_A_STAKE
          : at,
      x,
    )

/** The point of the tank, cm, that a finding is about. */
function anchorOf({ subject }: Finding, scene: Scene): [number, number] | null {
  const { vessel, layout } = scene.tank
  switch (subject.of) {
    case 'planting': {
      const plant = scene.plants.find(({ planting }) => planting.id === subject.id)
      if (!plant) return null
      const top = Math.min(vessel.waterlineCm - 1, plant.rootCm + plant.height.value * 0.9)
      return [patchCentre(plant.planting).x, Math.max(plant.rootCm + 1, top)]
    }
    case 'hardscape': {
      const piece = layout?.hardscape.find((candidate) => candidate.id === subject.id)
      if (!piece) return null
      const top = piece.outline.reduce((a, b) => (b[1] > a[1] ? b : a))
      return [top[0], top[1] - 1.5]
    }
    case 'water':
      return [vessel.lengthCm * 0.62, vessel.waterlineCm * 0.82]
    case 'surface':
      return [vessel.lengthCm * 0.7, vessel.waterlineCm]
    case 'ground':
      return [vessel.lengthCm * 0.9, 2]
    default:
      return null
  }
}
