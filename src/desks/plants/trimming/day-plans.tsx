import { Box } from '@chakra-ui/react'
import { calendarDays, type DayAnswer, type DayPlan } from '@/core/gardening/trim/for-a-day'
import type { Measures } from '@/core/quantity/measures'
import { capital, sayAll, sayDays } from '@/core/quantity/say'
import type { TrimAsked } from './asked'
import { Windows } from './windows'

/** “for 6 days, from 9 to 14 December”: the days are those of the dates. */
function inShape(plan: DayPlan, say: (day: number) => string): string {
  const { first, last, days } = calendarDays(plan)
  return days === 1
    ? `on ${say(first)}`
    : `for ${sayDays(days)}, from ${say(first)} to ${say(last)}`
}

/** The best plan for the day, its chart, and what fewer evenings would cost. */
export function DayPlans({
  answer: { plans, cannot, nothing },
  asked,
  today,
  measures,
  say,
}: {
  answer: DayAnswer
  asked: TrimAsked
  today: number
  measures: Measures
  say: (day: number) => string
}) {
  if (nothing) return <Box color="pencil">No stem here is kept in shape by cutting.</Box>
  const best = plans.at(-1)
  const out = cannot.map(({ planting }) => planting.stake)
  return (
    <>
      {out.length > 0 ? (
        <Box mb={2}>
          No cut on a free evening brings {sayAll(out)} into shape by {say(asked.day)}; the plan
          leaves {out.length === 1 ? 'it' : 'them'} out.
        </Box>
      ) : null}
      {best ? (
        <>
          <Box className="serif" fontSize="lg" mb={2}>
            {capital(together(best, out.length > 0))} in shape {inShape(best, say)}, with{' '}
            {evenings(best)}.
          </Box>
          <Windows plan={best} day={asked.day} today={today} measures={measures} say={say} />
          {plans.slice(0, -1).map((plan) => (
            <Box key={plan.evenings} fontSize="sm" color="pencil">
              With {evenings(plan)} it would be {inShape(plan, say)}.
            </Box>
          ))}
          <Box fontSize="sm" color="pencil" mt={2}>
            Reckoned with the likely growth; in the full part of a bar it is right however fast or
            slow the plant grows. No evening cuts away more than three tenths of all plants. A red
            that is to stay uncut while the rest is cut keeps its long shape.
          </Box>
        </>
      ) : (
        <Box>
          {asked.evenings.length === 0
            ? 'No free evening lies before that day.'
            : `No plan with ${asked.sessions === 1 ? 'one evening' : `${asked.sessions} evenings`} brings all of them into shape on ${say(asked.day)}: allow one more, or another day.`}
        </Box>
      )}
    </>
  )
}

const together = ({ cuts }: DayPlan, some: boolean): string => {
  if (cuts.length === 1) return `${cuts[0].hedge.planting.stake} is`
  return some ? 'the others are together' : 'all are together'
}

const evenings = ({ evenings: n }: DayPlan): string =>
  n === 0 ? 'no cut at all' : `${n === 1 ? 'one evening' : `${n} evenings`} of scissors`
