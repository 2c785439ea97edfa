import { sayFlow } from '@/core/water/balance/balance.words'
import type { Estimate } from '@/core/quantity/estimate'
import { sayEstimate, sayNumber } from '@/core/quantity/say'
import type { Balance, Flow } from '@/core/water/balance/balance'
import { svgText } from '@/ui/drawing/svg-text'

/** The page it is drawn on: a desk, or a phone held upright, where labels run over more lines. */
interface Sheet {
  width: number
  height: number
  tank: { left: number; right: number; top: number; bottom: number }
  /** Room for labels on either side, and characters in a line of them. */
  label: number
  characters: number
}
const DESK: Sheet = {
  width: 760,
  height: 330,
  tank: { left: 300, right: 460, top: 44, bottom: 286 },
  label: 186,
  characters: 24,
}
const PHONE: Sheet = {
  width: 366,
  height: 400,
  tank: { left: 142, right: 224, top: 20, bottom: 384 },
  label: 114,
  characters: 13,
}
/** The wider side of all streams together, pixels. */
const BREADTH = 168
const GAP = 30
/** What carries less than this share of all is left to the list beside the drawing. */
const TOO_THIN = 0.01
const colour = (name: string) => `var(--chakra-colors-${name})`

interface Placed {
  flow: Flow
  name: string
  /** Thickness, and the middle at the far end and at the glass. */
  breadth: number
  far: number
  near: number
}

/** A week of a parameter as streams into the tank and out of it, as broad as they carry. What was counted from entries is filled; what was inferred is hatched. */
export function Streams({
  balance,
  level,
  name,
  unit,
  onPhone = false,
}: {
  balance: Balance
  level: string
  name: string
  unit: string
  onPhone?: boolean
}) {
  const sheet = onPhone ? PHONE : DESK
  const { width, height } = sheet
  // A hatch inside a drawing that is not shown would not be drawn either: each has its own.
  const hatch = onPhone ? 'stream-hatch-phone' : 'stream-hatch'
  const total = (sign: number) =>
    balance.flows.reduce((sum, flow) => sum + Math.max(0, sign * flow.perWeek.value), 0)
  const most = Math.max(total(1), total(-1), 1e-9)
  const scale = BREADTH / most
  const side = (sign: number) =>
    balance.flows.filter((flow) => sign * flow.perWeek.value > TOO_THIN * most).sort(largest)
  const [into, out] = [side(1), side(-1)]
  const nameOfFlow = (flow: Flow) => sayFlow(flow, balance.parameter)
  const change = balance.levelPerWeek
  const drift = sayDrift(change)
  const says = `${name} in a week: ${balance.flows.map((flow) => `${nameOfFlow(flow)} ${sayNumber(flow.perWeek.value)}`).join(', ')}; the level ${drift}`
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      role="img"
      aria-label={says}
      style={{ display: 'block', maxWidth: width }}
    >
      <defs>
        <pattern
          id={hatch}
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1={0} y1={0} x2={0} y2={6} stroke={colour('pencil')} strokeWidth={1} />
        </pattern>
      </defs>
      {(
        [
          ['in', into],
          ['out', out],
        ] as const
      ).flatMap(([side, flows]) =>
        place(flows, nameOfFlow, scale, sheet).map((placed) => (
          <Stream
            key={`${side} ${placed.name}`}
            placed={placed}
            side={side}
            unit={unit}
            sheet={sheet}
            hatch={hatch}
          />
        )),
      )}
      <Tank sheet={sheet} />
      <Lines sheet={sheet} lines={{ name, level, drift }} />
    </svg>
  )
}

/** The glass between the streams, with its water. */
function Tank({ sheet: { tank } }: { sheet: Sheet }) {
  return (
    <>
      <rect
        x={tank.left}
        y={tank.top + 14}
        width={tank.right - tank.left}
        height={tank.bottom - tank.top - 14}
        fill={colour('wash')}
        opacity={0.55}
      />
      <line
        x1={tank.left}
        x2={tank.right}
        y1={tank.top + 14}
        y2={tank.top + 14}
        stroke={colour('water')}
        strokeWidth={1.6}
      />
      <path
        d={`M${tank.left} ${tank.top}V${tank.bottom}H${tank.right}V${tank.top}`}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={2.4}
      />
    </>
  )
}

/** What is written in the glass. */
function Lines({
  sheet,
  lines: { name, level, drift },
}: {
  sheet: Sheet
  lines: { name: string; level: string; drift: string }
}) {
  const { tank } = sheet
  const middle = (tank.left + tank.right) / 2
  const pencilled = { x: middle, textAnchor: 'middle', fill: colour('pencil') } as const
  return (
    <>
      <text
        x={middle}
        y={tank.top + 52}
        textAnchor="middle"
        fill={colour('ink')}
        className="serif"
        style={svgText(16, 620)}
      >
        {name}
      </text>
      <text {...pencilled} y={tank.top + 74} style={svgText(sheet === PHONE ? 13 : 14)}>
        {level}
      </text>
      <text {...pencilled} y={tank.bottom - 18} style={svgText(13)}>
        {drift}
      </text>
      {sheet === PHONE ? null : (
        <text {...pencilled} y={tank.bottom + 24} style={svgText(13)}>
          each stream: a week
        </text>
      )}
    </>
  )
}

