import type { Vessel } from '@/core/history/types'
import { ELEVATION_MARGIN, frontProjection } from './geometry'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** A vessel's glass and water line alone, as large as its drawing will be: what stands in its place until that has come. */
export function Silhouette({
  vessel,
  width,
  maxHeight,
  title,
}: {
  vessel: Pick<Vessel, 'lengthCm' | 'heightCm' | 'waterlineCm'>
  width: number
  maxHeight: number
  title: string
}) {
  const { x, y, scale, ...size } = frontProjection(vessel, width, maxHeight, ELEVATION_MARGIN)
  const [right, line] = [x(vessel.lengthCm), y(vessel.waterlineCm)]
  return (
    <svg
      width={size.width}
      height={size.height}
      viewBox={`0 0 ${size.width} ${size.height}`}
      role="img"
      aria-label={title}
      data-testid="silhouette"
      style={{ display: 'block', maxWidth: '100%', height: 'auto' }}
    >
      <rect
        x={x(0)}
        y={line}
        width={vessel.lengthCm * scale}
        height={vessel.waterlineCm * scale}
        fill={colour('wash')}
      />
      <path d={`M${x(0)} ${line}H${right}`} stroke={colour('water')} strokeWidth={1.2} />
      <path
        d={`M${x(0)} ${y(vessel.heightCm)}V${y(0)}H${right}V${y(vessel.heightCm)}`}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={1.6}
      />
    </svg>
  )
}
