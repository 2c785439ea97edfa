import { sayEstimate, sayNumber } from '@/core/quantity/say'
import { MS_PER_DAY } from '@/core/quantity/time'
import type { TableOfChart } from './as-table.client'
import type { BandChartProps, BandPoint } from './band-data'

/** Days between two pencilled lines of the table: what moves in weeks is not read day by day. */
const PENCIL_DAYS = 7
const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
})

interface Line {
  day: number
  cells: string[]
}

/** What a band chart draws, in time order: readings each, the pencil a line a week, what was done as it was done. */
export function bandTable(chart: BandChartProps): TableOfChart {
  const { past, future, against = [], points, setAside, events } = chart
  const lines: Line[] = [
    ...weekly(past).map((point) => pencil(point, 'pencilled')),
    ...weekly(future).map((point) => pencil(point, 'to come')),
    ...weekly(against).map((point) => pencil(point, 'as it is kept')),
    ...points.map(({ day, value, says }) => line(day, `read, ${says}`, sayNumber(value))),
    ...setAside.map(({ day, value, says }) => line(day, `set aside: ${says}`, sayNumber(value))),
    ...events.map((event) => line(event.day, event.pencil ? 'change to come' : 'change', '')),
  ]
  return {
    columns: ['day', 'what', `${[chart.of, chart.unit].filter(Boolean).join(', ')} (four in five)`],
    rows: lines
      .sort((a, b) => a.day - b.day)
      .map(({ day, cells }) => [DAY.format(new Date(day * MS_PER_DAY)), ...cells]),
  }
}

const line = (day: number, what: string, value: string): Line => ({ day, cells: [what, value] })
const pencil = ({ day, value, low, high }: BandPoint, what: string): Line =>
  line(day, what, sayEstimate({ value, low, high, because: what }))

/** The points a week apart, the last one always among them. */
function weekly(points: readonly BandPoint[]): BandPoint[] {
  let next = -Infinity
  return points.filter((point, i) => {
    if (point.day < next && i < points.length - 1) return false
    next = point.day + PENCIL_DAYS
    return true
  })
}
