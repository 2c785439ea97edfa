import { measuresHere } from '@/data/border/measures-here'
import type { ReactNode } from 'react'
import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import type { Vessel } from '@/core/history/types'
import type { Finding } from '@/core/history/finding'
import { headline } from '@/core/judgement/findings'
import type { Result } from '@/core/quantity/result'
import { sayLate } from '@/core/routine/due.words'
import type { Instant } from '@/core/quantity/time'
import type { DueTask } from '@/core/routine/due'
import { routineAct } from '@/core/routine/routine-due'
import { readBench } from '@/data/bench'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { dueOnBench, type BenchPlace as Place } from '@/data/due'
import { loadStoryWithKin } from '@/data/story'
import { firstOf, weigh } from './place'
import { PlaceDrawing, PlaceSentence, PlaceWatch } from './place.client'
import { addressOf } from '@/ui/findings/where-to'
import { UnitsChoice } from '@/ui/frame/units-choice.client'
import { DeleteTank } from './delete-tank.client'
import { PutAway } from './put-away.client'
import { atThisMachine, roleHere } from '@/data/border/role'
import { Copies } from './copies.client'
import { copiesView } from './copies'
import { sayMoment } from '@/ui/when'
import { Phones } from './phones.client'
import { pairingHere } from './phones'
import { shelfColumns, shelvesOf } from './shelves'

const PIXELS_PER_CM = 4.75
/** Room for the upright ruler beside each tank, cm of its length. */
const RULER_CM = 10
/** Vessels on one page of the bench: six full shelves. */
const ON_A_PAGE = 24
/** So long the page waits for sentences; places that have none by then get theirs when they are looked at, ms. */
const PATIENCE_MS = 900

interface BenchTank extends Place {
  slug: string
  name: string
  /** Null: not weighed yet. */
  notes: Result<Finding[]> | null
  sentence: string | null
}

async function weighPlaces(places: readonly Place[], at: Instant): Promise<BenchTank[]> {
  const db = await database()
  const measures = await measuresHere()
  const began = performance.now()
  const tanks: BenchTank[] = []
  for (const place of places) {
    const story =
      performance.now() - began < PATIENCE_MS ? await loadStoryWithKin(db, place.vessel.slug) : null
    const notes = story ? weigh(story, at, measures) : null
    tanks.push({
      ...place,
      slug: place.vessel.slug,
      name: place.vessel.name,
      notes,
      sentence: story && notes?.ok ? headline(notes.value, story.entries) : null,
    })
  }
  return tanks
}

/** The bench: which tank needs me, what is due today. Every vessel is drawn to one scale. */
export async function BenchDesk({ page }: { page: number }) {
  const at = now()
  const db = await database()
  const all = await dueOnBench(db, at)
  const { away } = await readBench(db, at)
  const keeper = (await roleHere()) === 'keeper'
  if (all.length === 0 && away.length === 0)
    return <EmptyBench>{keeper ? <SafeKeeping at={at} /> : null}</EmptyBench>
  const last = Math.max(0, Math.ceil(all.length / ON_A_PAGE) - 1)
  const here = Math.min(page, last)
  const tanks = await weighPlaces(all.slice(here * ON_A_PAGE, (here + 1) * ON_A_PAGE), at)
  const shelves = shelvesOf(tanks.map((tank) => ({ tank, lengthCm: tank.vessel.lengthCm })))
  const columns = shelves.length > 0 ? shelfColumns(shelves, RULER_CM) : []
  return (
    <Box
      as="main"
      px={{ base: 4, md: 10 }}
      py={6}
      maxW="77.5rem"
      data-first-tank={firstOf(tanks).pressing?.slug ?? tanks[0]?.vessel.slug}
    >
      <Title tanks={tanks} pages={last + 1} />
      {shelves.map((shelf, i) => (
        <Box
          key={shelf[0].tank.vessel.slug}
          as="ul"
          listStyleType="none"
          m={0}
          mb={i < shelves.length - 1 ? 8 : 0}
          p={0}
          display="grid"
          columnGap={10}
          rowGap={{ base: 6, lg: 0 }}
          gridTemplateColumns={{ base: '1fr', lg: columns[i] }}
          gridTemplateRows={{ lg: 'auto auto' }}
        >
          {shelf.map(({ tank }) => (
            <BenchPlace key={tank.vessel.slug} tank={tank} />
          ))}
        </Box>
      ))}
      <Pages here={here} last={last} />
      <Flex mt={8} columnGap={5} rowGap={2} fontSize="sm" wrap="wrap" align="center">
        {keeper ? (
          <Flex gap={5} color="water">
            <NextLink href="/set-up">Set up another tank</NextLink>
            <NextLink href="/read">Read a tank file</NextLink>
          </Flex>
        ) : null}
        <UnitsChoice />
      </Flex>
      {keeper ? (
        <>
          <SafeKeeping at={at} />
          <Shelved
            standing={tanks.map(({ vessel }) => ({ slug: vessel.slug, name: vessel.name }))}
            away={away}
          />
        </>
      ) : null}
    </Box>
  )
}

