import { Box, Flex } from '@chakra-ui/react'
import { trimAct } from '@/core/gardening/trim/trim-due'
import { sayCut, sayTrimReason, sayWhen } from '@/core/gardening/trim/trim.words'
import type { TrimDue } from '@/core/gardening/trim/work-list'
import type { Measures } from '@/core/quantity/measures'
import { addressOf } from '@/ui/findings/where-to'
import { Stake } from '@/ui/marks/stake'
import { DoLink } from '../do-link'

/** What is cut, when, why, to what; each leads to the line it is written with. */
export function WorkList({
  slug,
  due,
  measures,
  empty,
}: {
  slug: string
  due: readonly TrimDue[]
  measures: Measures
  empty: string
}) {
  if (due.length === 0) return <Box color="pencil">{empty}</Box>
  return (
    <Box as="ol" listStyleType="none" m={0} p={0}>
      {due.map((one) => (
        <Flex as="li" key={one.hedge.planting.id} gap={3} mb={2} align="flex-start">
          <Stake code={one.hedge.planting.stake} alarm={one.days.value < 0.5} />
          <Box>
            <b>{sayWhen(one.days)}</b>: {sayTrimReason(one)}. Cut {sayCut(one, measures)}.{' '}
            <DoLink href={addressOf(slug, trimAct(one))}>Log the cut</DoLink>
          </Box>
        </Flex>
      ))}
    </Box>
  )
}
