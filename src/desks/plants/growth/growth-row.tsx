import { Box, Grid } from '@chakra-ui/react'
import type { GrowthCourse } from '@/core/gardening/growth/growth-course'
import {
  sayFall,
  sayPace,
  sayRate,
  saySurface,
  sayTurn,
} from '@/core/gardening/growth/growth-course.words'
import type { Measures } from '@/core/quantity/measures'
import { Stake } from '@/ui/marks/stake'
import { DoLink } from '../do-link'
import { GrowthLine } from './growth-line'
import { COLUMNS, type Span } from './span'

/** One planting: its stake and rate, its line, and what there is to say of it. */
export function GrowthRow({
  slug,
  course,
  span,
  measures,
  say,
}: {
  slug: string
  course: GrowthCourse
  span: Span
  measures: Measures
  say: (day: number) => string
}) {
  const { planting, species, of } = course
  const slow = course.pace?.slower === 'yes'
  const notes = [
    sayTurn(course.turn, measures, say),
    ...course.earlier.map((one) => sayTurn(one, measures, say)),
    saySurface(course),
    sayFall(course, measures, say),
  ].filter((one) => one !== null)
  const pace = sayPace(course, measures)
  const log = `/tanks/${slug}/book?log=measure&planting=${planting.id}&measure=${of}`
  return (
    <Grid
      as="section"
      aria-label={`${planting.stake} ${planting.name}`}
      templateColumns={COLUMNS}
      columnGap={4}
      rowGap={1}
      py={3}
      borderTop="1px solid"
      borderColor="rule"
      fontSize="sm"
    >
      <Box>
        <Box as="h2" display="flex" gap={2} alignItems="center" fontSize="sm">
          <Stake code={planting.stake} alarm={slow} />
          <Box as="span" fontWeight={620}>
            {planting.name}
          </Box>
        </Box>
        {species.name === planting.name ? null : (
          <Box color="pencil" fontStyle="italic">
            {species.name}
          </Box>
        )}
        <Box mt={1}>{sayRate(course, measures)}</Box>
      </Box>
      <GrowthLine course={course} span={span} measures={measures} say={say} />
      <Box className="serif">
        {notes.map((one) => (
          <Box as="p" key={one} mb={1}>
            {one}
          </Box>
        ))}
        {pace ? (
          <Box as="p" mb={1} color={slow ? 'clay' : 'pencil'}>
            {pace}
          </Box>
        ) : null}
        <DoLink href={log}>{of === 'height' ? 'Log a height' : 'Log a cover'}</DoLink>
      </Box>
    </Grid>
  )
}
