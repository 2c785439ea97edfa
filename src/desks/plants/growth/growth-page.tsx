import { Box } from '@chakra-ui/react'
import { growthCourses } from '@/core/gardening/growth/growth-course'
import {
  OF_FALLS,
  OF_KINDS,
  sayGarden,
  saySeason,
  sayUnmeasured,
} from '@/core/gardening/growth/growth-course.words'
import { seasonOf } from '@/core/plants/season'
import { instantOf } from '@/core/quantity/time'
import { reckoned } from '@/data/analysis-cache'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { TankName } from '@/ui/frame/desk-frame'
import { DoLink } from '../do-link'
import { sayDay } from '@/ui/when'
import { PlantsFrame } from '../pages'
import { GrowthRow } from './growth-row'
import { MonthsAbove } from './months-above'
import { spanShown } from './span'

/** Growth: every planting on one scale of days, what was seen in ink, what is reckoned in pencil. */
export async function GrowthPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const { at, courses, season } = reckoned(story, now(), 'growth', (at) => ({
    at,
    courses: growthCourses(story, at),
    season: seasonOf(story, at),
  }))
  const { timeZone, name } = story.vessel
  const span = spanShown(at)
  const say = (day: number) => sayDay(instantOf(day), timeZone, at)
  const unmeasured = sayUnmeasured(courses)
  return (
    <PlantsFrame
      slug={slug}
      page=""
      title={
        <>
          <TankName>{name}</TankName> {sayGarden(courses, measures, say)}
        </>
      }
      aside={
        courses.length > 0
          ? 'Dots: what was seen; upright strokes: cuts; dashed and shaded: what is reckoned. Right of the line is to come.'
          : null
      }
    >
      {courses.length === 0 ? (
        <Box className="serif" fontSize="lg">
          <DoLink href={`/tanks/${slug}/board`}>Draw what stands in it</DoLink>, then measure it
          once or twice.
        </Box>
      ) : (
        <>
          {season ? (
            <Box className="serif" mb={3} maxW="60rem">
              {saySeason(season, say)}
            </Box>
          ) : null}
          {unmeasured ? (
            <Box color="pencil" mb={3} maxW="60rem">
              {unmeasured}
            </Box>
          ) : null}
          {courses.some(({ pace }) => pace?.own) ? (
            <Box color="pencil" mb={3} maxW="60rem">
              {OF_KINDS}
            </Box>
          ) : null}
          {courses.some(({ falls }) => falls.length > 0) ? (
            <Box color="pencil" mb={3} maxW="60rem">
              {OF_FALLS}
            </Box>
          ) : null}
          <MonthsAbove span={span} zone={timeZone} />
          {courses.map((course) => (
            <GrowthRow
              key={course.planting.id}
              slug={slug}
              course={course}
              span={span}
              measures={measures}
              say={say}
            />
          ))}
        </>
      )}
    </PlantsFrame>
  )
}
