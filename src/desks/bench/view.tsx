import { Box, Flex } from '@chakra-ui/react'
import NextLink from 'next/link'
import { findings, headline } from '@/core/judgement/findings'
import { sceneOn, stageOf } from '@/core/layout/scene'
import { sayDays } from '@/core/quantity/say'
import { dayOf } from '@/core/quantity/time'
import { now } from '@/data/clock'
import { Elevation } from '@/ui/drawing/elevation'
import { benchTanks, type BenchTank } from './rail'

const PIXELS_PER_CM = 4.3
const RANK = { act: 0, watch: 1, good: 2 } as const

/** The bench: which tank needs me, what is due today. Every vessel is drawn to one scale. */
export async function BenchDesk() {
  const at = now()
  const tanks = (await benchTanks()).map((tank) => ({ tank, notes: findings(tank.story, at) }))
  if (tanks.length === 0) return <EmptyBench />
  const pressing = [...tanks].sort((a, b) => urgency(a) - urgency(b))[0]
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={6} maxW="1240px">
      <Box as="h1" className="serif" fontSize={{ base: 'xl', md: '2xl' }} mb={6}>
        <b>{pressing.tank.story.vessel.name}</b> {headline(pressing.notes, pressing.tank.story.entries.length)}
      </Box>
      <Flex as="ul" listStyleType="none" m={0} p={0} gap={{ base: 8, lg: 10 }} align="flex-end" wrap={{ base: 'wrap', lg: 'nowrap' }} borderBottom={{ lg: '3px solid' }} borderColor="ink">
        {tanks.map(({ tank, notes }) => <DrawnTank key={tank.story.vessel.slug} tank={tank} alarmed={new Set(notes.flatMap((note) => (note.level === 'act' && note.subject.of === 'planting' ? [note.subject.id] : [])))} at={at} />)}
      </Flex>
      <Flex as="ul" listStyleType="none" m={0} p={0} mt={5} gap={{ base: 6, lg: 10 }} direction={{ base: 'column', lg: 'row' }}>
        {tanks.map(({ tank, notes }) => {
          const { vessel, entries } = tank.story
          return (
            <Box as="li" key={vessel.slug} flex={vessel.lengthCm} minW={0}>
              <Box className="serif" fontSize="md"><NextLink href={`/tanks/${vessel.slug}`}><b>{vessel.name}</b></NextLink> {headline(notes, entries.length)}</Box>
              <Box as="ul" listStyleType="none" m={0} p={0} mt={2} fontSize="sm">
                {tank.due.length === 0 ? <Box as="li" color="pencil">Nothing due today.</Box> : tank.due.map((task) => (
                  <Box as="li" key={task.routineId}>
                    {task.kind === 'round' ? <NextLink href={`/tanks/${vessel.slug}/round`}>{task.says}</NextLink> : <NextLink href={`/tanks/${vessel.slug}/book?log=${task.kind === 'test' ? 'reading' : task.kind}`}>{task.says}</NextLink>}
                    {task.daysLate > 0 ? <Box as="span" color="clay"> {sayDays(task.daysLate)} late</Box> : <Box as="span" color="pencil"> today</Box>}
                  </Box>
                ))}
              </Box>
            </Box>
          )
        })}
      </Flex>
      <Flex mt={8} gap={5} fontSize="sm" color="water"><NextLink href="/set-up">Set up another tank</NextLink><NextLink href="/read">Read a tank file</NextLink></Flex>
    </Box>
  )
}

const urgency = ({ notes }: { notes: ReturnType<typeof findings> }) => (notes[0] ? RANK[notes[0].level] * 1000 - notes[0].weight : 9999)

function DrawnTank({ tank: { story }, alarmed, at }: { tank: BenchTank; alarmed: ReadonlySet<string>; at: string }) {
  const { vessel } = story
  const stage = stageOf(story, at)
  const width = vessel.lengthCm * PIXELS_PER_CM + 46
  return (
    <Box as="li" flexShrink={1} minW={0}>
      <NextLink href={`/tanks/${vessel.slug}`} aria-label={`Open ${vessel.name}`}>
        <Elevation stage={stage} scene={sceneOn(stage, dayOf(at))} width={width} maxHeight={vessel.heightCm * PIXELS_PER_CM + 62} alarmed={alarmed} title={`${vessel.name} from the front, to scale`} />
      </NextLink>
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
