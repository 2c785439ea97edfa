'use client'

import { Box, Flex } from '@chakra-ui/react'
import type { Measures } from '@/core/quantity/measures'
import { sayNumber } from '@/core/quantity/say'
import { useMeasures } from '@/ui/measures.client'
import { LevelMark } from '@/ui/marks/level-mark'
import { Button } from '@/ui/kit/button.client'
import { sayWeight } from '@/ui/say-glass'
import type { Weighed } from './weighed'

/** What an old hand would say to the drawing, and what it comes to. */
export function MarginNotes({
  weighed,
  onShow,
}: {
  weighed: Weighed
  onShow: (id: string) => void
}) {
  const measures = useMeasures()
  return (
    <>
      {weighed.warnings.length === 0 ? (
        <Flex gap={2.5} align="baseline" mb={3}>
          <LevelMark level="good" />
          <Box className="serif" fontSize="lg" fontWeight={620}>
            Nothing speaks against it
          </Box>
        </Flex>
      ) : (
        weighed.warnings.map(({ of, id, says, suggests }) => (
          <Flex key={says} gap={2.5} mb={2.5} align="baseline">
            <LevelMark
              level={of === 'slope' || of === 'rim' || of === 'buried' ? 'act' : 'watch'}
            />
            <Box>
              <Box className="serif" fontSize="md" fontWeight={620} lineHeight={1.25}>
                {says}
              </Box>
              <Box className="serif" fontSize="sm">
                {suggests}{' '}
                {id ? (
                  <Button look="quiet" size="word" onClick={() => onShow(id)} fontSize="sm">
                    show it
                  </Button>
                ) : null}
              </Box>
            </Box>
          </Flex>
        ))
      )}
      <Box
        as="h2"
        className="serif"
        fontSize="lg"
        fontWeight={620}
        mt={4}
        borderBottom="1px solid"
        borderColor="ink"
      >
        What it comes to
      </Box>
      <Box
        as="dl"
        fontSize="sm"
        mt={1}
        color="pencil"
        display="grid"
        gridTemplateColumns="auto auto"
        columnGap={4}
        rowGap={0.5}
      >
        {sumsOf(weighed, measures).map(([what, figure]) => (
          <Box key={what} display="contents">
            <dt>{what}</dt>
            <Box as="dd" m={0} color="ink" fontWeight={560}>
              {figure}
            </Box>
          </Box>
        ))}
      </Box>
    </>
  )
}

function sumsOf({ sums }: Weighed, measures: Measures): [string, string][] {
  const litres = (value: number) => measures.say(value, 'L', Math.max(0.5, value * 0.03))
  return [
    ['water', litres(sums.waterLitres)],
    ['ground', litres(sums.groundLitres)],
    ...(sums.groundToAdd > 0
      ? [['ground to buy, an eighth spare', litres(sums.groundToAdd)] as [string, string]]
      : []),
    ...(sums.stoneKg >= LEAST_KG
      ? [['stones', sayWeight(sums.stoneKg, measures)] as [string, string]]
      : []),
    ...(sums.woodKg >= LEAST_KG
      ? [['wood', sayWeight(sums.woodKg, measures)] as [string, string]]
      : []),
    ...sums.portions.map(({ stake, needs }): [string, string] => [stake, sayPortions(needs)]),
    ['filled', `${sayWeight(sums.filledKg, measures)}; two people and a sound floor`],
    ['drained', sayWeight(sums.drainedKg, measures)],
  ]
}

/** Less is not worth a line. */
const LEAST_KG = 0.5

function sayPortions(needs: Weighed['sums']['portions'][number]['needs']): string {
  switch (needs.of) {
    case 'pots':
      return `${needs.count} ${needs.count === 1 ? 'pot' : 'pots'}, or ${sayNumber(Math.ceil(needs.count / 2))} ${needs.count <= 2 ? 'cup' : 'cups'}`
    case 'stems':
      return `${needs.count} stems, ${needs.bunches} ${needs.bunches === 1 ? 'bunch' : 'bunches'}`
    case 'crowns':
      return `${needs.count} ${needs.count === 1 ? 'crown' : 'crowns'}`
  }
}
