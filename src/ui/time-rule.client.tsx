'use client'

import { leastOf, mostOf } from '@/core/quantity/extent'
import { zoneFormat } from '@/core/quantity/zone'
import { Box } from '@chakra-ui/react'
import { memo, useMemo } from 'react'
import { MS_PER_DAY } from '@/core/quantity/time'
import { useWidth } from './use-width.client'
import { svgText } from './drawing/svg-text'

export type TickKind = 'change' | 'trim' | 'look'
export interface RuleTick {
  day: number
  kind: TickKind
  pencil: boolean
}
export interface RuleBand {
  label: string
  points: { day: number; percent: number }[]
}
interface Props {
  from: number
  to: number
  today: number
  /** The day shown, in whole days from today, and how far it may be moved. */
  offset: number
  reach: { earliest: number; latest: number }
  onOffset: (offset: number) => void
  ticks: readonly RuleTick[]
  band: RuleBand | null
  says: string
}

const LANES: Record<TickKind, { y: number; label: string }> = {
  change: { y: 36, label: 'changes' },
  trim: { y: 57, label: 'trims' },
  look: { y: 76, label: 'rounds' },
}
const HEIGHT = 108
const colour = (name: string) => `var(--chakra-colors-${name})`
const INSET = 10
const LABELS = 58

/** The whole life of the layout on one rule: ink left of today, pencil right of it. A native range lies over it: drag, arrows, page keys. */
export function TimeRule({ from, to, today, offset, reach, onOffset, ticks, band, says }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(1090)
  const { x } = placing(from, to, width)
  const day = today + offset
  const [left, right] = [x(today + reach.earliest), x(today + reach.latest)]
  return (
    <Box ref={ref} position="relative" h={`${HEIGHT}px`} userSelect="none" overflow="hidden">
      <svg width={width} height={HEIGHT} aria-hidden="true" style={{ display: 'block' }}>
        <Marks from={from} to={to} today={today} ticks={ticks} band={band} width={width} />
        <line
          x1={x(day)}
          x2={x(day)}
          y1={14}
          y2={HEIGHT - 4}
          stroke={colour('clay')}
          strokeWidth={2}
        />
        <path d={`M${x(day) - 7} 4H${x(day) + 7}L${x(day)} 15Z`} fill={colour('clay')} />
      </svg>
      <input
        type="range"
        min={reach.earliest}
        max={reach.latest}
        step={1}
        value={offset}
        onChange={(event) => onOffset(Number(event.target.value))}
        aria-label="Day shown"
        aria-valuetext={says}
        className="time-range"
        style={{
          position: 'absolute',
          left: left - 8,
          width: right - left + 16,
          top: 0,
          height: HEIGHT,
          margin: 0,
        }}
      />
    </Box>
  )
}

/** Where a day falls on a rule of a width, and where the rule begins. */
function placing(from: number, to: number, width: number) {
  const narrow = width < 560
  const left = INSET + (narrow ? 0 : LABELS)
  return { narrow, x: (at: number) => left + ((at - from) / (to - from)) * (width - left - INSET) }
}

/** All that does not move while the day is dragged. */
const Marks = memo(function Marks({
  from,
  to,
  today,
  ticks,
  band,
  width,
}: Pick<Props, 'from' | 'to' | 'today' | 'ticks' | 'band'> & { width: number }) {
  const { narrow, x } = placing(from, to, width)
  const months = useMemo(() => monthsBetween(from, to, width), [from, to, width])
  return (
    <>
      <defs>
        <pattern
          id="pencil-hatch"
          width={7}
          height={7}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1={0} y1={0} x2={0} y2={7} stroke={colour('graphite')} strokeWidth={0.7} />
        </pattern>
      </defs>
      <rect
        x={x(today)}
        y={22}
        width={Math.max(0, x(to) - x(today))}
        height={HEIGHT - 28}
        fill="url(#pencil-hatch)"
        opacity={0.55}
      />
      <line x1={x(from)} x2={x(to)} y1={22} y2={22} stroke={colour('ink')} strokeWidth={1} />
      {months.map((month) => (
        <g key={month.day}>
          <line
            x1={x(month.day)}
            x2={x(month.day)}
            y1={month.name === null ? 20 : 17}
            y2={month.name === null ? 24 : 27}
            stroke={colour('ink')}
            strokeWidth={1}
          />
          {month.name === null ? null : (
            <text
              x={x(month.day) + 4}
              y={13}
              fill={month.day > today ? colour('pencil') : colour('ink')}
              style={svgText(12)}
            >
              {month.name}
            </text>
          )}
        </g>
      ))}
      {narrow
        ? null
        : Object.values(LANES).map((lane) => (
            <text
              key={lane.label}
              x={INSET - 10}
              y={lane.y + 4}
              fill={colour('pencil')}
              style={svgText(11)}
            >
              {lane.label}
            </text>
          ))}
      <Ticks ticks={ticks} x={x} />
      {band ? <Band band={band} x={x} /> : null}
      {band && !narrow ? (
        <text x={INSET - 10} y={98} fill={colour('pencil')} style={svgText(11)}>
          {band.label}
        </text>
      ) : null}
      <line
        x1={x(today)}
        x2={x(today)}
        y1={22}
        y2={HEIGHT - 6}
        stroke={colour('ink')}
        strokeWidth={1}
      />
    </>
  )
})

