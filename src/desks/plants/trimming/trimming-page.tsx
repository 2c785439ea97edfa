import { Box, Flex } from '@chakra-ui/react'
import type { Rhythm } from '@/core/gardening/trim/rhythm'
import { mowAct } from '@/core/gardening/lawns/mow-due'
import { sayWhyMown } from '@/core/gardening/lawns/lawn.words'
import { FORM_WORDS, sayKept } from '@/core/gardening/trim/form.words'
import {
  RHYTHM_COLUMNS,
  sayRhythm,
  sayRhythmEvery,
  sayTops,
  sayWhen,
} from '@/core/gardening/trim/trim.words'
import type { TrimDue } from '@/core/gardening/trim/work-list'
import type { Measures } from '@/core/quantity/measures'
import { capital, sayAll, sayDays, sayEstimate } from '@/core/quantity/say'
import { instantOf, dayOf } from '@/core/quantity/time'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { Section, TankName } from '@/ui/frame/desk-frame'
import { addressOf } from '@/ui/findings/where-to'
import { Stake } from '@/ui/marks/stake'
import { sayDay } from '@/ui/when'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'
import type { Query } from '../query'
import { AskDay } from './ask-day.client'
import { readAsked } from './asked'
import { DayPlans } from './day-plans'
import { KeepAs } from './keep-as.client'
import { dayAnswer, trimmingModel, type TrimmingModel } from './trimming-model'
import { WorkList } from './work-list'

/** Trimming: what to cut when, this week and for a day that matters, or steady and easy. */
export async function TrimmingPage({ slug, query }: { slug: string; query: Query }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const { timeZone, name } = story.vessel
  const model = trimmingModel(story, now())
  const asked = readAsked(query, timeZone, model.at)
  const answer = dayAnswer(story, now(), asked)
  const say = (day: number) => sayDay(instantOf(day), timeZone, model.at)
  return (
    <PlantsFrame
      slug={slug}
      page="/trimming"
      title={
        <>
          <TankName>{name}</TankName> {sentenceOf(model.due, model.week, model.lawns)}
        </>
      }
    >
      <Flex gap={8} direction={{ base: 'column', lg: 'row' }} align="flex-start">
        <Box flex={1} minW={0}>
          <Section title="This week, from the top down">
            <WorkList
              slug={slug}
              due={model.week}
              measures={measures}
              empty="Nothing wants scissors within the week."
            />
            <Mow slug={slug} lawns={model.lawns} />
            {model.week.length > 0 ? (
              <Box fontSize="sm" color="pencil">
                {sayTops(model.due)} {sayEstimate(model.minutes)} minutes a cut, by{' '}
                {model.minutes.because}.
              </Box>
            ) : null}
          </Section>
          <Section title="After that">
            <WorkList
              slug={slug}
              due={model.due.filter((one) => !model.week.some((same) => same.hedge === one.hedge))}
              measures={measures}
              empty="No other stem is in sight."
            />
          </Section>
        </Box>
        <Box flex={1} minW={0}>
          <Steady rhythms={model.rhythms} />
          <Forms slug={slug} hedges={model.hedges} measures={measures} />
        </Box>
      </Flex>
      <Section title="Or all in shape on one day">
        <AskDay asked={asked} />
        <DayPlans
          answer={answer}
          asked={asked}
          today={dayOf(model.at)}
          measures={measures}
          say={say}
        />
      </Section>
    </PlantsFrame>
  )
}

/** Lawns that loosen if they are not mown, in the same evening. */
function Mow({ slug, lawns }: { slug: string; lawns: TrimmingModel['lawns'] }) {
  return lawns.map((lawn) => (
    <Flex key={lawn.planting.id} gap={3} mb={2} align="flex-start">
      <Stake code={lawn.planting.stake} alarm={lawn.mowIn.value <= 0} />
      <Box>
        <b>{lawn.mowIn.value <= 0 ? 'now' : `in ${sayDays(Math.ceil(lawn.mowIn.value))}`}</b>:{' '}
        {sayWhyMown(lawn)}. <DoLink href={addressOf(slug, mowAct(lawn))}>Log the mowing</DoLink>
      </Box>
    </Flex>
  ))
}

