import { readFileSync } from 'node:fs'

type Rgba = readonly [r: number, g: number, b: number, a: number]

/** The two values of a colour of the theme: lamp on, lamp off. */
function twin(name: string): [Rgba, Rgba] {
  const source = readFileSync('src/ui/theme.ts', 'utf8')
  const found = new RegExp(`\\b${name}: twin\\('([^']+)', '([^']+)'\\)`).exec(source)
  if (!found) throw new Error(`the theme has no ${name}`)
  return [rgba(found[1]), rgba(found[2])]
}

function rgba(text: string): Rgba {
  const parts = /^rgba\((.+)\)$/.exec(text)?.[1].split(',').map(Number)
  if (parts) return [parts[0], parts[1], parts[2], parts[3]]
  const hex = (i: number) => Number.parseInt(text.slice(i, i + 2), 16)
  return [hex(1), hex(3), hex(5), 1]
}

const over = ([r, g, b, a]: Rgba, under: Rgba): Rgba => [
  a * r + (1 - a) * under[0],
  a * g + (1 - a) * under[1],
  a * b + (1 - a) * under[2],
  1,
]

/** Relative luminance (WCAG 2.2). */
function luminance([r, g, b]: Rgba): number {
  const linear = (value: number) => {
    const share = value / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  }
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b)
}

test.each([
  ['lamp on', 0],
  ['lamp off', 1],
])(
  '%s: on a map of light each step down is darker than the one above it, by enough to see',
  (_name, i) => {
    const shade = twin('shade')[i]
    let colour = over(twin('lit')[i], twin('paper')[i])
    for (let step = 0; step < 3; step++) {
      const darker = over(shade, colour)
      // 1.2 : 1 side by side is seen (common practice).
      expect((luminance(colour) + 0.05) / (luminance(darker) + 0.05)).toBeGreaterThan(1.2)
      colour = darker
    }
  },
)
