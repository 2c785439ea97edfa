import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import type { Finding } from '@/core/judgement/finding'
import type { TankHistory } from '@/core/history/types'
import { headline } from '@/core/judgement/findings'
import { sceneOn, stageOf } from '@/core/layout/scene'
import { sayDays } from '@/core/quantity/say'
import { dayOf } from '@/core/quantity/time'
import type { DueTask } from '@/core/routine/due'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { dueOnBench } from '@/data/due'
import { findingsOf } from '@/data/judged'
import { loadStory } from '@/data/story'
import { Elevation } from '@/ui/drawing/elevation'
import { shelfColumns, shelvesOf } from './shelves'

const PIXELS_PER_CM = 4.75
/** Room for the upright ruler beside each tank, cm of its length. */
const RULER_CM = 10
const RANK = { act: 0, watch: 1, good: 2 } as const

interface BenchTank {
  story: TankHistory
  due: DueTask[]
  notes: Finding[]
}

async function benchTanks(at: string): Promise<BenchTank[]> {
  const db = await database()
  const tanks: BenchTank[] = []
  for (const { vessel, due } of await dueOnBench(db, at)) {
    const story = await loadStory(db, vessel.slug)
    if (story) tanks.push({ story, due, notes: findingsOf(story, at) })
  }
  return tanks
}

/** The bench: which tank needs me, what is due today. Every vessel is drawn to one scale. */
export async function BenchDesk() {
  const at = now()
  const tanks = await benchTanks(at)
  if (tanks.length === 0) return <EmptyBench />
  const pressing = [...tanks].sort((a, b) => urgency(a) - urgency(b))[0]
  const shelves = shelvesOf(tanks.map((tank) => ({ tank, lengthCm: tank.story.vessel.lengthCm })))
  const columns = shelfColumns(shelves, RULER_CM)
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={6} maxW="1240px">
      <Box as="h1" className="serif" fontSize={{ base: 'xl', md: '2xl' }} mb={6}>
        {pressing.notes.some((note) => note.level !== 'good') ? <><b>{pressing.story.vessel.name}</b> first: {lower(pressing.notes[0].says)}.</> : 'Nothing presses on any of them.'}
      </Box>
      {shelves.map((shelf, i) => (
        <Box
          key={shelf[0].tank.story.vessel.slug} as="ul" listStyleType="none" m={0} mb={i < shelves.length - 1 ? 8 : 0} p={0} display="grid" columnGap={10} rowGap={{ base: 6, lg: 0 }}
          gridTemplateColumns={{ base: '1fr', lg: columns[i] }} gridTemplateRows={{ lg: 'auto auto' }}
        >
          {shelf.map(({ tank }) => <BenchPlace key={tank.story.vessel.slug} tank={tank} at={at} />)}
        </Box>
      ))}
      <Flex mt={8} gap={5} fontSize="sm" color="water"><NextLink href="/set-up">Set up another tank</NextLink><NextLink href="/read">Read a tank file</NextLink></Flex>
    </Box>
  )
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
const urgency = ({ notes }: BenchTank) => (notes[0] ? RANK[notes[0].level] * 1000 - notes[0].weight : 9999)

/** One tank's place on the bench: its drawing on the board, what it says and what is due below. */
function BenchPlace({ tank: { story, due, notes }, at }: { tank: BenchTank; at: string }) {
  const { vessel, entries } = story
  const stage = stageOf(story, at)
  const alarmed = new Set(notes.flatMap((note) => (note.level === 'act' && note.subject.of === 'planting' ? [note.subject.id] : [])))
  return (
    <Box as="li" minW={0} display="grid" gridRow={{ lg: 'span 2' }} gridTemplateRows={{ lg: 'subgrid' }}>
      <Box alignSelf="end" borderBottom="3px solid" borderColor="ink" mx={{ lg: -5 }} px={{ lg: 5 }}>
        <NextLink href={`/tanks/${vessel.slug}`} aria-label={`Open ${vessel.name}`}>
          <Elevation stage={stage} scene={sceneOn(stage, dayOf(at))} width={vessel.lengthCm * PIXELS_PER_CM + 46} maxHeight={vessel.heightCm * PIXELS_PER_CM + 62} alarmed={alarmed} title={`${vessel.name} from the front, to scale`} />
        </NextLink>
      </Box>
      <Box pt={4}>
        <Box className="serif" fontSize="md"><NextLink href={`/tanks/${vessel.slug}`}><b>{vessel.name}</b></NextLink> {headline(notes, entries)}</Box>
        <Box as="ul" listStyleType="none" m={0} p={0} mt={2} fontSize="sm">
          {due.length === 0 ? <Box as="li" color="pencil">Nothing due today.</Box> : due.map((task) => (
            <Box as="li" key={task.routineId}>
              {task.kind === 'round' ? <NextLink href={`/tanks/${vessel.slug}/round`}>{task.says}</NextLink> : <NextLink href={`/tanks/${vessel.slug}/book?log=${task.kind === 'test' ? 'reading' : task.kind}`}>{task.says}</NextLink>}
              {task.daysLate > 0 ? <Box as="span" color="clay"> {sayDays(task.daysLate)} late</Box> : <Box as="span" color="pencil"> today</Box>}
            </Box>
          ))}
        </Box>
      </Box>
    </Box>
  )
}

function EmptyBench() {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={10} maxW="46rem" className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={4}>An empty bench.</Box>
      <Box>Set up your first tank: its glass, its ground, the water you change with. Then plant it on paper as it stands, and walk the first round; Vivero begins to expect things after the second.</Box>
      <Flex gap={6} mt={6} color="water"><NextLink href="/set-up">Set up a tank</NextLink><NextLink href="/read">Read a tank file</NextLink></Flex>
    </Box>
  )
}
