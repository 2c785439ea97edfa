import { Box, Flex } from '@chakra-ui/react'
import { priorTable } from '@/core/gardening/kinds/prior-table'
import { sayKind, sayKindChange, sayNames } from '@/core/gardening/kinds/kind.words'
import { entriesOf } from '@/core/history/journal-index'
import { mainKind } from '@/core/history/tank-at'
import type { PlantingRecord, Species, TankHistory } from '@/core/history/types'
import type { Entry } from '@/core/journal/entry'
import { findKinds } from '@/core/plants/find-kinds'
import { speciesFromKin } from '@/core/plants/kin'
import { isShipped } from '@/core/plants/kinds'
import type { Measures } from '@/core/quantity/measures'
import type { Instant } from '@/core/quantity/time'
import { localMoment } from '@/core/quantity/zone'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { plantable } from '@/data/facts/board'
import { revisionsOf } from '@/data/facts/kinds'
import { stampOf } from '@/data/stamp'
import { storyOr404 } from '@/data/tank'
import { Section, TankName } from '@/ui/frame/desk-frame'
import { speciesChoices } from '@/ui/species-fields'
import { sayDay } from '@/ui/when'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'
import { firstOf, type Query } from '../query'
import { ChangeKind, FoundOut, NewKind } from './change-kind.client'
import { FindKind } from './find-kind.client'
import { kindFields } from './kind-form'

/** Kinds: what is known of every plant there is on paper, and what it is expected to grow under which light and gas. */
export async function KindsPage({ slug, query }: { slug: string; query: Query }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const all = await plantable(await database())
  const one = (name: string) => firstOf(query, name)
  const sought = one('find').slice(0, 60)
  const found = findKinds(all, sought)
  const open = all.find(({ id }) => id === one('of')) ?? (sought ? found[0] : undefined)
  const standing = new Set(story.species.map(({ id }) => id))
  const listed = sought
    ? found
    : found.filter((kind) => standing.has(kind.id) || kind.own || !isShipped(kind.id))
  return (
    <PlantsFrame
      slug={slug}
      page="/kinds"
      title={
        <>
          <TankName>{open ? open.name : `${all.length} kinds`}</TankName>{' '}
          {open ? sayNames(open) : 'are on paper, by botanical and by common name.'}
        </>
      }
      aside="All figures from memory and common practice; your own heights outweigh them after a few."
    >
      <FindKind sought={sought} />
      <Flex gap={8} direction={{ base: 'column', md: 'row' }} align="flex-start">
        <Box w={{ base: '100%', md: '18rem' }} flexShrink={0}>
          <Box fontSize="sm" color="pencil" mb={1}>
            {listOf(sought, listed.length)}
          </Box>
          <Box as="ul" listStyleType="none" m={0} p={0}>
            {listed.map(({ id, name }) => (
              <Box as="li" key={id} minH="28px">
                <DoLink
                  href={`/tanks/${slug}/plants/kinds?find=${encodeURIComponent(sought)}&of=${encodeURIComponent(id)}`}
                >
                  {name}
                </DoLink>
              </Box>
            ))}
          </Box>
        </Box>
        {open ? (
          <Box flex={1} minW={0} w="100%">
            <Box mb={5}>
              <Known species={open} measures={measures} />
            </Box>
            <Yours story={story} species={open} all={all} measures={measures} />
          </Box>
        ) : null}
      </Flex>
      <Box mt={6}>
        <NewKind slug={slug} fields={kindFields(speciesFromKin('', 'stem-fast', null, 'green'))} />
      </Box>
    </PlantsFrame>
  )
}

function listOf(sought: string, count: number): string {
  if (!sought) return count === 0 ? '' : 'Those of this tank, and your own:'
  if (count === 0) return `Nothing goes by “${sought}”. Put it on paper below.`
  return `${count} by “${sought}”:`
}

