import { Box, Grid } from '@chakra-ui/react'
import type { Cut, DayPlan } from '@/core/gardening/trim/for-a-day'
import type { Measures } from '@/core/quantity/measures'
import { Stake } from '@/ui/marks/stake'

/** When each planting is in shape, beside each other: pencil bars, the sure part fuller; the cut as a stroke, the day as a line, the time all share shaded through. */
export function Windows({ plan, day, today, measures, say }: Props) {
  const to = day + AFTER_DAYS
  const at = (one: number) => (100 * (Math.min(to, Math.max(today, one)) - today)) / (to - today)
  return (
    <Box mb={4}>
      <Grid templateColumns={COLUMNS} columnGap={3} fontSize="xs" color="pencil" aria-hidden>
        <Box display={{ base: 'none', md: 'block' }} />
        <Box position="relative" h="20px">
          <Box as="span" position="absolute" left={0}>
            today
          </Box>
          <Box
            as="span"
            position="absolute"
            style={{ left: `${at(day)}%` }}
            fontWeight={640}
            color="ink"
          >
            {say(day)}
          </Box>
        </Box>
      </Grid>
      {plan.cuts.map((cut) => (
        <Grid
          key={cut.hedge.planting.id}
          templateColumns={COLUMNS}
          columnGap={3}
          alignItems="center"
          borderTop="1px solid"
          borderColor="rule"
          fontSize="sm"
        >
          <Told cut={cut} measures={measures} say={say} />
          <Bar cut={cut} plan={plan} day={day} at={at} />
        </Grid>
      ))}
    </Box>
  )
}

interface Props {
  plan: DayPlan
  day: number
  today: number
  measures: Measures
  say: (day: number) => string
}

function Told({ cut, measures, say }: Pick<Props, 'measures' | 'say'> & { cut: Cut }) {
  const { hedge, on, from, to } = cut
  return (
    <Box py={1}>
      <Box display="flex" gap={2} alignItems="center">
        <Stake code={hedge.planting.stake} />
        <span>
          {on ? `cut on ${say(on.day)} to ${measures.say(on.toCm, 'cm', 2)}` : 'left alone'}
        </span>
      </Box>
      <Box color="pencil">
        in shape {say(from)} to {say(to)}
      </Box>
    </Box>
  )
}

function Bar({
  cut: { on, from, to, sure },
  plan,
  day,
  at,
}: {
  cut: Cut
  plan: DayPlan
  day: number
  at: (day: number) => number
}) {
  const span = (a: number, b: number) => ({
    left: `${at(a)}%`,
    width: `${Math.max(0, at(b) - at(a))}%`,
  })
  const bar = { position: 'absolute', top: '11px', h: '12px' } as const
  return (
    <Box position="relative" h="34px" aria-hidden>
      <Box position="absolute" top={0} bottom={0} bg="wash" style={span(plan.from, plan.to)} />
      <Box {...bar} border="1px dashed" borderColor="pencil" style={span(from, to)} />
      {sure ? <Box {...bar} bg="pencil" opacity={0.45} style={span(sure.from, sure.to)} /> : null}
      {on ? <Line at={at(on.day)} wide="3px" of="ink" /> : null}
      <Line at={at(day)} wide="1px" of="clay" />
    </Box>
  )
}

const Line = ({ at, wide, of }: { at: number; wide: string; of: 'ink' | 'clay' }) => (
  <Box position="absolute" top="3px" bottom="3px" w={wide} bg={of} style={{ left: `${at}%` }} />
)

/** So far beyond the day is drawn. */
const AFTER_DAYS = 21
const COLUMNS = { base: '1fr', md: '19rem minmax(0, 1fr)' } as const
