import { Box, Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { duesOf } from '@/core/evening/due-rules'
import { flowersOf, harmsOf, type GroomDue } from '@/core/gardening/grooming/due'
import { groomAct } from '@/core/gardening/grooming/groom-due'
import { sayFlower, sayGroomDue, sayHarm } from '@/core/gardening/grooming/grooming.words'
import { lawnsOf, type Lawn } from '@/core/gardening/lawns/lawn'
import { sayLawn } from '@/core/gardening/lawns/lawn.words'
import type { Planting } from '@/core/history/types'
import { METRIC } from '@/core/quantity/measures'
import { sayAll, sayDays } from '@/core/quantity/say'
import { reckoned } from '@/data/analysis-cache'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { Section, TankName } from '@/ui/frame/desk-frame'
import { addressOf } from '@/ui/findings/where-to'
import { Stake } from '@/ui/marks/stake'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'

/** Lawns and grooming: how lawns fare, what wants a hand, flowers, and what was eaten or lifted. */
export async function GroomingPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const { due, lawns, flowers, harms } = reckoned(story, now(), 'grooming', (at) => ({
    due: duesOf(story, at, METRIC, ['groom']).map(({ facts }) => facts),
    lawns: lawnsOf(story, at),
    flowers: flowersOf(story, at),
    harms: harmsOf(story, at),
  }))
  const late = due.filter(({ inDays, doneAgo }) => inDays <= 0 && doneAgo !== null)
  const unwritten = due.filter(({ inDays, doneAgo }) => inDays <= 0 && doneAgo === null)
  const coming = due.filter(({ inDays }) => inDays > 0)
  return (
    <PlantsFrame
      slug={slug}
      page="/grooming"
      title={
        <>
          <TankName>{story.vessel.name}</TankName> {sentenceOf(late, coming, lawns)}
        </>
      }
    >
      <Flex gap={8} direction={{ base: 'column', lg: 'row' }} align="flex-start">
        <Box flex={1} minW={0} w="100%">
          <Section title="What wants a hand">
            {late.length === 0 ? <Box color="pencil">Nothing today.</Box> : null}
            {late.map((one) => (
              <Act key={`${one.planting.id} ${one.act}`} slug={slug} due={one} alarm />
            ))}
          </Section>
          <Acts slug={slug} title="Later" acts={coming} />
          <Acts slug={slug} title="Never written down here" acts={unwritten} />
          {due.length > 0 ? (
            <Box fontSize="sm" color="pencil">
              How often each is wanted goes by its kind.
            </Box>
          ) : null}
        </Box>
        <Box flex={1} minW={0} w="100%">
          <Section title="Lawns">
            {lawns.length === 0 ? <Box color="pencil">No lawn grows here.</Box> : null}
            {lawns.map((lawn) => (
              <Line key={lawn.planting.id} planting={lawn.planting} alarm={lawn.lift === 'high'}>
                {sayLawn(lawn, measures).map((one) => (
                  <Box as="p" key={one} mb={1}>
                    {one}
                  </Box>
                ))}
              </Line>
            ))}
          </Section>
          {flowers.length > 0 ? (
            <Section title="Flowers">
              {flowers.map((one) => (
                <Line key={one.planting.id} planting={one.planting}>
                  {one.planting.name} {sayFlower(one)}.
                </Line>
              ))}
            </Section>
          ) : null}
          {harms.length > 0 ? (
            <Section title="Eaten and lifted">
              {harms.map((one) => (
                <Line key={`${one.planting.id} ${one.sign}`} planting={one.planting}>
                  {one.planting.name} {sayHarm(one)}.
                </Line>
              ))}
            </Section>
          ) : null}
        </Box>
      </Flex>
    </PlantsFrame>
  )
}

const Acts = ({ slug, title, acts }: { slug: string; title: string; acts: readonly GroomDue[] }) =>
  acts.length === 0 ? null : (
    <Section title={title}>
      {acts.map((one) => (
        <Act key={`${one.planting.id} ${one.act}`} slug={slug} due={one} />
      ))}
    </Section>
  )

const Act = ({ slug, due, alarm }: { slug: string; due: GroomDue; alarm?: boolean }) => (
  <Line planting={due.planting} alarm={alarm}>
    {due.planting.name}: {sayGroomDue(due)}.{' '}
    <DoLink href={addressOf(slug, groomAct(due))}>Log it</DoLink>
  </Line>
)

const Line = ({
  planting,
  alarm = false,
  children,
}: {
  planting: Planting
  alarm?: boolean
  children: ReactNode
}) => (
  <Flex gap={3} mb={2} align="flex-start">
    <Stake code={planting.stake} alarm={alarm} />
    <Box>{children}</Box>
  </Flex>
)

function sentenceOf(
  late: readonly GroomDue[],
  coming: readonly GroomDue[],
  lawns: readonly Lawn[],
): string {
  const lifts = lawns.filter(({ lift }) => lift === 'high')
  const stakes = (all: readonly { planting: Planting }[]) =>
    sayAll([...new Set(all.map(({ planting }) => planting.stake))])
  if (lifts.length > 0) return `has a lawn that may lift: ${stakes(lifts)}.`
  if (late.length > 0) return `wants ${stakes(late)} groomed.`
  return coming.length > 0
    ? `wants no grooming for ${sayDays(Math.ceil(coming[0].inDays))}.`
    : 'wants no grooming.'
}
