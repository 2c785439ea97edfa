import { measuresHere } from '@/data/border/measures-here'
import { Box, Flex } from '@chakra-ui/react'
import { sceneOn, stageOf } from '@/core/layout/scene'
import { dayOf } from '@/core/quantity/time'
import { reckoned } from '@/data/analysis-cache'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { actsOf } from '@/data/acts'
import { listSpecies } from '@/data/facts/plantings'
import { readBench } from '@/data/bench'
import { storyOr404 } from '@/data/tank'
import { PlanFitted } from './plan-fitted.client'
import { SetUpForm } from './set-up.client'
import { Facts } from './facts.client'
import { factsModel } from './facts-model'

const PLAN_WIDTH = 440
const SHOWN_ACTS = 12

/** A new tank for the bench. */
export function SetUpPage() {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={6} maxW="62.5rem">
      <Box as="h1" className="serif" fontSize="2xl" mb={4}>
        Set up a tank
      </Box>
      <SetUpForm today={now().slice(0, 10)} />
    </Box>
  )
}

/** What stands in a tank, on paper: to be drawn for the first time, and to be put right. */
export async function StandsPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const at = now()
  const measures = await measuresHere()
  const db = await database()
  const { standing } = await readBench(db, at)
  const scene = reckoned(story, at, 'scene', (then) => sceneOn(stageOf(story, then), dayOf(then)))
  const { vessel } = scene.tank
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="77.5rem">
      <Box as="h1" className="serif" fontSize="xl">
        <Box as="span" fontSize="3xl" fontWeight={680}>
          {story.vessel.name}
        </Box>{' '}
        on paper, as it stands
      </Box>
      <Box fontSize="sm" color="pencil" mb={3}>
        Its measures, plants, stones, equipment, animals and routines, to put right or to change;
        what moves to another tank, what waits, and what things cost.
      </Box>
      <Flex gap={{ base: 4, lg: 10 }} direction={{ base: 'column', lg: 'row' }} align="flex-start">
        <Box flex={1} minW={0} w="100%">
          <Facts
            model={factsModel(story, at, {
              species: await listSpecies(db),
              measures,
              acts: await actsOf(db, story.vessel.id, SHOWN_ACTS),
              tanks: standing
                .filter((other) => other.slug !== slug)
                .map(({ slug: to, name }) => ({ slug: to, name })),
            })}
          />
        </Box>
        <Box position={{ lg: 'sticky' }} top={4} maxW="100%">
          <PlanFitted
            scene={scene}
            width={PLAN_WIDTH}
            left={38}
            title={`${story.vessel.name} from above`}
          />
          <Box fontSize="sm" color="pencil" pl="38px">
            {measures.say(vessel.lengthCm, 'cm')} long, {measures.say(vessel.depthCm, 'cm')} deep,
            seen from above.
          </Box>
        </Box>
      </Flex>
    </Box>
  )
}
