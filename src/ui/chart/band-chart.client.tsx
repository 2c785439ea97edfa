'use client'

import { leastOf, mostOf } from '@/core/quantity/extent'
import { sayNumber } from '@/core/quantity/say'
import { inMeasures } from './in-measures'
import { useMeasures } from '../measures.client'
import { Box } from '@chakra-ui/react'
import type { ApexOptions } from 'apexcharts'
import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import { MS_PER_DAY } from '@/core/quantity/time'
import { AsTable } from './as-table.client'
import type { BandChartProps, BandPoint, InkPoint } from './band-data'
import { axisOf } from './axis'
import { bandTable } from './band-table'
import { useInkColours, type InkColours } from './ink-colours.client'

// The chart library is heavy and needs the browser: it comes when a chart is in view.
const Chart = dynamic(() => import('react-apexcharts'), {
  ssr: false,
  loading: () => (
    <Box color="pencil" fontSize="sm" pt={4}>
      Drawing …
    </Box>
  ),
})

const HEADROOM = 1.08
const EVENT_TICK_SHARE = 0.035

/** The one chart frame: pencil bands, ink points, events as ticks on the shared time axis, limits labelled where they run. */
export function BandChart(canonical: BandChartProps) {
  const measures = useMeasures()
  const props = useMemo(() => inMeasures(canonical, measures), [canonical, measures])
  const colours = useInkColours()
  const chart = useMemo(
    () => (colours ? { options: optionsFor(props, colours), series: seriesFor(props) } : null),
    [props, colours],
  )
  return (
    <>
      <Box
        role="img"
        aria-label={props.title}
        minH={`${props.height}px`}
        css={{ '& text': { fontSize: '12px !important' } }}
      >
        {chart ? (
          <Chart
            options={chart.options}
            series={chart.series}
            type="rangeArea"
            height={props.height}
            width="100%"
          />
        ) : null}
      </Box>
      <AsTable title={props.title} table={() => bandTable(props)} />
    </>
  )
}

const at = (day: number) => Math.round(day * MS_PER_DAY)

function seriesFor({
  past,
  future,
  points,
  setAside,
  against = [],
}: BandChartProps): ApexOptions['series'] {
  const band = (list: readonly BandPoint[]) =>
    list.map((point) => ({ x: at(point.day), y: [point.low, point.high] }))
  const line = (list: readonly BandPoint[]) =>
    list.map((point) => ({ x: at(point.day), y: point.value }))
  const ink = (list: readonly InkPoint[]) =>
    list.map((point) => ({ x: at(point.day), y: point.value }))
  return [
    { name: 'pencilled range', type: 'rangeArea', data: band(past) },
    { name: 'range to come', type: 'rangeArea', data: band(future) },
    { name: 'pencilled', type: 'line', data: line(past) },
    { name: 'to come', type: 'line', data: line(future) },
    { name: 'read', type: 'line', data: ink(points) },
    { name: 'set aside', type: 'line', data: ink(setAside) },
    // One stroke for each reading: a gap after it keeps it from its neighbour.
    {
      name: 'span of the reading',
      type: 'line',
      data: points.flatMap((point) =>
        point.low === undefined || point.high === undefined
          ? []
          : [
              { x: at(point.day), y: point.low },
              { x: at(point.day) + 1, y: point.high },
              { x: at(point.day) + 2, y: null },
            ],
      ),
    },
    {
      name: 'as it is, at most',
      type: 'line',
      data: against.map((point) => ({ x: at(point.day), y: point.high })),
    },
    {
      name: 'as it is, at least',
      type: 'line',
      data: against.map((point) => ({ x: at(point.day), y: point.low })),
    },
  ] as ApexOptions['series']
}

