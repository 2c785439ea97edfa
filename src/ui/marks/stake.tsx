import { svgText } from '../drawing/svg-text'
import css from './marks.module.css'

const OUTLINE = 'M1 1H31V17H20L16 23L12 17H1Z'

/** The nursery label of a planting: the same in drawings, tables, charts and lists. `alarm` inks it in clay with a heavier edge. */
export function Stake({
  code,
  alarm = false,
  size = 32,
}: {
  code: string
  alarm?: boolean
  size?: number
}) {
  return (
    <span className={alarm ? `${css.stake} ${css.alarm}` : css.stake}>
      <svg
        width={size}
        height={size * 0.75}
        viewBox="0 0 32 24"
        role="img"
        aria-label={`stake ${code}`}
      >
        <StakeShape code={code} alarm={alarm} />
      </svg>
    </span>
  )
}

/** The same, to place inside a drawing: 32 × 24 units, its point at (16, 23). */
export function StakeShape({ code, alarm = false }: { code: string; alarm?: boolean }) {
  return (
    <g>
      <path
        d={OUTLINE}
        fill="var(--chakra-colors-paper)"
        stroke="currentColor"
        strokeWidth={alarm ? 1.8 : 1.1}
        strokeLinejoin="round"
      />
      <text x={16} y={13.2} textAnchor="middle" fill="currentColor" style={svgText(11.5, 650)}>
        {code}
      </text>
    </g>
  )
}