/** How each stem is kept, and what the forms are for. */
function Forms({
  slug,
  hedges,
  measures,
}: {
  slug: string
  hedges: TrimmingModel['hedges']
  measures: Measures
}) {
  if (hedges.length === 0) return null
  const used = new Set(hedges.flatMap(({ hedge }) => hedge.planting.kept?.as ?? []))
  return (
    <Section title="Shaped by cutting">
      {hedges.map(({ hedge: { planting }, atCm }) => (
        <Flex key={planting.id} gap={3} mb={1} align="center">
          <Stake code={planting.stake} />
          <span>{sayKept(planting, atCm, measures)}</span>
        </Flex>
      ))}
      {[...used].map((form) => (
        <Box key={form} fontSize="sm" color="pencil">
          {capital(form)}: {FORM_WORDS[form]}.
        </Box>
      ))}
      <KeepAs
        slug={slug}
        stems={hedges.map(({ hedge: { planting } }) => ({
          id: planting.id,
          says: `${planting.stake} ${planting.name}`,
        }))}
      />
    </Section>
  )
}

function RhythmTable({ rhythms }: { rhythms: readonly Rhythm[] }) {
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label="What each rhythm comes to">
      <Box
        as="table"
        w="100%"
        fontSize="sm"
        css={{
          '& td, & th': { textAlign: 'left', padding: '4px 10px 4px 0', verticalAlign: 'top' },
        }}
      >
        <thead>
          <tr>
            <td />
            {RHYTHM_COLUMNS.map((column) => (
              <th scope="col" key={column}>
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rhythms.map((rhythm) => (
            <Box as="tr" key={rhythm.everyDays} borderTop="1px solid" borderColor="rule">
              <Box as="th" whiteSpace="nowrap" {...{ scope: 'row' }}>
                {sayRhythmEvery(rhythm)}
              </Box>
              {sayRhythm(rhythm).map((cell, i) => (
                <td key={RHYTHM_COLUMNS[i]}>{cell}</td>
              ))}
            </Box>
          ))}
        </tbody>
      </Box>
    </Box>
  )
}

function Steady({ rhythms }: { rhythms: readonly Rhythm[] }) {
  return (
    <Section title="Steady and easy">
      {rhythms.length === 0 ? (
        <Box color="pencil">No stem here is kept in shape by cutting.</Box>
      ) : (
        <>
          <Box color="pencil" fontSize="sm" mb={1}>
            When all is cut that would reach the surface before the next evening:
          </Box>
          <RhythmTable rhythms={rhythms} />
        </>
      )}
    </Section>
  )
}

/** What is cut and mown first, to go on from the tank’s name. */
function sentenceOf(
  due: readonly TrimDue[],
  week: readonly TrimDue[],
  lawns: TrimmingModel['lawns'],
): string {
  const stakes = (all: readonly TrimDue[]) => sayAll(all.map(({ hedge }) => hedge.planting.stake))
  const mown = lawns.filter(({ mowIn }) => mowIn.value <= 7).map(({ planting }) => planting.stake)
  const mow = mown.length > 0 ? `${sayAll(mown)} mown` : ''
  if (week.length > 0) {
    const at = week.filter(({ days }) => days.value < 0.5)
    if (at.length === 0) return `wants ${stakes(week)} cut${mow && ` and ${mow}`} this week.`
    const rest = week.filter((one) => !at.includes(one))
    const later = rest.length > 0 ? `, ${stakes(rest)} this week` : ''
    return `wants ${stakes(at)} cut now${later}${mow && `, and ${mow}`}.`
  }
  if (mow) return `wants ${mow} this week, and no stem cut.`
  return due.length > 0
    ? `wants no scissors this week; ${due[0].hedge.planting.stake} is next, ${sayWhen(due[0].days)}.`
    : 'has no stem that wants scissors.'
}
