'use client'

import { useMemo } from 'react'
import { blocking, keepOutsOf } from '@/core/board/keep-outs'
import type { Board, BoardFitting, Glass, Species } from '@/core/history/types'
import { svgText } from '@/ui/drawing/svg-text'
import type { Axes } from './handling.client'
import { toPage, type Sheet } from './sheet'
import { handled, type Handling } from './things.client'
import type { ForThing } from './view-props'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** The rooms that outlets, inlets and lamps want free, seen from above; one in which something stands is hatched in clay. Checked anew while a thing is dragged. */
export function KeepOuts({
  board,
  glass,
  species,
  sheet,
}: {
  board: Board
  glass: Glass
  species: ReadonlyMap<string, Species>
  sheet: Sheet
}) {
  const keepOuts = useMemo(() => keepOutsOf(board.fittings ?? []), [board.fittings])
  const broken = useMemo(
    () =>
      new Set(
        blocking(board, glass, species, keepOuts).map(({ keepOut: { fittingId } }) => fittingId),
      ),
    [board, glass, species, keepOuts],
  )
  return (
    <g style={{ pointerEvents: 'none' }} data-testid="keep-outs">
      {keepOuts.map(({ fittingId, of, shape }) => {
        const stands = broken.has(fittingId)
        // A lamp hangs over much that is below it: its room is shown only where something grows into it.
        return of === 'lamp' && !stands ? null : (
          <path
            key={`${fittingId} ${of}`}
            transform={toPage(sheet)}
            d={`M${shape.map(([x, z]) => `${x} ${z}`).join('L')}Z`}
            data-broken={stands || undefined}
            fill={stands ? colour('clay') : colour('water')}
            fillOpacity={stands ? 0.22 : 0.1}
            stroke={stands ? colour('clay') : colour('water')}
            strokeWidth={stands ? 1.6 : 1}
            strokeDasharray={stands ? undefined : '3 3'}
            vectorEffect="non-scaling-stroke"
          />
        )
      })}
    </g>
  )
}

/** Where a part is drawn in a view, px. A lamp over the rim hangs at the upper edge. */
function placeOf({ x, z, y }: BoardFitting, sheet: Sheet, axes: Axes): [number, number] {
  if (axes === 'plan') return [sheet.x(x), sheet.y(z)]
  return [sheet.x(axes === 'front' ? x : z), Math.max(sheet.y(sheet.up) - 3, sheet.y(y))]
}

/** The parts of things in a view, each taken hold of like anything else. */
export function Fittings({
  fittings,
  sheet,
  axes,
  hanging,
  of,
}: {
  fittings: readonly BoardFitting[]
  sheet: Sheet
  axes: Axes
  /** Whether things are being hung: else a lamp seen from above lets the hand through to what stands below. */
  hanging: boolean
  of: (id: string) => ForThing
}) {
  return fittings.map((fitting) => {
    const { handling, chosen, pencil } = of(fitting.id)
    return (
      <g key={fitting.id}>
        {chosen && axes !== 'plan' ? <Cone fitting={fitting} sheet={sheet} axes={axes} /> : null}
        <Fitting
          fitting={fitting}
          at={placeOf(fitting, sheet, axes)}
          edge={sheet.x(sheet.across)}
          axes={axes}
          chosen={chosen}
          pencil={pencil}
          through={fitting.part === 'lamp' && axes === 'plan' && !hanging}
          handling={handling}
        />
      </g>
    )
  })
}

/** Where a lamp in hand gives half its light and more, down to the bottom. */
function Cone({ fitting, sheet, axes }: { fitting: BoardFitting; sheet: Sheet; axes: Axes }) {
  const { spread, long = 0, y } = fitting
  if (!spread) return null
  const middle = axes === 'front' ? fitting.x : fitting.z
  const half = axes === 'front' ? long / 2 : 0
  const aside = half + y * Math.tan((spread * Math.PI) / 360)
  const [left, right] = [Math.max(0, middle - aside), Math.min(sheet.across, middle + aside)]
  const foot = (end: number, at: number) => {
    // Cut off where the beam meets the pane.
    const reach = Math.abs(end - middle) - half
    return reach <= 0 ? at : Math.max(0, y - reach / Math.tan((spread * Math.PI) / 360))
  }
  const top = Math.max(sheet.y(sheet.up) - 3, sheet.y(y))
  return (
    <path
      d={`M${sheet.x(middle - half)} ${top}L${sheet.x(left)} ${sheet.y(foot(left, 0))}V${sheet.y(0)}H${sheet.x(right)}V${sheet.y(foot(right, 0))}L${sheet.x(middle + half)} ${top}Z`}
      fill={colour('leaf-pale')}
      fillOpacity={0.25}
      stroke={colour('pencil')}
      strokeDasharray="4 4"
      style={{ pointerEvents: 'none' }}
    />
  )
}

