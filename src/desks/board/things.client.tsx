'use client'

import { memo } from 'react'
import type { BoardPiece, BoardPlanting, Point, Polygon, Species } from '@/core/history/types'
import { spanOf } from '@/core/layout/draw-plant'
import type { DrawnPlant } from '@/core/layout/drawn-scene'
import { isFlat } from '@/core/plants/groups'
import { CM_PER_INCH } from '@/core/quantity/measures'
import { useMeasures } from '@/ui/measures.client'
import { boxOf, middleOf } from '@/core/board/board'
import { PlantInk } from '@/ui/drawing/elevation'
import { softOutline } from '@/ui/drawing/geometry'
import { svgText } from '@/ui/drawing/svg-text'
import { toPage, type Sheet } from './sheet'

const colour = (name: string) => `var(--chakra-colors-${name})`
const TINT = {
  green: 'leaf-green',
  pale: 'leaf-pale',
  olive: 'leaf-olive',
  red: 'leaf-red',
} as const

export interface Handling {
  /** What use-gesture listens with. */
  bind: (id: string) => object
  onKey: (event: React.KeyboardEvent, id: string) => void
  onFocus: (id: string) => void
  /** A pointer went down on it: the focus follows. */
  onPointed: () => void
}

/** How a thing that can be taken hold of is told to those who do not see it. */
export const handled = (
  name: string,
  chosen: boolean,
  id: string,
  { bind, onKey, onFocus, onPointed }: Handling,
) => ({
  ...bind(id),
  onPointerDownCapture: onPointed,
  role: 'button',
  tabIndex: 0,
  'aria-label': name,
  'aria-pressed': chosen,
  onKeyDown: (event: React.KeyboardEvent) => onKey(event, id),
  onFocus: () => onFocus(id),
  style: { cursor: 'grab', touchAction: 'none', outline: 'none' } as const,
})

/** A planting seen from above: its patch, and its stake in the middle. What was moved or is new is pencil. */
export const PlantingAbove = memo(function PlantingAbove({
  planting,
  species,
  sheet,
  chosen,
  pencil,
  handling,
}: {
  planting: BoardPlanting
  species: Species | undefined
  sheet: Sheet
  chosen: boolean
  pencil: boolean
  handling: Handling
}) {
  const floats = planting.zone === 'surface'
  const { x, z } = middleOf(planting.patch)
  const { right, front } = boxOf(planting.patch)
  // A floater lies over the others: its stake stands in a corner of its own.
  const [codeX, codeZ] = floats ? [right - 4, front + 3] : [x, z]
  return (
    <g
      {...handled(`${planting.stake} ${planting.name}`, chosen, planting.id, handling)}
      data-thing={planting.id}
    >
      <path
        transform={toPage(sheet)}
        d={softOutline(planting.patch)}
        fill={colour(TINT[species?.leaf.tint ?? 'green'])}
        fillOpacity={floats ? 0.15 : 0.7}
        stroke={chosen ? colour('water') : colour(pencil ? 'pencil' : 'ink')}
        strokeWidth={chosen ? 2.4 : 1.1}
        strokeDasharray={pencil || floats ? '4 3' : undefined}
        vectorEffect="non-scaling-stroke"
        pointerEvents={floats ? 'none' : undefined}
      />
      {floats ? (
        // Floaters lie over everything: they are taken by their edge or their stake, and let a hand through to what is below.
        <path
          transform={toPage(sheet)}
          d={softOutline(planting.patch)}
          fill="none"
          stroke="transparent"
          strokeWidth={16}
          vectorEffect="non-scaling-stroke"
          pointerEvents="stroke"
        />
      ) : null}
      <text
        x={sheet.x(codeX)}
        y={sheet.y(codeZ) + 4}
        textAnchor="middle"
        fill={colour('ink')}
        style={{ ...svgText(11, 650), pointerEvents: 'none' }}
      >
        {planting.stake}
      </text>
    </g>
  )
})

/** A stone or a piece of wood as a view sees it. */
export const Piece = memo(function Piece({
  piece,
  outline,
  sheet,
  chosen,
  pencil,
  handling,
}: {
  piece: BoardPiece
  outline: Polygon
  sheet: Sheet
  chosen: boolean
  pencil: boolean
  handling: Handling
}) {
  return (
    <g {...handled(piece.label, chosen, piece.id, handling)} data-thing={piece.id}>
      <path
        transform={toPage(sheet)}
        d={softOutline(outline)}
        fill={colour(piece.material)}
        {...edge(chosen, pencil)}
      />
    </g>
  )
})