const largest = (a: Flow, b: Flow) => Math.abs(b.perWeek.value) - Math.abs(a.perWeek.value)

function place(
  flows: readonly Flow[],
  nameOfFlow: (flow: Flow) => string,
  scale: number,
  { tank, characters }: Sheet,
): Placed[] {
  const breadths = flows.map((flow) => Math.max(1.2, Math.abs(flow.perWeek.value) * scale))
  const apart = flows.map((flow, i) =>
    Math.max(breadths[i], 14 * wrap(nameOfFlow(flow), characters).length + 16),
  )
  const spread =
    apart.reduce((sum, height) => sum + height, 0) + GAP * 0.35 * Math.max(0, flows.length - 1)
  const middle = (tank.top + 20 + tank.bottom) / 2
  const sum = breadths.reduce((total, breadth) => total + breadth, 0)
  let [far, near] = [Math.max(16, middle - spread / 2), middle - sum / 2]
  return flows.map((flow, i) => {
    const placed = {
      flow,
      name: nameOfFlow(flow),
      breadth: breadths[i],
      far: far + apart[i] / 2,
      near: near + breadths[i] / 2,
    }
    far += apart[i] + GAP * 0.35
    near += breadths[i]
    return placed
  })
}

function Stream({
  placed: { flow, name, breadth, far, near },
  side,
  unit,
  sheet,
  hatch,
}: {
  placed: Placed
  side: 'in' | 'out'
  unit: string
  sheet: Sheet
  hatch: string
}) {
  const { tank, width, label, characters } = sheet
  const [x0, x1] = side === 'in' ? [label + 6, tank.left] : [tank.right, width - label - 10]
  const [y0, y1] = side === 'in' ? [far, near] : [near, far]
  const bend = (x0 + x1) / 2
  const half = breadth / 2
  const d = `M${x0} ${y0 - half}C${bend} ${y0 - half} ${bend} ${y1 - half} ${x1} ${y1 - half}V${y1 + half}C${bend} ${y1 + half} ${bend} ${y0 + half} ${x0} ${y0 + half}Z`
  const rest = flow.inferred
  const tone =
    flow.kind === 'changes' || flow.kind === 'source' || flow.kind === 'top-up'
      ? 'water'
      : 'leaf-green'
  const labelX = side === 'in' ? label : width - label + 2
  const value =
    flow.perWeek.value < 0
      ? {
          ...flow.perWeek,
          value: -flow.perWeek.value,
          low: -flow.perWeek.high,
          high: -flow.perWeek.low,
        }
      : flow.perWeek
  const lines = wrap(name, characters)
  return (
    <g>
      <title>{`${name}: ${flow.perWeek.because}`}</title>
      <path
        d={d}
        fill={rest ? `url(#${hatch})` : colour(tone)}
        fillOpacity={rest ? 0.8 : 0.62}
        stroke={rest ? colour('pencil') : 'none'}
        strokeDasharray="4 3"
      />
      {side === 'in' ? (
        <path
          d={`M${x1 - 9} ${y1 - 4}l7 4l-7 4`}
          fill="none"
          stroke={colour('ink')}
          strokeWidth={1.2}
        />
      ) : (
        <path
          d={`M${x1 + 1} ${y1 - 4}l7 4l-7 4`}
          fill="none"
          stroke={colour('ink')}
          strokeWidth={1.2}
        />
      )}
      <text
        x={labelX}
        y={far - 7 * (lines.length - 1) - 2}
        textAnchor={side === 'in' ? 'end' : 'start'}
        fill={rest ? colour('pencil') : colour('ink')}
        style={svgText(characters < 20 ? 12 : 13, 560)}
      >
        {lines.map((line, i) => (
          <tspan key={line} x={labelX} dy={i === 0 ? 0 : 14}>
            {line}
          </tspan>
        ))}
        <tspan x={labelX} dy={15} fill={colour('pencil')} style={{ fontWeight: 450 }}>
          {sayEstimate(value, characters < 20 ? '' : unit)}
        </tspan>
      </text>
    </g>
  )
}

/** A label in lines of about as many characters. */
function wrap(text: string, characters: number): string[] {
  const count = Math.ceil(text.length / characters)
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    const full =
      last === undefined ||
      (lines.length < count
        ? last.length + word.length / 2 > text.length / count
        : last.length + word.length >= 1.3 * characters)
    if (full) lines.push(word)
    else lines[lines.length - 1] = `${last} ${word}`
  }
  return lines
}

/** Where a level goes in a week, when its range leaves no doubt of the side. */
function sayDrift(change: Estimate): string {
  if (change.low > 0) return `rises ${sayEstimate(change)} a week`
  if (change.high >= 0) return 'stands still'
  return `falls ${sayNumber(-change.value, (change.high - change.low) / 2)} a week`
}