/** A letter of a label takes about so much, px. */
const LETTER_PX = 6

function Fitting({
  fitting,
  at: [px, py],
  edge,
  axes,
  chosen,
  pencil,
  through,
  handling,
}: {
  fitting: BoardFitting
  at: [number, number]
  /** The right end of the view, px. */
  edge: number
  axes: Axes
  chosen: boolean
  pencil: boolean
  through: boolean
  handling: Handling
}) {
  const { id, name, part } = fitting
  const label = part === 'body' || part === 'lamp' ? name.replace(': in the tank', '') : part
  const outward = px + 10 + label.length * LETTER_PX > edge
  const stroke = chosen ? colour('water') : colour(pencil ? 'pencil' : 'ink')
  return (
    <g
      {...handled(name, chosen, id, handling)}
      data-thing={id}
      pointerEvents={through ? 'none' : undefined}
    >
      <circle cx={px} cy={py} r={12} fill="transparent" />
      <g
        transform={`translate(${px} ${py})`}
        fill={colour('paper')}
        stroke={stroke}
        strokeWidth={chosen ? 2.2 : 1.4}
        strokeDasharray={pencil && !chosen ? '3 2' : undefined}
      >
        <Mark part={part} axes={axes} toward={fitting.toward} />
      </g>
      {part === 'lamp' && (axes === 'side' || (axes === 'plan' && !chosen)) ? null : (
        <text
          x={px + (outward ? -10 : 10)}
          y={py - 7}
          textAnchor={outward ? 'end' : 'start'}
          fill={colour('ink')}
          stroke={colour('paper')}
          strokeWidth={2.5}
          paintOrder="stroke"
          style={{ ...svgText(11, 560), pointerEvents: 'none' }}
        >
          {label}
        </text>
      )}
    </g>
  )
}

/** A small drawing of a part about its middle, px: an outlet blows, an inlet is a strainer, stones bubble, a lamp is a bar. */
function Mark({
  part,
  axes,
  toward = 0,
}: {
  part: BoardFitting['part']
  axes: Axes
  toward: number | undefined
}) {
  switch (part) {
    case 'outlet':
      return <OutletMark axes={axes} toward={toward} />
    case 'inlet':
      return (
        <>
          <circle r={5.5} />
          <path d="M-4 -2H4M-5 1H5M-3 4H3" fill="none" strokeWidth={0.9} />
        </>
      )
    case 'lamp':
      return <rect x={-16} y={-2.5} width={32} height={5} fill={colour('leaf-pale')} />
    case 'body':
      return <rect x={-4} y={-7} width={8} height={14} rx={2} />
    default:
      return (
        <>
          <rect x={-6} y={1} width={12} height={4} rx={2} />
          <path d="M-3 -2v-1M0 -5v-1M3 -3v-1" fill="none" strokeLinecap="round" strokeWidth={2} />
        </>
      )
  }
}

/** Seen so nearly along its jet, its arrow would point where nothing blows: share of the jet that goes across the view. */
const END_ON = 0.3

/** An outlet and where it blows; seen along its jet, a point that comes towards the eye or a cross that goes away from it. */
function OutletMark({ axes, toward }: { axes: Axes; toward: number }) {
  if (axes !== 'plan' && Math.abs(acrossOf(toward, axes)) < END_ON)
    return (
      <>
        <rect x={-5} y={-5} width={10} height={10} />
        {goesAway(toward, axes) ? (
          <path d="M-3 -3L3 3M3 -3L-3 3" fill="none" />
        ) : (
          <circle r={1.8} fill="currentColor" />
        )}
      </>
    )
  return (
    <g transform={`rotate(${turnedOnPage(toward, axes)})`}>
      <rect x={-6} y={-3.5} width={8} height={7} />
      <path d="M3 0H14M10 -3.5L14 0L10 3.5" fill="none" />
    </g>
  )
}

/** The front is looked at from the front, the side from the right. */
const goesAway = (toward: number, axes: Axes): boolean => {
  const turn = (toward * Math.PI) / 180
  return axes === 'front' ? Math.sin(turn) > 0 : Math.cos(turn) < 0
}

/** How an outlet is turned on the page, degrees with the clock: as it is from above, to the right or the left from elsewhere. */
function turnedOnPage(toward: number, axes: Axes): number {
  if (axes === 'plan') return -toward
  return acrossOf(toward, axes) >= 0 ? 0 : 180
}

/** How far across a view from the front or the side an outlet blows: to the right of it, or against. */
const acrossOf = (toward: number, axes: Axes): number => {
  const turn = (toward * Math.PI) / 180
  return axes === 'side' ? Math.sin(turn) : Math.cos(turn)
}