function optionsFor(
  {
    past,
    future,
    points,
    setAside,
    events,
    limits,
    today,
    of,
    unit,
    height,
    fromZero = true,
    against = [],
  }: BandChartProps,
  colours: InkColours,
): ApexOptions {
  const values = [...past, ...future, ...against]
    .flatMap((p) => [p.low, p.high])
    .concat(
      [...points, ...setAside].map((p) => p.value),
      limits.map((limit) => limit.at),
    )
  const { floor, ceiling, step } = axisOf(
    fromZero ? 0 : leastOf(values),
    mostOf(values) * (fromZero ? HEADROOM : 1),
  )
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9))
  const text = { colors: colours.pencil, fontSize: '12px', fontFamily: 'var(--chakra-fonts-body)' }
  const c = colours
  return {
    chart: {
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      background: 'transparent',
      fontFamily: 'var(--chakra-fonts-body)',
      height,
      parentHeightOffset: 0,
    },
    colors: [c.pencil, c.pencil, c.pencil, c.pencil, c.ink, c.clay, c.ink, c.graphite, c.graphite],
    stroke: {
      width: [0, 0, 1.5, 1.8, 0, 0, 1.4, 1.2, 1.2],
      dashArray: [0, 0, 3, 5, 0, 0, 0, 2, 2],
      curve: 'straight',
    },
    fill: {
      type: ['solid', 'pattern', 'solid', 'solid', 'solid', 'solid', 'solid', 'solid', 'solid'],
      opacity: [0.16, 0.5, 1, 1, 1, 1, 1, 1, 1],
      pattern: { style: 'slantedLines', width: 6, height: 6, strokeWidth: 1 },
    },
    markers: {
      size: [0, 0, 0, 0, 5, 6, 0, 0, 0],
      colors: [
        c.pencil,
        c.pencil,
        c.pencil,
        c.pencil,
        c.ink,
        c.paper,
        c.ink,
        c.graphite,
        c.graphite,
      ],
      strokeColors: [
        c.paper,
        c.paper,
        c.paper,
        c.paper,
        c.paper,
        c.clay,
        c.ink,
        c.graphite,
        c.graphite,
      ],
      strokeWidth: [0, 0, 0, 0, 1, 2, 0, 0, 0],
      hover: { sizeOffset: 1 },
    },
    legend: { show: false },
    dataLabels: { enabled: false },
    grid: { borderColor: c.rule, strokeDashArray: 2, padding: { left: 4, right: 8 } },
    xaxis: {
      type: 'datetime',
      labels: { style: text, datetimeUTC: true, format: 'd MMM' },
      axisBorder: { color: c.ink },
      axisTicks: { color: c.ink },
      tooltip: { enabled: false },
    },
    yaxis: {
      min: floor,
      max: ceiling,
      tickAmount: Math.round((ceiling - floor) / step),
      labels: { style: text, formatter: (value: number) => value.toFixed(decimals) },
      title: {
        text: [of, unit].filter(Boolean).join(', '),
        style: { color: c.pencil, fontWeight: 450 },
      },
    },
    tooltip: { shared: false, intersect: true, theme: 'light', x: { format: 'd MMMM' } },
    annotations: {
      xaxis:
        past.length === 0
          ? []
          : [
              {
                x: at(today),
                borderColor: c.ink,
                strokeDashArray: 0,
                label: {
                  text: 'today',
                  orientation: 'horizontal',
                  textAnchor: 'end' as const,
                  offsetX: -5,
                  borderWidth: 0,
                  style: { background: 'transparent', color: c.ink, fontSize: '12px' },
                },
              },
            ],
      // At the right end, over pencil: at the left they would stand on readings.
      yaxis: limits.map((limit) => ({
        y: limit.at,
        borderColor: c[limit.tone],
        strokeDashArray: 4,
        label: {
          text: sayNumber(limit.at),
          position: 'right',
          textAnchor: 'end' as const,
          offsetX: -4,
          borderWidth: 0,
          style: { background: c.paper, color: c[limit.tone], fontSize: '12px' },
        },
      })),
      points: events.map((event) => ({
        x: at(event.day),
        y: floor + (ceiling - floor) * EVENT_TICK_SHARE * 0.5,
        marker: {
          size: 4,
          shape: event.pencil ? ('circle' as const) : ('square' as const),
          fillColor: event.pencil ? c.paper : c.water,
          strokeColor: c.water,
          strokeWidth: 1,
        },
      })),
    },
  }
}
