import { sayEstimate, sayNumber } from '@/core/quantity/say'
import type { Balance, Flow } from '@/core/water/balance'
import { svgText } from '@/ui/drawing/svg-text'

const WIDTH = 760
const HEIGHT = 330
const TANK = { left: 300, right: 460, top: 44, bottom: 286 } as const
const LABEL = 186
/** The wider side of all streams together, pixels. */
const BREADTH = 168
const GAP = 30
/** What carries less than this share of all is left to the list beside the drawing. */
const TOO_THIN = 0.01
const colour = (name: string) => `var(--chakra-colors-${name})`

interface Placed {
  flow: Flow
  /** Thickness, and the middle at the far end and at the glass. */
  breadth: number
  far: number
  near: number
}

/** A week of a parameter as streams into the tank and out of it, as broad as they carry. What was counted from entries is filled; what was inferred is hatched. */
export function Streams({ balance, level, name, unit }: { balance: Balance; level: string; name: string; unit: string }) {
  const total = (sign: number) => balance.flows.reduce((sum, flow) => sum + Math.max(0, sign * flow.perWeek.value), 0)
  const most = Math.max(total(1), total(-1), 1e-9)
  const scale = BREADTH / most
  const side = (sign: number) => balance.flows.filter((flow) => sign * flow.perWeek.value > TOO_THIN * most).sort(largest)
  const [into, out] = [side(1), side(-1)]
  const change = balance.levelPerWeek
  const drift = change.low > 0 ? `rises ${sayEstimate(change)} a week` : change.high < 0 ? `falls ${sayNumber(-change.value, (change.high - change.low) / 2)} a week` : 'stands still'
  const says = `${name} in a week: ${balance.flows.map((flow) => `${flow.says} ${sayNumber(flow.perWeek.value)}`).join(', ')}; the level ${drift}`
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label={says} style={{ display: 'block', maxWidth: WIDTH }}>
      <defs><pattern id="stream-hatch" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><line x1={0} y1={0} x2={0} y2={6} stroke={colour('pencil')} strokeWidth={1} /></pattern></defs>
      {place(into, scale).map((placed) => <Stream key={placed.flow.says} placed={placed} side="in" unit={unit} />)}
      {place(out, scale).map((placed) => <Stream key={placed.flow.says} placed={placed} side="out" unit={unit} />)}
      <rect x={TANK.left} y={TANK.top + 14} width={TANK.right - TANK.left} height={TANK.bottom - TANK.top - 14} fill={colour('wash')} opacity={0.55} />
      <line x1={TANK.left} x2={TANK.right} y1={TANK.top + 14} y2={TANK.top + 14} stroke={colour('water')} strokeWidth={1.6} />
      <path d={`M${TANK.left} ${TANK.top}V${TANK.bottom}H${TANK.right}V${TANK.top}`} fill="none" stroke={colour('ink')} strokeWidth={2.4} />
      <text x={(TANK.left + TANK.right) / 2} y={TANK.top + 52} textAnchor="middle" fill={colour('ink')} className="serif" style={svgText(16, 620)}>{name}</text>
      <text x={(TANK.left + TANK.right) / 2} y={TANK.top + 74} textAnchor="middle" fill={colour('pencil')} style={svgText(14)}>{level}</text>
      <text x={(TANK.left + TANK.right) / 2} y={TANK.bottom - 18} textAnchor="middle" fill={colour('pencil')} style={svgText(13)}>{drift}</text>
    </svg>
  )
}

const largest = (a: Flow, b: Flow) => Math.abs(b.perWeek.value) - Math.abs(a.perWeek.value)

function place(flows: readonly Flow[], scale: number): Placed[] {
  const breadths = flows.map((flow) => Math.max(1.2, Math.abs(flow.perWeek.value) * scale))
  const apart = flows.map((flow, i) => Math.max(breadths[i], 14 * wrap(flow.says).length + 16))
  const spread = apart.reduce((sum, height) => sum + height, 0) + GAP * 0.35 * Math.max(0, flows.length - 1)
  const middle = (TANK.top + 20 + TANK.bottom) / 2
  const sum = breadths.reduce((total, breadth) => total + breadth, 0)
  let [far, near] = [Math.max(16, middle - spread / 2), middle - sum / 2]
  return flows.map((flow, i) => {
    const placed = { flow, breadth: breadths[i], far: far + apart[i] / 2, near: near + breadths[i] / 2 }
    far += apart[i] + GAP * 0.35
    near += breadths[i]
    return placed
  })
}

function Stream({ placed: { flow, breadth, far, near }, side, unit }: { placed: Placed; side: 'in' | 'out'; unit: string }) {
  const [x0, x1] = side === 'in' ? [LABEL + 10, TANK.left] : [TANK.right, WIDTH - LABEL - 10]
  const [y0, y1] = side === 'in' ? [far, near] : [near, far]
  const bend = (x0 + x1) / 2
  const half = breadth / 2
  const d = `M${x0} ${y0 - half}C${bend} ${y0 - half} ${bend} ${y1 - half} ${x1} ${y1 - half}V${y1 + half}C${bend} ${y1 + half} ${bend} ${y0 + half} ${x0} ${y0 + half}Z`
  const rest = flow.inferred
  const tone = flow.kind === 'changes' || flow.kind === 'source' || flow.kind === 'top-up' ? 'water' : 'leaf-green'
  const labelX = side === 'in' ? LABEL : WIDTH - LABEL + 8
  const value = flow.perWeek.value < 0 ? { ...flow.perWeek, value: -flow.perWeek.value, low: -flow.perWeek.high, high: -flow.perWeek.low } : flow.perWeek
  const lines = wrap(flow.says)
  return (
    <g>
      <title>{`${flow.says}: ${flow.perWeek.because}`}</title>
      <path d={d} fill={rest ? 'url(#stream-hatch)' : colour(tone)} fillOpacity={rest ? 0.8 : 0.62} stroke={rest ? colour('pencil') : 'none'} strokeDasharray="4 3" />
      {side === 'in' ? <path d={`M${x1 - 9} ${y1 - 4}l7 4l-7 4`} fill="none" stroke={colour('ink')} strokeWidth={1.2} /> : <path d={`M${x1 + 1} ${y1 - 4}l7 4l-7 4`} fill="none" stroke={colour('ink')} strokeWidth={1.2} />}
      <text x={labelX} y={far - (lines.length > 1 ? 6 : 0)} textAnchor={side === 'in' ? 'end' : 'start'} fill={rest ? colour('pencil') : colour('ink')} style={svgText(13, 560)}>
        {lines.map((line, i) => <tspan key={line} x={labelX} dy={i === 0 ? 0 : 14}>{line}</tspan>)}
        <tspan x={labelX} dy={15} fill={colour('pencil')} style={{ fontWeight: 450 }}>{`${sayEstimate(value, unit)} a week`}</tspan>
      </text>
    </g>
  )
}

/** A label of more than a few words in two lines. */
function wrap(text: string): string[] {
  if (text.length <= 24) return [text]
  const words = text.split(' ')
  const middle = text.length / 2
  let [line, length] = [0, 0]
  while (line < words.length && length < middle) length += words[line++].length + 1
  return [words.slice(0, line).join(' '), words.slice(line).join(' ')].filter(Boolean)
}
