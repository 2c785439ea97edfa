import { Box, Grid } from '@chakra-ui/react'
import { instantOf } from '@/core/quantity/time'
import { zoneFormat } from '@/core/quantity/zone'
import { along, COLUMNS, LINE_LEFT, type Span } from './span'

/** Names of months where they begin, above all rows. */
export function MonthsAbove({ span, zone }: { span: Span; zone: string }) {
  const named = zoneFormat(zone, { month: 'short', day: 'numeric' })
  const firsts = Array.from({ length: Math.ceil(span.to - span.from) }, (_, i) => span.from + i)
    .map((day) => ({ day, parts: named.formatToParts(new Date(instantOf(day))) }))
    .filter(({ parts }) => parts.some(({ type, value }) => type === 'day' && value === '1'))
  return (
    <Grid templateColumns={COLUMNS} gap={{ base: 0, lg: 4 }} aria-hidden>
      <Box display={{ base: 'none', lg: 'block' }} />
      <Box position="relative" h="20px" ml={LINE_LEFT} fontSize="xs" color="pencil">
        {firsts.map(({ day, parts }) => (
          <Box
            key={day}
            as="span"
            position="absolute"
            style={{ left: `${along(span, day)}%` }}
            pl="3px"
            borderLeft="1px solid"
            borderColor="rule"
          >
            {parts.find(({ type }) => type === 'month')?.value}
          </Box>
        ))}
      </Box>
    </Grid>
  )
}