const edge = (chosen: boolean, pencil: boolean) =>
  ({
    stroke: chosen ? colour('water') : colour(pencil ? 'pencil' : 'ink'),
    strokeWidth: chosen ? 2.4 : 1.1,
    strokeDasharray: pencil ? '4 3' : undefined,
    vectorEffect: 'non-scaling-stroke',
  }) as const

/** A planting seen from the front or the side: drawn as it has grown where that is known, else as a soft bush. */
export const PlantingUpright = memo(function PlantingUpright({
  planting,
  species,
  grown,
  sheet,
  low,
  high,
  footCm,
  heightCm,
  chosen,
  pencil,
  handling,
  within,
}: {
  planting: BoardPlanting
  species: Species | undefined
  grown: DrawnPlant | undefined
  sheet: Sheet
  /** Its edges across the view, cm. */
  low: number
  high: number
  footCm: number
  heightCm: number
  chosen: boolean
  pencil: boolean
  handling: Handling
  /** The clip path in which its leaves end: at the glass, open above. */
  within?: string
}) {
  const shift = grown && shiftOf(grown, [low, high], footCm)
  const outline = softOutline(bushOf(species, [low, high], footCm, heightCm))
  return (
    <g
      {...handled(`${planting.stake} ${planting.name}`, chosen, planting.id, handling)}
      data-thing={planting.id}
    >
      {grown && shift ? (
        <g clipPath={within && `url(#${within})`}>
          <g transform={`${toPage(sheet)} translate(${shift.dx} ${shift.dy})`}>
            <PlantInk plant={grown} pencil={pencil} algae={0} depth={1} scale={sheet.scale} />
          </g>
        </g>
      ) : null}
      <path
        transform={toPage(sheet)}
        d={outline}
        fill={colour(TINT[species?.leaf.tint ?? 'green'])}
        fillOpacity={shift ? 0.02 : 0.5}
        {...edge(chosen, pencil)}
        strokeOpacity={shift && !chosen ? 0 : 1}
      />
    </g>
  )
})

/** How far the drawing of a planting was moved since it was made; null where it was stretched, and has to be drawn anew. */
function shiftOf(
  { planting, rootCm }: DrawnPlant,
  [low, high]: readonly [number, number],
  footCm: number,
): { dx: number; dy: number } | null {
  const [left, right] = spanOf(planting)
  if (Math.abs(right - left - (high - low)) > 0.2) return null
  const dy = planting.zone === 'surface' ? 0 : footCm - rootCm
  return { dx: low - left, dy }
}

function bushOf(
  species: Species | undefined,
  [low, high]: readonly [number, number],
  footCm: number,
  heightCm: number,
): Point[] {
  const top = footCm + Math.max(1, heightCm)
  if (species && isFlat(species.group))
    return [
      [low, footCm],
      [low, top],
      [high, top],
      [high, footCm],
    ]
  const [lean, half] = [(high - low) * 0.12, (footCm + top) / 2]
  return [
    [low + lean, footCm],
    [low - lean * 0.4, half],
    [low + lean, top],
    [(low + high) / 2, top + 0.6],
    [high - lean, top],
    [high + lean * 0.4, half],
    [high - lean, footCm],
  ]
}

/** Room a stake’s code takes, px. */
const CODE = { width: 18, height: 11 } as const

/** The stakes of plantings seen upright, each at its foot; where two would stand in one place the later steps up. */
export function Codes({
  sheet,
  of,
}: {
  sheet: Sheet
  of: readonly { id: string; stake: string; at: number; footCm: number; floats: boolean }[]
}) {
  const placed: { id: string; stake: string; x: number; y: number }[] = []
  for (const { id, stake, at, footCm, floats } of [...of].sort((a, b) => a.footCm - b.footCm)) {
    const x = sheet.x(at)
    let y = sheet.y(footCm) + (floats ? -6 : 12)
    const taken = () =>
      placed.some((one) => Math.abs(one.x - x) < CODE.width && Math.abs(one.y - y) < CODE.height)
    while (taken()) y -= CODE.height
    placed.push({ id, stake, x, y })
  }
  return placed.map(({ id, stake, x, y }) => (
    <text
      key={id}
      x={x}
      y={y}
      textAnchor="middle"
      fill={colour('ink')}
      stroke={colour('paper')}
      strokeWidth={2.5}
      paintOrder="stroke"
      style={{ ...svgText(11, 650), pointerEvents: 'none' }}
    >
      {stake}
    </text>
  ))
}

