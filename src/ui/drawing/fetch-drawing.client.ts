'use client'

/** Attributes that carry colours of the theme. */
const COLOURED = ['fill', 'stroke'] as const
/** What a page needs and a file does not. */
const OF_THE_PAGE = ['role', 'tabindex', 'aria-pressed', 'class', 'style'] as const
const VARIABLE = /var\((--[\w-]+)\)/g

/**
 * A drawing of the page as an SVG file that stands alone: the theme’s colours as they are seen now, and as large on paper as `scale`
 * (pixels of the drawing to a centimetre of the tank) makes it, so that printed as it is a centimetre is a centimetre.
 */
export function svgFile(svg: SVGSVGElement, scale: number): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const theme = getComputedStyle(svg)
  const resolved = (text: string) =>
    text.replace(VARIABLE, (_all, name: string) => theme.getPropertyValue(name).trim() || 'none')
  for (const element of [copy, ...copy.querySelectorAll('*')]) {
    for (const name of COLOURED) {
      const value = element.getAttribute(name)
      if (value) element.setAttribute(name, resolved(value))
    }
    const font = (element as SVGElement).style?.fontSize
    for (const name of OF_THE_PAGE) element.removeAttribute(name)
    if (font) element.setAttribute('font-size', font)
  }
  const { width, height } = svg.viewBox.baseVal
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('font-family', 'sans-serif')
  copy.setAttribute('width', `${(width / scale).toFixed(3)}cm`)
  copy.setAttribute('height', `${(height / scale).toFixed(3)}cm`)
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`
}

/** The same as a picture, twice as fine as on the page, on paper. */
export async function pngFile(svg: SVGSVGElement): Promise<Blob> {
  const { width, height } = svg.viewBox.baseVal
  const image = new Image()
  const source = URL.createObjectURL(
    new Blob([svgFile(svg, CSS_PX_A_CM)], { type: 'image/svg+xml' }),
  )
  try {
    image.src = source
    await image.decode()
    const canvas = document.createElement('canvas')
    canvas.width = Math.round(width * 2)
    canvas.height = Math.round(height * 2)
    const pen = canvas.getContext('2d')
    if (!pen) throw new Error('This browser gives no canvas to draw on')
    pen.fillStyle = getComputedStyle(svg).getPropertyValue('--chakra-colors-paper') || '#fff'
    pen.fillRect(0, 0, canvas.width, canvas.height)
    pen.drawImage(image, 0, 0, canvas.width, canvas.height)
    return await new Promise<Blob>((give, fail) =>
      canvas.toBlob(
        (blob) => (blob ? give(blob) : fail(new Error('The picture could not be made'))),
        'image/png',
      ),
    )
  } finally {
    URL.revokeObjectURL(source)
  }
}
/** Pixels of the page to a centimetre (CSS: 96 to the inch). */
const CSS_PX_A_CM = 96 / 2.54

/** Hands a file made on this page to the keeper under a name. */
export function handOver(blob: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