/** What is below the tanks: who may come in by the house network, and the copies of the data. For the keeper alone. */
async function SafeKeeping({ at }: { at: Instant }) {
  const pairing = pairingHere()
  const copies = copiesView(at, HERE, await atThisMachine())
  return (
    <>
      {pairing ? (
        <Phones
          fingerprint={pairing.fingerprint}
          wrongCodes={pairing.wrongCodes()}
          phones={pairing.list().map(({ id, name, role, seen }) => ({
            id,
            name,
            role,
            seen: sayMoment(new Date(seen).toISOString(), HERE, at),
          }))}
        />
      ) : null}
      {copies ? <Copies {...copies} /> : null}
    </>
  )
}
/** The machine’s own zone: a bench has none of its own. */
const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone

function Title({ tanks, pages }: { tanks: readonly BenchTank[]; pages: number }) {
  const { pressing, all } = firstOf(tanks)
  const shelves = pages > 1 ? ', of those on these shelves' : ''
  // What is not looked at yet may press more.
  const more = all ? null : ' The others are still being looked at.'
  const calm =
    tanks.length === 0
      ? 'Nothing stands on the bench.'
      : `Nothing presses on any of them${shelves}.`
  return (
    <Box as="h1" className="serif" fontSize={{ base: 'xl', md: '2xl' }} mb={6}>
      {pressing ? (
        <>
          <b>{pressing.name}</b> first{shelves}: {lower(pressing.note.says)}.
        </>
      ) : (
        calm
      )}
      {more}
    </Box>
  )
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

/** One tank's place on the bench: its drawing on the board, what it says and what is due below. */
function BenchPlace({ tank: { vessel, due, notes, sentence } }: { tank: BenchTank }) {
  const { slug, name } = vessel
  const problem = notes && !notes.ok ? notes.problem : null
  return (
    <Box
      as="li"
      minW={0}
      display="grid"
      gridRow={{ lg: 'span 2' }}
      gridTemplateRows={{ lg: 'subgrid' }}
    >
      <PlaceWatch slug={slug} problem={problem}>
        <Box
          alignSelf="end"
          borderBottom="3px solid"
          borderColor="ink"
          mx={{ lg: -5 }}
          px={{ lg: 5 }}
        >
          <NextLink href={`/tanks/${slug}`} aria-label={`Open ${name}`}>
            <PlaceDrawing vessel={drawn(vessel)} pixelsPerCm={PIXELS_PER_CM} />
          </NextLink>
        </Box>
        <Box pt={4}>
          <Box className="serif" fontSize="md">
            <NextLink href={`/tanks/${slug}`}>
              <b>{name}</b>
            </NextLink>{' '}
            <PlaceSentence sentence={sentence} putAway={<PutAway slug={slug} name={name} away />} />
          </Box>
          <DueList slug={slug} due={due} asked={asksForChange(notes)} />
        </Box>
      </PlaceWatch>
    </Box>
  )
}

/** As much of a vessel as its silhouette needs. */
const drawn = ({ slug, name, lengthCm, heightCm, waterlineCm }: Vessel) => ({
  slug,
  name,
  lengthCm,
  heightCm,
  waterlineCm,
})

/** Whether a finding says already how much of the water is to be changed now: the list of what is due does not ask for another share of it. */
const asksForChange = (notes: BenchTank['notes']) =>
  notes?.ok === true &&
  notes.value.some(
    ({ key, leadsTo }) =>
      key === 'nitrate' && leadsTo !== null && 'form' in leadsTo && leadsTo.form === 'water-change',
  )

function DueList({ slug, due, asked }: { slug: string; due: readonly DueTask[]; asked: boolean }) {
  return (
    <Box as="ul" listStyleType="none" m={0} p={0} mt={2} fontSize="sm">
      {due.length === 0 ? (
        <Box as="li" color="pencil">
          Nothing due today.
        </Box>
      ) : (
        due.map((task) => (
          <Box as="li" key={task.routineId}>
            <NextLink href={addressOf(slug, routineAct(task, asked ? null : task.amount))}>
              {asked && task.kind === 'water-change' ? 'Water change' : task.says}
            </NextLink>
            {task.daysLate > 0 ? (
              <Box as="span" color="clay">
                {' '}
                {sayLate(task)}
              </Box>
            ) : (
              <Box as="span" color="pencil">
                {' '}
                today
              </Box>
            )}
          </Box>
        ))
      )}
    </Box>
  )
}

function Pages({ here, last }: { here: number; last: number }) {
  if (last === 0) return null
  const to = (page: number) => (page === 0 ? '/' : `/?shelves=${page + 1}`)
  return (
    <Flex as="nav" aria-label="Shelves" mt={8} gap={5} align="baseline" className="serif">
      {here > 0 ? <NextLink href={to(here - 1)}>← the shelves before</NextLink> : null}
      <span>
        shelves {here + 1} of {last + 1}
      </span>
      {here < last ? <NextLink href={to(here + 1)}>the next shelves →</NextLink> : null}
    </Flex>
  )
}

type Named = { slug: string; name: string }

/** Tanks put away, and the list to put one away from: by their names alone, so that one which cannot be drawn can go too. */
function Shelved({ standing, away }: { standing: readonly Named[]; away: readonly Named[] }) {
  return (
    <Box as="section" aria-label="Put away" mt={5} fontSize="sm">
      {away.length > 0 ? (
        <NameList heading="Put away, with all their record:" names={away} away={false} />
      ) : null}
      <details>
        <Box as="summary" color="water" cursor="pointer" minH="28px">
          Put a tank away
        </Box>
        <NameList
          heading="It leaves the bench and the rail; its record stays, and so does the way back."
          names={standing}
          away
        />
      </details>
    </Box>
  )
}

function NameList({
  heading,
  names,
  away,
}: {
  heading: string
  names: readonly Named[]
  away: boolean
}) {
  return (
    <Box mb={2}>
      {heading}
      <Box as="ul" listStyleType="none" m={0} p={0}>
        {names.map(({ slug, name }) => (
          <li key={slug}>
            <PutAway slug={slug} name={name} away={away} />
            {away ? null : (
              <Box as="span" ml={4}>
                <NextLink href={`/tanks/${slug}/book`}>read its book</NextLink>{' '}
                <DeleteTank slug={slug} name={name} />
              </Box>
            )}
          </li>
        ))}
      </Box>
    </Box>
  )
}

function EmptyBench({ children }: { children: ReactNode }) {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={10} maxW="46rem" className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={4}>
        An empty bench.
      </Box>
      <Box>
        Set up your first tank: its glass, its ground, the water you change with. Then plant it on
        paper as it stands, and walk the first round; Vivero begins to expect things after the
        second.
      </Box>
      <Flex gap={6} mt={6} color="water">
        <NextLink href="/set-up">Set up a tank</NextLink>
        <NextLink href="/read">Read a tank file</NextLink>
      </Flex>
      {children}
    </Box>
  )
}