/** The drawing a view is made on. */
export function SheetSvg({
  ref,
  sheet,
  says,
  view,
  children,
}: {
  ref: React.Ref<SVGSVGElement>
  sheet: Sheet
  says: string
  view: 'plan' | 'front' | 'side'
  children: React.ReactNode
}) {
  return (
    <svg
      ref={ref}
      width={sheet.width}
      height={sheet.height}
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      role="group"
      aria-label={says}
      data-view={view}
      data-scale={sheet.scale}
      style={{ display: 'block', maxWidth: '100%', height: 'auto', userSelect: 'none' }}
    >
      {children}
    </svg>
  )
}

/** The water behind everything; a tap on it lets go of what is held. */
export function Water({
  sheet,
  waterlineCm,
  onClick,
}: {
  sheet: Sheet
  waterlineCm: number
  onClick: () => void
}) {
  return (
    <rect
      x={sheet.x(0)}
      y={sheet.y(waterlineCm)}
      width={sheet.across * sheet.scale}
      height={waterlineCm * sheet.scale}
      fill={colour('wash')}
      fillOpacity={0.6}
      onClick={onClick}
    />
  )
}

export function WaterLine({ sheet, waterlineCm }: { sheet: Sheet; waterlineCm: number }) {
  return (
    <path
      d={`M${sheet.x(0)} ${sheet.y(waterlineCm)}H${sheet.x(sheet.across)}`}
      stroke={colour('water')}
      strokeWidth={1.4}
      style={{ pointerEvents: 'none' }}
    />
  )
}

/** Lines at a third and two thirds of a view, each way: where the eye likes a focal piece. Common practice. */
export function Thirds({ sheet }: { sheet: Sheet }) {
  const { across, up } = sheet
  const upright = [1, 2].map((n) => `M${sheet.x((n * across) / 3)} ${sheet.y(0)}V${sheet.y(up)}`)
  const level = [1, 2].map((n) => `M${sheet.x(0)} ${sheet.y((n * up) / 3)}H${sheet.x(across)}`)
  return (
    <path
      d={[...upright, ...level].join('')}
      stroke={colour('pencil')}
      strokeDasharray="6 5"
      strokeOpacity={0.7}
      fill="none"
      style={{ pointerEvents: 'none' }}
      data-testid="thirds"
    />
  )
}

/** The frame of a view: glass, rulers along two sides, and what it is called. */
export function Frame({
  sheet,
  says,
  open = false,
  faint = false,
}: {
  sheet: Sheet
  says: string
  /** The panes are drawn by themselves: their box is but a guide. */
  faint?: boolean
  /** Without a pane along its upper edge. */
  open?: boolean
}) {
  const measures = useMeasures()
  // As the keeper measures: centimetres by tens, inches by fives, twice as far apart on a long tank.
  const unit = measures.system === 'US' ? CM_PER_INCH : 1
  const step = (measures.system === 'US' ? 5 : 10) * (sheet.across > 70 ? 2 : 1)
  const marks = (extent: number) =>
    Array.from({ length: Math.floor(extent / (step * unit)) + 1 }, (_, i) => ({
      cm: i * step * unit,
      shown: i * step,
    }))
  const [x0, x1, y0, y1] = [sheet.x(0), sheet.x(sheet.across), sheet.y(0), sheet.y(sheet.up)]
  const text = { fill: colour('pencil'), style: svgText(11) }
  return (
    <g style={{ pointerEvents: 'none' }}>
      <path
        d={open ? `M${x0} ${y1}V${y0}H${x1}V${y1}` : `M${x0} ${y0}H${x1}V${y1}H${x0}Z`}
        fill="none"
        stroke={colour(faint ? 'rule' : 'ink')}
        strokeWidth={faint ? 1 : 1.8}
        strokeDasharray={faint ? '2 4' : undefined}
      />
      <text x={x0} y={y1 - 7} {...text}>
        {says}
      </text>
      {marks(sheet.across).map(({ cm, shown }) => (
        <g key={`x${cm}`}>
          <path d={`M${sheet.x(cm)} ${y0}v4`} stroke={colour('ink')} />
          <text x={sheet.x(cm)} y={y0 + 16} textAnchor="middle" {...text}>
            {shown}
          </text>
        </g>
      ))}
      {marks(sheet.up).map(({ cm, shown }) => (
        <g key={`y${cm}`}>
          <path d={`M${x0 - 4} ${sheet.y(cm)}h4`} stroke={colour('ink')} />
          <text x={x0 - 7} y={sheet.y(cm) + 4} textAnchor="end" {...text}>
            {shown}
          </text>
        </g>
      ))}
    </g>
  )
}
