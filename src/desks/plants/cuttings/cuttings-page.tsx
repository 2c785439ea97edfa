import { Box, Flex } from '@chakra-ui/react'
import {
  HOW_HELD,
  HOW_SET,
  sayHeld,
  sayNow,
  sayThen,
} from '@/core/gardening/cuttings/cuttings.words'
import { cuttingsWent, heldBack, type Held } from '@/core/gardening/cuttings/ledger'
import { waitingList, type Waiting } from '@/core/gardening/cuttings/waiting-list'
import { sayWaiting } from '@/core/gardening/cuttings/waiting-list.words'
import { familiesOf, livesIn, type Kinship } from '@/core/gardening/cuttings/lineage'
import { yieldsOf, type Yield } from '@/core/gardening/cuttings/yields'
import { sayPart } from '@/core/journal/kinds/cuttings'
import type { TankHistory } from '@/core/history/types'
import type { Measures } from '@/core/quantity/measures'
import { capital, sayAll } from '@/core/quantity/say'
import { reckoned } from '@/data/analysis-cache'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { listVessels, loadStory } from '@/data/story'
import { storyOr404 } from '@/data/tank'
import { Section, TankName } from '@/ui/frame/desk-frame'
import { Stake } from '@/ui/marks/stake'
import { sayDay } from '@/ui/when'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'
import { FamilyTree } from './family-tree'
import { WaitingLine } from './waiting-part.client'

/** Cuttings: what could be taken, what it multiplies to, where it went, who descends from whom, what is ready to go back. */
export async function CuttingsPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const { at, yields, went, held, waiting } = reckoned(story, now(), 'cuttings', (at) => ({
    at,
    yields: yieldsOf(story, at),
    went: cuttingsWent(story, at),
    held: heldBack(story, at),
    waiting: waitingList(story, at),
  }))
  const families = (await familiesOfRoom()).filter((one) => livesIn(one, story.vessel.id))
  const stakeOf = (id: string) => story.plantings.find((one) => one.id === id)?.stake ?? ''
  return (
    <PlantsFrame
      slug={slug}
      page="/cuttings"
      title={
        <>
          <TankName>{story.vessel.name}</TankName> {sentenceOf(yields, held)}
        </>
      }
      aside="Never into the wild: neither plants nor their water."
    >
      <Flex gap={8} direction={{ base: 'column', lg: 'row' }} align="flex-start">
        <Box flex={1.3} minW={0} w="100%">
          <Section title="What a cut would give">
            {yields.length === 0 ? <Box color="pencil">Nothing stands here yet.</Box> : null}
            {yields.some(({ then }) => then !== null) ? (
              <Box color="pencil" fontSize="sm">
                What stands now, and in some weeks if all that is taken is set again.
              </Box>
            ) : null}
            {yields.map((one) => (
              <YieldLine key={one.planting.id} slug={slug} of={one} />
            ))}
          </Section>
        </Box>
        <Box flex={1} minW={0} w="100%">
          <HeldList held={held} measures={measures} />
          <WaitingList slug={slug} waiting={waiting} />
          <Went slug={slug} went={went} stakeOf={stakeOf} />
          <HowSet yields={yields} />
          <Section title="How they are held">
            {HOW_HELD.map(([where, how]) => (
              <Box key={where} mb={1}>
                <b>{where}</b>: {how}.
              </Box>
            ))}
          </Section>
          <Section title="Who descends from whom">
            {families.length === 0 ? (
              <Box color="pencil">
                No planting here names its parent. Say it where it is put on paper.
              </Box>
            ) : (
              families.map((one) => (
                <FamilyTree
                  key={one.id}
                  of={one}
                  say={(on) => sayDay(on, story.vessel.timeZone, at)}
                />
              ))
            )}
          </Section>
        </Box>
      </Flex>
    </PlantsFrame>
  )
}

/** Families reach over all tanks of the room. */
async function familiesOfRoom(): Promise<Kinship[]> {
  const db = await database()
  const stories = await Promise.all((await listVessels(db)).map(({ slug }) => loadStory(db, slug)))
  return familiesOf(stories.filter((one): one is TankHistory => one !== null))
}

