'use client'

import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { sayMethod } from '@/core/journal/kinds/reading'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { instantOf } from '@/core/quantity/time'
import type { WaterEstimate } from '@/core/water/estimate/estimate'
import { BandChart } from '@/ui/chart/band-chart.client'
import { useMeasures } from '@/ui/measures.client'
import NextLink from '@/ui/page-link'
import { sayDay } from '@/ui/when'
import type { DriftModel } from './drift-model'
import { unpackPast } from './pack-past'
import { ReadingUse } from './reading-use.client'
import type { Reckoning } from './reckoning.client'

const OUTLOOK_DAYS = 42
/** Readings set aside that are named under the chart: the latest. */
const NAMED_ASIDE = 4

interface Props {
  model: DriftModel
  readings: WaterEstimate['readings']
  asked: Reckoning
}

/** The course of the parameter: what was read, where the water stood, where it goes. */
export function DriftChart({ model, readings, asked }: Props) {
  const past = useMemo(() => unpackPast(model.past, model.today), [model])
  const used = readings.filter((reading) => reading.setAside === null)
  const aside = readings.filter((reading) => reading.setAside !== null)
  const { parameter } = model
  const unit = unitOf(parameter)
  const dissolved = model.behaviour !== 'settling'
  return (
    <>
      <BandChart
        title={`${nameOf(parameter)} of ${model.name} over five months and six weeks to come`}
        of={nameOf(parameter)}
        unit={unit}
        past={past}
        future={asked.kept.filter((point) => point.day <= model.today + OUTLOOK_DAYS)}
        points={used.map((reading) => ({
          day: reading.day,
          value: reading.value,
          low: reading.low,
          high: reading.high,
          says: sayMethod(reading.method),
        }))}
        setAside={aside.map((reading) => ({
          day: reading.day,
          value: reading.value,
          says: reading.setAside ?? '',
        }))}
        events={dissolved ? changesOf(model) : []}
        limits={
          dissolved
            ? [
                { at: asked.limit, tone: 'clay' },
                { at: asked.target, tone: 'water' },
              ]
            : bandLimits(model)
        }
        today={model.today}
        height={300}
        fromZero={dissolved}
      />
      <Box fontSize="sm" color="pencil">
        Points are readings, each with the span its method can tell; the band is where the water
        stood, four times in five.
        {dissolved ? ' Squares are changes, rings the routine to come.' : ''}
      </Box>
      <SetAside
        model={model}
        aside={readings
          .filter((one) => one.setAside !== null || one.use !== null)
          .slice(-NAMED_ASIDE)}
      />
    </>
  )
}

function SetAside({ model, aside }: { model: DriftModel; aside: WaterEstimate['readings'] }) {
  const measures = useMeasures()
  if (aside.length === 0) return null
  return (
    <Box as="ul" fontSize="sm" mt={2} pl={4}>
      {aside.map((reading) => (
        <li key={reading.entryId}>
          <NextLink href={`/tanks/${model.slug}/book?entry=${reading.entryId}`}>
            {measures.say(reading.value, unitOf(model.parameter))} on{' '}
            {sayDay(instantOf(reading.day), model.zone, instantOf(model.today))}
          </NextLink>
          : {reading.setAside ?? 'used, whatever the others say'}.
          <ReadingUse slug={model.slug} reading={reading} />
        </li>
      ))}
    </Box>
  )
}

const changesOf = (model: DriftModel) => [
  ...model.changesPast.map((day) => ({ day, pencil: false })),
  ...model.changesAhead
    .filter(({ day }) => day <= model.today + OUTLOOK_DAYS)
    .map(({ day }) => ({ day, pencil: true })),
]

function bandLimits({ band }: DriftModel): React.ComponentProps<typeof BandChart>['limits'] {
  return [band.high, band.low].flatMap((at) =>
    at === null ? [] : [{ at, tone: 'water' as const }],
  )
}
