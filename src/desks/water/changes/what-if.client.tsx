'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { sayDays, sayNumber } from '@/core/quantity/say'
import type { Regime, WhatIfBand, WhatIfInput } from '@/core/water/changes/what-if'
import { BandChart } from '@/ui/chart/band-chart.client'
import type { BandPoint } from '@/ui/chart/band-data'
import type { BalanceModel } from '../balance/balance-model'
import { Section } from '@/ui/frame/desk-frame'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { useWhatIf } from './use-what-if.client'
import { Button } from '@/ui/kit/button.client'
import { Select, Slider } from '@/ui/kit/input.client'

type Slide = {
  key: keyof Regime
  label: string
  min: number
  max: number
  step: number
  says: (value: number) => string
}

function times(value: number): string {
  if (Math.abs(value - 1) < 0.01) return 'as now'
  return value === 0 ? 'none' : `${sayNumber(value, 0.05)} × now`
}

function slides(model: BalanceModel, input: WhatIfInput): Slide[] {
  const nutrient =
    model.parameter === 'nitrate' ||
    model.parameter === 'phosphate' ||
    model.parameter === 'potassium'
  // A quarter of the band a week is a strong dose; who doses more sees three times as much.
  const mostDosed = Math.max(
    3 * input.present.dosePerDay,
    (model.band.high ?? 4 * input.limit) / 28,
  )
  return [
    {
      key: 'changeFraction',
      label: 'Change',
      min: 0,
      max: 0.9,
      step: 0.05,
      says: (value) => (value === 0 ? 'none' : `${Math.round(value * 100)} %`),
    },
    {
      key: 'changeEveryDays',
      label: 'every',
      min: 1,
      max: 28,
      step: 1,
      says: (value) => (value === 1 ? 'day' : sayDays(value)),
    },
    ...(nutrient && input.feedPerDay.value > 0
      ? [{ key: 'feed' as const, label: 'Food', min: 0, max: 2, step: 0.1, says: times }]
      : []),
    ...(model.parameter === 'conductivity'
      ? []
      : [
          {
            key: 'dosePerDay' as const,
            label: 'Doses',
            min: 0,
            max: mostDosed,
            step: mostDosed / 40,
            says: (value: number) =>
              value === 0
                ? 'none'
                : `${sayNumber(value * 7, mostDosed / 6)} ${unitOf(model.parameter)} a week`,
          },
        ]),
    ...(input.uptakePerDay.value > 0
      ? [
          { key: 'plants' as const, label: 'Plant mass', min: 0, max: 2, step: 0.1, says: times },
          {
            key: 'light' as const,
            label: 'Light',
            min: 0,
            max: 1.5,
            step: 0.1,
            says: (value: number) =>
              `${times(value)}${Math.abs(value - 1) < 0.01 ? '' : `, as ${sayNumber(value * model.lampHours, 0.2)} h of it`}`,
          },
        ]
      : []),
    { key: 'evaporation', label: 'Evaporation', min: 0, max: 3, step: 0.1, says: times },
  ]
}

/** Sliders against the present; a thousand lives of this tank in a worker; one sentence and two bands. */
export function WhatIf({ model, input }: { model: BalanceModel; input: WhatIfInput }) {
  const [trial, setTrial] = useState<Regime>(input.present)
  const asked = useMemo(() => ({ ...input, trial }), [input, trial])
  const { result, share, stop } = useWhatIf(asked)
  const touched = JSON.stringify(trial) !== JSON.stringify(input.present)
  const set = (key: keyof Regime, value: number) =>
    setTrial((before) => ({ ...before, [key]: value }))
  return (
    <Section
      title="What if"
      aside="1 000 ways it may go, each reckoned twice: as it is kept, and as you try"
    >
      <Flex gap={8} direction={{ base: 'column', lg: 'row' }}>
        <Box flex={{ lg: '0 0 34%' }}>
          {slides(model, input).map((slide) => (
            <Slid
              key={slide.key}
              slide={slide}
              value={trial[slide.key]}
              present={input.present[slide.key]}
              onValue={(value) => set(slide.key, value)}
            />
          ))}
          {model.sources.length > 1 ? (
            <SourceTried
              model={model}
              level={trial.source}
              onLevel={(level) => set('source', level)}
            />
          ) : null}
          {touched ? (
            <Button
              look="quiet"
              size="line"
              onClick={() => setTrial(input.present)}
              mt={2}
              fontSize="sm"
            >
              back to how it is
            </Button>
          ) : null}
        </Box>
        <Tried
          model={model}
          input={input}
          touched={touched}
          result={result}
          share={share}
          onStop={stop}
        />
      </Flex>
    </Section>
  )
}

