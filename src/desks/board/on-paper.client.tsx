'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { PAPERS, type Paper } from '@/core/layout/paper-sheets'
import { handOver } from '@/ui/drawing/fetch-drawing.client'
import { sheetsFile } from '@/ui/drawing/sheets-file.client'
import { Button } from '@/ui/kit/button.client'
import { Select } from '@/ui/kit/input.client'
import type { Axes } from './handling.client'
import { NO_VIEW, shownView } from './shown-view'

/** A tank on paper: at its own size, or so many times smaller. */
const SCALES = [1, 2, 5, 10] as const

/** The views on paper at a chosen scale, cut into sheets where they are larger than one. */
export function OnPaper({ slug, views }: { slug: string; views: Record<Axes, string> }) {
  const [scale, setScale] = useState<number>(1)
  const [paper, setPaper] = useState<Paper>('A4')
  const [said, setSaid] = useState<string | null>(null)
  const cutUp = (view: Axes) => {
    const svg = shownView(view)
    const pixels = Number(svg?.dataset.scale)
    if (!svg || !(pixels > 0)) return setSaid(NO_VIEW)
    const shown = (svg.dataset.view ?? view) as Axes
    const { html, sheets } = sheetsFile(svg, pixels, scale, paper, `${slug}, ${views[shown]}`)
    handOver(new Blob([html], { type: 'text/html' }), `${slug}-${shown}-sheets.html`)
    setSaid(
      `${shown === view ? '' : `On the page is the view ${views[shown]}: that is in the file. `}${sheets} ${sheets === 1 ? 'sheet' : 'sheets'}: open the file and print it at 100 %, without fitting it to the page.`,
    )
  }
  return (
    <>
      <Flex gap={4} wrap="wrap" align="center" mt={1}>
        <Box as="span" color="pencil">
          On paper, cut into sheets, 1 :{' '}
          <Select
            aria-label="Scale on paper"
            value={scale}
            onChange={(event) => setScale(Number(event.target.value))}
            color="ink"
          >
            {SCALES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>{' '}
          on{' '}
          <Select
            aria-label="Paper"
            value={paper}
            onChange={(event) => setPaper(event.target.value as Paper)}
            color="ink"
          >
            {Object.keys(PAPERS).map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>
        </Box>
        {(Object.keys(views) as Axes[]).map((view) => (
          <Button
            key={view}
            look="quiet"
            size="line"
            onClick={() => cutUp(view)}
            aria-label={`On paper ${views[view]}`}
          >
            {views[view]}
          </Button>
        ))}
      </Flex>
      <Box role="status" color="moss">
        {said}
      </Box>
    </>
  )
}
