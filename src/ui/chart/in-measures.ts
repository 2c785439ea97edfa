import type { Measures } from '@/core/quantity/measures'
import type { BandChartProps, BandPoint } from './band-data'

/** A chart with its values as the keeper measures, and its limits labelled so. */
export function inMeasures(chart: BandChartProps, measures: Measures): BandChartProps {
  const { unit, past, future, against, points, setAside, limits } = chart
  const of = (value: number) => measures.of(value, unit)
  const maybe = (value: number | undefined) => (value === undefined ? undefined : of(value))
  const band = (point: BandPoint) => ({
    ...point,
    value: of(point.value),
    low: of(point.low),
    high: of(point.high),
  })
  return {
    ...chart,
    unit: measures.unit(unit),
    past: past.map(band),
    future: future.map(band),
    against: against?.map(band),
    points: points.map((point) => ({
      ...point,
      value: of(point.value),
      low: maybe(point.low),
      high: maybe(point.high),
    })),
    setAside: setAside.map((point) => ({ ...point, value: of(point.value) })),
    limits: limits.map(({ at, tone }) => ({ at: of(at), tone })),
  }
}