function sentenceOf(yields: readonly Yield[], held: readonly Held[]): string {
  const ready = held.filter(({ state }) => state === 'ready')
  if (ready.length > 0)
    return `holds ${sayAll(ready.map(({ planting }) => planting.stake))}, ready to go back.`
  const most = yields
    .filter(({ now }) => now.some(({ part }) => part === 'tops'))
    .sort((a, b) => b.stock - a.stock)
  return most.length > 0
    ? `would give ${sayPart(most[0].now[0].part, most[0].now[0].count)} of ${most[0].planting.stake} today.`
    : 'has nothing that wants to be multiplied today.'
}

function YieldLine({ slug, of }: { slug: string; of: Yield }) {
  const { planting } = of
  const then = sayThen(of)
  return (
    <Flex gap={3} py={2} borderBottom="1px solid" borderColor="rule" align="flex-start">
      <Stake code={planting.stake} />
      <Box>
        <Box>
          <b>{planting.name}</b>: {sayNow(of)}.
        </Box>
        {then ? (
          <Box color="pencil" className="serif">
            {capital(then)}.
          </Box>
        ) : null}
        {of.now.length > 0 ? (
          <Box fontSize="sm">
            <DoLink
              href={`/tanks/${slug}/book?log=cuttings&planting=${planting.id}&part=${encodeURIComponent(of.now[0].part)}`}
            >
              Log cuttings
            </DoLink>
          </Box>
        ) : null}
      </Box>
    </Flex>
  )
}

/** Where what was cut has gone, place by place. */
function Went({
  slug,
  went,
  stakeOf,
}: {
  slug: string
  went: ReturnType<typeof cuttingsWent>
  stakeOf: (id: string) => string
}) {
  return (
    <Section title="Where cuttings went, in a year">
      {went.length === 0 ? (
        <Box color="pencil">
          None is written down yet.{' '}
          <DoLink href={`/tanks/${slug}/book?log=cuttings`}>Log cuttings</DoLink>
        </Box>
      ) : (
        went.map(({ went: place, count, plantingIds }) => (
          <Box key={place}>
            <b>{count}</b> {place}{' '}
            <Box as="span" color="pencil">
              of {sayAll(plantingIds.map(stakeOf))}
            </Box>
          </Box>
        ))
      )}
    </Section>
  )
}

/** How what is taken is set again, group by group. */
function HowSet({ yields }: { yields: readonly Yield[] }) {
  const taken = yields.filter(({ now }) => now.length > 0)
  const groups = [...new Set(taken.map(({ species }) => species.group))]
  if (groups.length === 0) return null
  return (
    <Section title="How they are set">
      {groups.map((group) => (
        <Box key={group} mb={1}>
          <b>
            {sayAll(
              taken
                .filter(({ species }) => species.group === group)
                .map(({ planting }) => planting.stake),
            )}
          </b>
          : {HOW_SET[group]}.
        </Box>
      ))}
    </Section>
  )
}

/** What the keeper wrote down to go in one day, and how far that has come which it waits for. */
function WaitingList({ slug, waiting }: { slug: string; waiting: readonly Waiting[] }) {
  return (
    <Section id="waiting-list" title="Waiting list">
      {waiting.map((one) => (
        <WaitingLine
          key={one.entry.id}
          slug={slug}
          id={one.entry.id}
          what={one.entry.what}
          says={sayWaiting(one)}
          come={one.standing.is === 'come'}
        />
      ))}
      <Box mt={2} color="pencil">
        {waiting.length === 0 ? 'Nothing waits. ' : ''}
        <DoLink href={`/tanks/${slug}/book?log=waiting`}>Put something on the list</DoLink>
      </Box>
    </Section>
  )
}

function HeldList({ held, measures }: { held: readonly Held[]; measures: Measures }) {
  if (held.length === 0) return null
  return (
    <Section title="Held here">
      {held.map((one) => (
        <Flex key={one.planting.id} gap={3} mb={1} align="flex-start">
          <Stake code={one.planting.stake} />
          <Box>
            {one.planting.name} {sayHeld(one, measures)}.
          </Box>
        </Flex>
      ))}
    </Section>
  )
}