/** One slider: what it turns, and what it says where it stands. */
function Slid({
  slide,
  value,
  present,
  onValue,
}: {
  slide: Slide
  value: number
  present: number
  onValue: (value: number) => void
}) {
  return (
    <chakra.label
      display="grid"
      gridTemplateColumns="5.6rem 1fr 7.4rem"
      columnGap={3}
      alignItems="center"
      minH="38px"
      fontSize="sm"
    >
      <span>{slide.label}</span>
      <Slider
        min={slide.min}
        max={slide.max}
        step={slide.step}
        value={value}
        aria-valuetext={slide.says(value)}
        onChange={(event) => onValue(Number(event.target.value))}
      />
      <Box as="span" fontWeight={value === present ? 450 : 680}>
        {slide.says(value)}
      </Box>
    </chakra.label>
  )
}

/** The water the changes are made with. */
function SourceTried({
  model,
  level,
  onLevel,
}: {
  model: BalanceModel
  level: number
  onLevel: (level: number) => void
}) {
  const source = model.sources.find((candidate) => candidate.level === level)
  return (
    <chakra.label
      display="grid"
      gridTemplateColumns="5.6rem 1fr"
      columnGap={3}
      alignItems="center"
      minH="44px"
      fontSize="sm"
    >
      <span>with</span>
      <Select
        value={source?.id ?? ''}
        onChange={(event) =>
          onLevel(
            model.sources.find((candidate) => candidate.id === event.target.value)?.level ?? level,
          )
        }
        minH="38px"
      >
        {model.sources.map((candidate) => (
          <option key={candidate.id} value={candidate.id}>
            {candidate.name} ({sayNumber(candidate.level)} {unitOf(model.parameter)})
          </option>
        ))}
      </Select>
    </chakra.label>
  )
}

/** What came of the runs: one sentence and the two bands. */
function Tried({
  model,
  input,
  touched,
  result,
  share,
  onStop,
}: {
  model: BalanceModel
  input: WhatIfInput
  touched: boolean
  onStop: () => void
} & Pick<ReturnType<typeof useWhatIf>, 'result' | 'share'>) {
  const unit = unitOf(model.parameter)
  return (
    <Box flex={1} minW={0}>
      <Box className="serif" fontSize="lg" minH="3.2em" aria-live="polite">
        {result ? (
          <>
            <b>{touched ? 'Tried' : 'As it is'}:</b> {sayOver(result.trial, input, unit)}
            {touched ? (
              <Box as="span" color="pencil">
                {' '}
                As it is: {sayOver(result.present, input, unit)}
              </Box>
            ) : null}
          </>
        ) : (
          'Working it out …'
        )}
      </Box>
      {share !== null && result === null ? (
        <Flex gap={3} align="center" fontSize="sm">
          <progress value={share} max={1} aria-label="Runs done" />{' '}
          <Button look="clay" size="line" onClick={onStop}>
            stop
          </Button>
        </Flex>
      ) : null}
      {result ? (
        <BandChart
          title={`${nameOf(model.parameter)} of ${model.name} in the next twelve weeks, as tried`}
          of={nameOf(model.parameter)}
          unit={unit}
          past={[]}
          future={pointsOf(result.trial, model.today)}
          against={touched ? pointsOf(result.present, model.today) : []}
          points={[]}
          setAside={[]}
          events={[]}
          limits={model.band.high === null ? [] : [{ at: model.band.high, tone: 'clay' }]}
          today={model.today}
          height={250}
        />
      ) : null}
      {result && touched ? (
        <Box fontSize="sm" color="pencil">
          Hatched: as tried, four times in five. Dashed edges: as it is kept now.
        </Box>
      ) : null}
    </Box>
  )
}

const pointsOf = (band: WhatIfBand, today: number): BandPoint[] =>
  band.middle.map((value, day) => ({
    day: today + day,
    value,
    low: band.low[day],
    high: band.high[day],
  }))

/** “over 40 within 9–16 days”, or how often it stays under. */
function sayOver(
  { over, overShare, middle, low, high }: WhatIfBand,
  { limit, days }: WhatIfInput,
  unit: string,
): string {
  const end = middle.length - 1
  const stands = `after ${Math.round(days / 7)} weeks between ${sayNumber(low[end], (high[end] - low[end]) / 2)} and ${sayNumber(high[end], (high[end] - low[end]) / 2)} ${unit}.`
  const line = `${sayNumber(limit)} ${unit}`.trim()
  if (overShare < 0.1) return `stays under ${line} for ${Math.round(days / 7)} weeks, ${stands}`
  if (over.earliest === 0 && over.likely === 0) return `over ${line} already; ${stands}`
  if (over.latest !== null && over.earliest !== null)
    return `over ${line} within ${Math.floor(over.earliest)}–${Math.ceil(over.latest)} days; ${stands}`
  return `over ${line} at some time in ${Math.round(overShare * 100)} lives of 100, ${(over.earliest ?? 0) < 1 ? 'perhaps already' : `in ${sayDays(Math.floor(over.earliest ?? 0))} at the earliest`}; ${stands}`
}