/** One path for each kind of tick in ink and one in pencil: five years of changes are then six elements, not two thousand. */
function Ticks({ ticks, x }: { ticks: readonly RuleTick[]; x: (day: number) => number }) {
  return TICK_KINDS.flatMap((kind) =>
    [false, true].map((pencil) => {
      const own = ticks
        .filter((tick) => tick.kind === kind && tick.pencil === pencil)
        .map((tick) => x(tick.day))
      if (own.length === 0) return null
      const dense = own.length > 1 && (mostOf(own) - leastOf(own)) / own.length < DENSE
      const d = own.map((at) => (dense ? strokePath(kind, at) : tickPath(kind, at))).join('')
      const ink = kind === 'change' ? colour('water') : colour('ink')
      const stroke = pencil ? colour('pencil') : ink
      const thick = kind === 'change' ? 2 : 1.2
      return (
        <path
          key={`${kind}${pencil}`}
          d={d}
          stroke={stroke}
          strokeWidth={dense ? 0.9 : thick}
          strokeDasharray={pencil && kind !== 'look' ? '2 2' : undefined}
          fill={kind === 'look' && !pencil ? stroke : 'none'}
        />
      )
    }),
  )
}

const TICK_KINDS = ['change', 'trim', 'look'] as const satisfies readonly TickKind[]
const at = (value: number) => value.toFixed(1)

/** Closer than this, pixels, signs run into one another: strokes stay countable. */
const DENSE = 7
const strokePath = (kind: TickKind, x: number) => `M${at(x)} ${LANES[kind].y - 5}v10`

function tickPath(kind: TickKind, x: number): string {
  const { y } = LANES[kind]
  if (kind === 'change') return `M${at(x)} ${y - 6}v12`
  if (kind === 'trim') return `M${at(x - 3)} ${y - 5}l6 10m0 -10l-6 10`
  return `M${at(x - 2.3)} ${y}a2.3 2.3 0 1 0 4.6 0a2.3 2.3 0 1 0 -4.6 0z`
}

/** Algae over time as a hatched swell; full height is 25 % cover. */
function Band({ band, x }: { band: RuleBand; x: (day: number) => number }) {
  const y = (percent: number) => 102 - Math.min(1, percent / 25) * 16
  if (band.points.length < 2) return null
  const top = band.points.map((point) => `${x(point.day)} ${y(point.percent)}`).join('L')
  const [first, last] = [band.points[0], band.points[band.points.length - 1]]
  return (
    <path
      d={`M${x(first.day)} 102L${top}L${x(last.day)} 102Z`}
      fill="url(#algae-hatch)"
      fillOpacity={0.8}
      stroke={colour('ink')}
      strokeWidth={0.8}
    />
  )
}

/** How many months from one mark of the rule to the next, and from one name to the next: names must not touch. */
const STEPS = [1, 3, 6, 12, 24, 60] as const
const NAME_ROOM = 34
const MARK_ROOM = 6

/** The months of a rule with the names that fit: months, quarters, half-years or years, and the year at each January of a rule longer than one. */
function monthsBetween(
  from: number,
  to: number,
  width: number,
): { day: number; name: string | null }[] {
  const perMonth = width / Math.max(1, (to - from) / 30.44)
  const [names, marks] = [NAME_ROOM, MARK_ROOM].map(
    (room) => STEPS.find((step) => step * perMonth >= room) ?? STEPS[STEPS.length - 1],
  )
  const long = to - from > 500
  const start = new Date(from * MS_PER_DAY)
  const months: { day: number; name: string | null }[] = []
  for (let month = start.getUTCMonth() + 1; ; month++) {
    const at = Date.UTC(start.getUTCFullYear(), month, 1)
    const day = at / MS_PER_DAY
    if (day > to - 8) return months
    const since = new Date(at).getUTCFullYear() * 12 + new Date(at).getUTCMonth()
    if (since % marks !== 0) continue
    const named = since % names === 0 && (to - day) * (width / (to - from)) > NAME_ROOM - 8
    months.push({
      day,
      name: named ? monthName(at, long && since % 12 === 0) : null,
    })
  }
}

/** A month by its name, or the year it begins on a long rule. */
function monthName(at: number, asYear: boolean): string {
  if (asYear) return String(new Date(at).getUTCFullYear())
  return zoneFormat('UTC', { month: 'short' }).format(at)
}
