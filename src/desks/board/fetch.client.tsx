'use client'

import { Box, Flex } from '@chakra-ui/react'
import { Fragment, useState } from 'react'
import { handOver, pngFile, svgFile } from '@/ui/drawing/fetch-drawing.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'
import { OnPaper } from './on-paper.client'
import { NO_VIEW, shownView } from './shown-view'

const VIEWS = { plan: 'from above', front: 'from the front', side: 'from the side' } as const
type View = keyof typeof VIEWS
const FILES = {
  svg: 'At true size, to print and lay on the table (SVG)',
  png: 'as a picture (PNG)',
} as const

/** The views as files: SVG at true size, to be printed at 1 : 1 or at any scale; PNG to be shown around. */
export function FetchDrawings({ slug }: { slug: string }) {
  const [problem, setProblem] = useState<string | null>(null)
  const fetchView = async (view: View, as: 'svg' | 'png') => {
    const svg = shownView(view)
    const scale = Number(svg?.dataset.scale)
    if (!svg || !(scale > 0)) return setProblem(NO_VIEW)
    const shown = (svg.dataset.view ?? view) as View
    try {
      const blob =
        as === 'png'
          ? await pngFile(svg)
          : new Blob([svgFile(svg, scale)], { type: 'image/svg+xml' })
      handOver(blob, `${slug}-${shown}.${as}`)
      setProblem(
        shown === view
          ? null
          : `On the page is the view ${VIEWS[shown]}: that is in the file. For the other, choose it above the drawing.`,
      )
    } catch {
      setProblem('The picture could not be made in this browser; the SVG holds the same drawing.')
    }
  }
  return (
    <Box fontSize="sm" mt={2}>
      <Flex gap={4} wrap="wrap" align="center">
        {(['svg', 'png'] as const).map((as) => (
          <Fragment key={as}>
            <Box as="span" color="pencil">
              {FILES[as]}
            </Box>
            {(Object.keys(VIEWS) as View[]).map((view) => (
              <Button
                key={view}
                look="quiet"
                size="line"
                onClick={() => void fetchView(view, as)}
                aria-label={`${as.toUpperCase()} ${VIEWS[view]}`}
              >
                {VIEWS[view]}
              </Button>
            ))}
          </Fragment>
        ))}
      </Flex>
      <Problem says={problem} />
      <OnPaper slug={slug} views={VIEWS} />
    </Box>
  )
}
