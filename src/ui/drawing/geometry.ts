import type { Polygon, Vessel } from '@/core/history/types'

/** How a vessel in cm lies on a picture in pixels: y runs down on the screen, up in the tank. */
export interface Projection {
  scale: number
  left: number
  top: number
  x: (cm: number) => number
  y: (cm: number) => number
  width: number
  height: number
}

/** Room around the elevation for its rulers and stakes, px. */
export const ELEVATION_MARGIN = { left: 34, right: 12, top: 16, bottom: 46 }

/** Fits a vessel's front into `width` × `maxHeight` pixels with a margin for its rulers. */
export function frontProjection(
  vessel: Pick<Vessel, 'lengthCm' | 'heightCm'>,
  width: number,
  maxHeight: number,
  margin: { left: number; right: number; top: number; bottom: number },
): Projection {
  const scale = Math.min(
    (width - margin.left - margin.right) / vessel.lengthCm,
    (maxHeight - margin.top - margin.bottom) / vessel.heightCm,
  )
  return {
    scale,
    left: margin.left,
    top: margin.top,
    x: (cm) => margin.left + cm * scale,
    y: (cm) => margin.top + (vessel.heightCm - cm) * scale,
    width: margin.left + vessel.lengthCm * scale + margin.right,
    height: margin.top + vessel.heightCm * scale + margin.bottom,
  }
}

/** The transform that lets path data in cm (y up) be drawn through a projection. */
export function tankTransform(projection: Projection, heightCm: number): string {
  const { scale, left, top } = projection
  return `translate(${left} ${top + heightCm * scale}) scale(${scale} ${-scale})`
}

const round = (x: number) => Math.round(x * 100) / 100

/** A closed outline with its corners softened: quadratic curves through the middles of its sides. */
export function softOutline(polygon: Polygon): string {
  const n = polygon.length
  const middle = (i: number) => {
    const [a, b] = [polygon[i % n], polygon[(i + 1) % n]]
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
  }
  const [sx, sy] = middle(n - 1)
  let path = `M${round(sx)} ${round(sy)}`
  for (let i = 0; i < n; i++) {
    const [mx, my] = middle(i)
    path += `Q${round(polygon[i][0])} ${round(polygon[i][1])} ${round(mx)} ${round(my)}`
  }
  return `${path}Z`
}
