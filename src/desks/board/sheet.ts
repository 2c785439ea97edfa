import type { Glass } from '@/core/history/types'

/** How a view of the tank lies on its drawing: cm to pixels and back. `flip`: the second axis runs up on the page. */
export interface Sheet {
  scale: number
  width: number
  height: number
  left: number
  top: number
  /** Extent of the view, cm: across and up the page. */
  across: number
  up: number
  x: (cm: number) => number
  y: (cm: number) => number
}

const MARGIN = { left: 30, right: 10, top: 20, bottom: 22 } as const

/** A sheet for a view `across` by `up` cm at a scale, with room for its rulers. */
export function sheetOf(across: number, up: number, scale: number): Sheet {
  const { left, right, top, bottom } = MARGIN
  return {
    scale,
    left,
    top,
    across,
    up,
    width: left + across * scale + right,
    height: top + up * scale + bottom,
    x: (cm) => left + cm * scale,
    y: (cm) => top + (up - cm) * scale,
  }
}

/** The scale at which front over plan, and the side beside the front, fit a width and a height, px a cm. */
export function commonScale(
  { lengthCm, depthCm, heightCm }: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm'>,
  width: number,
  height: number,
  views: 'three' | 'one',
): number {
  const { left, right, top, bottom } = MARGIN
  const sides = views === 'three' ? 2 : 1
  const wide =
    (width - sides * (left + right)) / (views === 'three' ? lengthCm + depthCm : lengthCm)
  const tall = (height - sides * (top + bottom)) / (heightCm + depthCm)
  return Math.max(1.2, views === 'three' ? Math.min(wide, tall) : wide)
}

/** Where a pointer is in a drawing, cm across and up, however the drawing is shrunk on the page. */
export function placeIn(sheet: Sheet, svg: SVGSVGElement, clientX: number, clientY: number) {
  const box = svg.getBoundingClientRect()
  const shrunk = box.width > 0 ? sheet.width / box.width : 1
  return {
    across: ((clientX - box.left) * shrunk - sheet.left) / sheet.scale,
    up: sheet.up - ((clientY - box.top) * shrunk - sheet.top) / sheet.scale,
  }
}

/** To the ruler’s centimetre, or, with the key held, to the millimetre. */
export const snapped = (cm: number, fine: boolean): number =>
  fine ? Math.round(cm * 10) / 10 : Math.round(cm)

/** Data in cm with the second axis up, onto a sheet. */
export const toPage = ({ left, top, up, scale }: Sheet): string =>
  `translate(${left} ${top + up * scale}) scale(${scale} ${-scale})`
