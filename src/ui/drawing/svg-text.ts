import type { CSSProperties } from 'react'

/** Lettering in drawings, as a style: the page's reset would overrule the bare font-size attribute. */
export function svgText(fontSize: number, fontWeight = 430): CSSProperties {
  return { fontSize, fontWeight, fontFamily: 'var(--chakra-fonts-body)' }
}