function Known({ species, measures }: { species: Species; measures: Measures }) {
  const grows = ({ value, low, high }: { value: number; low: number; high: number }) =>
    measures.sayEstimate({ value, low, high, because: '' }, 'cm')
  return (
    <>
      <Box
        as="dl"
        display="grid"
        gridTemplateColumns={{ base: '1fr', sm: '9rem 1fr' }}
        columnGap={3}
        rowGap={1}
        m={0}
        mb={4}
      >
        {sayKind(species, measures).map(([of, says]) => (
          <Box key={of} display="contents">
            <Box as="dt" color="pencil">
              {of}
            </Box>
            <Box as="dd" m={0} color={of === 'caution' ? 'clay' : 'ink'}>
              {says}
            </Box>
          </Box>
        ))}
      </Box>
      <Box overflowX="auto" tabIndex={0} role="region" aria-label="What it is expected to grow">
        <Box
          as="table"
          fontSize="sm"
          css={{ '& td, & th': { textAlign: 'left', padding: '3px 14px 3px 0' } }}
        >
          <Box as="caption" textAlign="left" color="pencil">
            expected growth in height a day, with the range of its books
          </Box>
          <thead>
            <tr>
              <th scope="col">light</th>
              <th scope="col">without gas</th>
              <th scope="col">with gas</th>
              <th scope="col">in air</th>
            </tr>
          </thead>
          <tbody>
            {priorTable(species).map(({ light, plain, gas, inAir }) => (
              <Box as="tr" key={light} borderTop="1px solid" borderColor="rule">
                <th scope="row">{light}</th>
                <td>{grows(plain)}</td>
                <td>{grows(gas)}</td>
                <td>{grows(inAir)}</td>
              </Box>
            ))}
          </tbody>
        </Box>
      </Box>
    </>
  )
}

/** What the keeper may say of a kind: other figures, and that a planting is no such kind at all. */
async function Yours({
  story,
  species,
  all,
  measures,
}: {
  story: TankHistory
  species: Species
  all: readonly Species[]
  measures: Measures
}) {
  const { timeZone, slug } = story.vessel
  const changes = await revisionsOf(await database(), species.id)
  const say = (at: Instant) => sayDay(at, timeZone, now())
  const here = story.plantings.filter((planting) => mainKind(planting).speciesId === species.id)
  const others = all.filter(({ id }) => id !== species.id)
  return (
    <>
      <Section title="Yours">
        <ChangeKind
          key={stampOf(species)}
          id={species.id}
          name={species.name}
          fields={kindFields(species)}
          stamp={stampOf(species)}
          changes={changes.map(({ id, madeAt, before, after }, i) => ({
            id,
            says:
              before === null
                ? `Put on paper on ${say(madeAt)}.`
                : `${say(madeAt)}: ${sayKindChange(before, after, measures)}`,
            back: i === 0 && before !== null,
          }))}
        />
      </Section>
      {here.length > 0 ? (
        <Section title="Is it this kind at all?">
          {here.map((planting) => (
            <FoundOut
              key={planting.id}
              slug={slug}
              planting={{
                id: planting.id,
                stake: planting.stake,
                name: planting.name,
                says: sayHeldFor(planting, story.entries, say),
              }}
              species={speciesChoices(others)}
              today={localMoment(now(), timeZone).slice(0, 10)}
            />
          ))}
        </Section>
      ) : null}
    </>
  )
}

/** How sure its kind is, and what it went by before. */
function sayHeldFor(
  planting: PlantingRecord,
  entries: readonly Entry[],
  say: (at: Instant) => string,
): string {
  const found = entriesOf(entries, 'identified').findLast((one) => one.plantingId === planting.id)
  const { sure } = mainKind(planting)
  const doubt = sure === 'sure' ? '' : `, ${sure === 'unknown' ? 'of a kind unknown' : sure}`
  const gone = planting.ended === null ? '' : ', gone'
  return `since ${say(planting.stands[0].from)}${gone}${doubt}${found ? `; went by ${found.was} until ${say(found.at)}` : ''}`
}
