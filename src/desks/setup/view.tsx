import { Box } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { CATALOGUE } from '@/core/plants/catalogue'
import { plantingsAt } from '@/core/history/lookup'
import { sceneOn, stageOf } from '@/core/layout/scene'
import { dayOf } from '@/core/quantity/time'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { PlanView } from '@/ui/drawing/plan-view'
import { PlantForm, SetUpForm } from './set-up.client'

const PLAN_WIDTH = 520

/** A new tank for the bench. */
export function SetUpPage() {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={6} maxW="1000px">
      <Box as="h1" className="serif" fontSize="2xl" mb={4}>Set up a tank</Box>
      <SetUpForm today={now().slice(0, 10)} />
    </Box>
  )
}

/** Plantings onto the plan of a tank. */
export async function PlantPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const at = now()
  const stage = stageOf(story, at)
  const known = [...story.species, ...Object.values(CATALOGUE)].filter((species, i, all) => all.findIndex((other) => other.id === species.id) === i)
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="1000px">
      <Box fontSize="sm" color="water"><NextLink href={`/tanks/${slug}`}>← look</NextLink></Box>
      <Box as="h1" className="serif" fontSize="2xl" mb={3}>Plant <b>{story.vessel.name}</b> on paper, as it stands</Box>
      <PlanView stage={stage} scene={sceneOn(stage, dayOf(at))} width={PLAN_WIDTH} left={38} title={`${story.vessel.name} from above`} />
      <Box fontSize="sm" color="pencil" mb={4}>{story.vessel.lengthCm} cm long, {story.vessel.depthCm} cm deep; {plantingsAt(story, at).length} plantings.</Box>
      <PlantForm slug={slug} today={at.slice(0, 10)} species={known.map(({ id, name, group }) => ({ id, says: `${name} (${group.replace('-', ', ')})` }))} />
    </Box>
  )
}
