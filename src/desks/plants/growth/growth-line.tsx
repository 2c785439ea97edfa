import { Box } from '@chakra-ui/react'
import type { GrowthCourse } from '@/core/gardening/growth/growth-course'
import type { Measures } from '@/core/quantity/measures'
import { AsTable } from '@/ui/chart/as-table.client'
import { along, LINE_LEFT, type Span } from './span'

const WIDE = 1000
const HIGH = 100
const colour = (name: string) => `var(--chakra-colors-${name})`

/** A planting’s own line: ink dots of what was seen, strokes of cuts, pencil for what is reckoned, the water line where it has one. */
export function GrowthLine({
  course,
  span,
  measures,
  say,
}: {
  course: GrowthCourse
  span: Span
  measures: Measures
  say: (day: number) => string
}) {
  const { of, seen, planting } = course
  const unit = of === 'height' ? 'cm' : '%'
  const top = topOf(course)
  return (
    <Box>
      <Box position="relative" h="92px" pl={LINE_LEFT}>
        <Box position="absolute" left={0} top="-7px" fontSize="xs" color="pencil">
          {measures.say(top, unit, top / 2)}
        </Box>
        <Drawing course={course} span={span} top={top} />
      </Box>
      <AsTable
        title={`What was seen of ${planting.stake}`}
        table={{
          columns: ['Day', of === 'height' ? 'Height' : 'Cover'],
          rows: seen.map((one) => [say(one.day), measures.say(one.value, unit)]),
        }}
      />
    </Box>
  )
}

function Drawing({ course, span, top }: { course: GrowthCourse; span: Span; top: number }) {
  const { of, reckoned, seen, cuts, roomCm, planting } = course
  const x = (day: number) => (along(span, day) / 100) * WIDE
  const y = (value: number) => HIGH - (Math.min(top, value) / top) * HIGH
  const band = [
    ...reckoned.map(({ day, high }) => [x(day), y(high)] as const),
    ...[...reckoned].reverse().map(({ day, low }) => [x(day), y(low)] as const),
  ]
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={`${of} of ${planting.stake} over half a year and eight weeks to come`}
      style={{ width: '100%', height: '100%', display: 'block', overflow: 'visible' }}
    >
      <Rule d={`M0 ${HIGH}H${WIDE}`} of="rule" />
      <Rule d={`M${x(span.today)} 0V${HIGH}`} of="rule" />
      {roomCm === null ? null : <Rule d={`M0 ${y(roomCm)}H${WIDE}`} of="water" wide={1.4} />}
      {band.length > 0 ? (
        <path d={`${pathOf(band)}Z`} fill={colour('pencil')} fillOpacity={0.14} stroke="none" />
      ) : null}
      <Rule
        d={pathOf(reckoned.map(({ day, value }) => [x(day), y(value)]))}
        of="pencil"
        wide={1.2}
        dashed
      />
      {cuts.map(({ day, from, to }) => (
        <Rule
          key={day}
          d={`M${x(day)} ${y(from ?? heightBefore(course, day) ?? to)}V${y(to)}`}
          of="ink"
          wide={2.2}
        />
      ))}
      {seen.map(({ day, value, glance }) => (
        // A stroke of no length with round ends is a dot, however the drawing is stretched.
        <Rule
          key={`${day} ${value}`}
          d={`M${x(day)} ${y(value)}h0.01`}
          of={glance ? 'pencil' : 'ink'}
          wide={5}
        />
      ))}
    </svg>
  )
}

/** A line of the drawing, as wide on the page as it says, however the drawing is stretched. */
const Rule = ({
  d,
  of,
  wide = 1,
  dashed = false,
}: {
  d: string
  of: 'rule' | 'water' | 'pencil' | 'ink'
  wide?: number
  dashed?: boolean
}) => (
  <path
    d={d}
    fill="none"
    stroke={colour(of)}
    strokeWidth={wide}
    strokeLinecap="round"
    strokeDasharray={dashed ? '4 4' : undefined}
    vectorEffect="non-scaling-stroke"
  />
)

const pathOf = (points: readonly (readonly [number, number])[]): string =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')

/** So high is the drawing, cm or %: all that was seen or is expected, and the water over the root. */
function topOf({ of, seen, reckoned, roomCm }: GrowthCourse): number {
  if (of === 'cover') return 100
  const heights = [...seen.map(({ value }) => value), ...reckoned.map(({ value }) => value)]
  return Math.max(2, roomCm ?? 0, ...heights)
}

/** What it is reckoned to have stood at just before a cut of which only what was left is known. */
const heightBefore = ({ reckoned }: GrowthCourse, day: number): number | null =>
  reckoned.findLast((one) => one.day < day)?.value ?? null
