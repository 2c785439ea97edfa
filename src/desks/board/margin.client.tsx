'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useMeasures } from '@/ui/measures.client'
import { LevelMark } from '@/ui/marks/level-mark'
import { Button } from '@/ui/kit/button.client'
import { Costs } from './prices.client'
import { sumsOf } from './sums'
import type { Weighed } from './weighed'

/** What cannot stay as it is drawn. */
const PRESSING: ReadonlySet<Weighed['warnings'][number]['of']> = new Set([
  'slope',
  'rim',
  'buried',
  'outside',
])

/** What an old hand would say to the drawing, and what it comes to. */
export function MarginNotes({
  slug,
  weighed,
  onShow,
  onPriced,
}: {
  slug: string
  weighed: Weighed
  onShow: (id: string) => void
  onPriced: () => void
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
            <LevelMark level={PRESSING.has(of) ? 'act' : 'watch'} />
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
      <Costs slug={slug} weighed={weighed} onPriced={onPriced} />
    </>
  )
}
