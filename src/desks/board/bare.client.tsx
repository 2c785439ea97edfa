'use client'

import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { noLongerBare, runnersInto } from '@/core/board/bare'
import { boxOf, middleOf } from '@/core/board/board'
import type { Board, Species } from '@/core/history/types'
import { sayEstimate } from '@/core/quantity/say'
import { svgText } from '@/ui/drawing/svg-text'
import { Button } from '@/ui/kit/button.client'
import { useMeasures } from '@/ui/measures.client'
import type { Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** Spots left bare on purpose, from above. */
export function BareAbove({ board, sheet }: { board: Board; sheet: Sheet }) {
  return board.arrangement?.bare?.map(({ id, outline }) => {
    const { x, z } = middleOf(outline)
    return (
      <g key={id} style={{ pointerEvents: 'none' }} data-testid="left-bare">
        <path
          d={`M${outline.map(([px, pz]) => `${sheet.x(px)} ${sheet.y(pz)}`).join('L')}Z`}
          fill="none"
          stroke={colour('pencil')}
          strokeDasharray="1 4"
          strokeLinecap="round"
          strokeWidth={2}
        />
        <text
          x={sheet.x(x)}
          y={sheet.y(z) + 4}
          textAnchor="middle"
          fill={colour('pencil')}
          stroke={colour('paper')}
          strokeWidth={2.5}
          paintOrder="stroke"
          style={svgText(11)}
        >
          left bare
        </text>
      </g>
    )
  })
}

/** Each spot left bare in words: where, what will run into it and when, and that it is bare no longer. */
export function BareSpots({ hand, species }: { hand: BoardInHand; species: readonly Species[] }) {
  const measures = useMeasures()
  const kinds = useMemo(() => new Map(species.map((one) => [one.id, one])), [species])
  const spots = hand.board.arrangement?.bare ?? []
  if (spots.length === 0) return null
  return (
    <Box as="section" aria-label="Left bare" fontSize="sm" mb={4}>
      {spots.map((spot, i) => {
        const runners = runnersInto(spot, hand.board, kinds)
        const { left, right } = boxOf(spot.outline)
        return (
          <Box key={spot.id}>
            <b>Left bare</b>, {measures.figure(left, 'cm', 1)} to {measures.say(right, 'cm', 1)}{' '}
            from the left:{' '}
            <Box as="span" color="pencil">
              {runners
                ? `runners of ${runners.stake} will have crossed it in about ${sayEstimate(runners.weeks)} weeks`
                : 'no carpet stands near that would run into it'}
            </Box>
            .{' '}
            <Button
              look="quiet"
              size="word"
              aria-label={`bare spot ${i + 1} is to be planted`}
              onClick={() => hand.commit(noLongerBare(hand.board, spot.id))}
            >
              no longer
            </Button>
          </Box>
        )
      })}
    </Box>
  )
}
