'use client'

import { unpackPast } from './pack-past'
import { useMeasures } from '@/ui/measures.client'
import { Box, chakra, Flex } from '@chakra-ui/react'
import { useDeferredValue, useMemo, useState } from 'react'
import { sayMethod } from '@/core/journal/kinds/reading'
import { sayDays, sayEvery, sayNumber } from '@/core/quantity/say'
import { instantOf } from '@/core/quantity/time'
import { PARAMETER_UNITS } from '@/core/quantity/units'
import { isWorthChanging } from '@/core/water/changes/dilution'
import {
  changeForTarget,
  crossing,
  forecastParameter,
  type Crossing,
  type WaterEstimate,
} from '@/core/water/estimate/estimate'
import { BandChart } from '@/ui/chart/band-chart.client'
import { FindingNote } from '@/ui/findings/finding-note.client'
import NextLink from '@/ui/page-link'
import { sayDay } from '@/ui/when'
import type { DriftModel } from './drift-model'
import { Section } from '../frame'
import { NumberInSentence } from '../number-in-sentence.client'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { Sparklines, Tests } from './sparklines-table'
import { Button } from '@/ui/kit/button.client'
import { Slider } from '@/ui/kit/input.client'

const OUTLOOK_DAYS = 84
const CHART_OUTLOOK_DAYS = 42
/** A change smaller than this is no change. */
/** Where a change aims by itself: this part of the upper end of the band. */
const TARGET_SHARE = 0.6

type Dispute = React.ComponentProps<typeof FindingNote>['onDispute']

export function Drift({ model, onDispute }: { model: DriftModel; onDispute: Dispute }) {
  return model.estimate ? (
    <Reckoned
      key={model.parameter}
      model={model}
      estimate={{ ...model.estimate, past: [] }}
      onDispute={onDispute}
    />
  ) : (
    <>
      <NoReading model={model} />
      <Sparklines model={model} />
      <Tests model={model} />
    </>
  )
}

function Reckoned({
  model,
  estimate,
  onDispute,
}: {
  model: DriftModel
  estimate: WaterEstimate
  onDispute: Dispute
}) {
  const measures = useMeasures()
  const { parameter, behaviour, sourceLevel: source } = model
  const unit = unitOf(parameter)
  const high = model.band.high ?? Math.max(estimate.now.high * 1.5, 1)
  const [target, setTarget] = useState(rounded(high * TARGET_SHARE))
  const [limit, setLimit] = useState(
    estimate.now.value > high ? roundAbove(estimate.now.high) : rounded(high),
  )
  const [percent, setPercent] = useState(0)
  const trial = useDeferredValue(percent)
  const [, most] = PARAMETER_UNITS[parameter].plausible
  const now = useMemo(
    () => (trial > 0 ? [{ day: model.today, fraction: trial / 100, source }] : []),
    [trial, model.today, source],
  )
  const untouched = useMemo(() => forecastParameter(estimate, OUTLOOK_DAYS, now), [estimate, now])
  // A change made today moves the routine on: the next one falls a full interval later.
  const kept = useMemo(() => {
    const ahead =
      trial > 0 && model.regime.routineDays !== null
        ? model.changesAhead.map((change, i) => ({
            ...change,
            day: model.today + (i + 1) * (model.regime.routineDays ?? 7),
          }))
        : model.changesAhead
    return forecastParameter(estimate, OUTLOOK_DAYS, [...now, ...ahead])
  }, [estimate, now, model, trial])
  const past = useMemo(() => unpackPast(model.past, model.today), [model])
  const change = changeForTarget(estimate, target, source)
  const worth = change.ok && isWorthChanging(change.value.fraction.value)
  const used = estimate.readings.filter((reading) => reading.setAside === null)
  const aside = estimate.readings.filter((reading) => reading.setAside !== null)
  const dissolved = behaviour !== 'settling'
  return (
    <Box
      display="grid"
      columnGap={{ base: 5, xl: 8 }}
      rowGap={{ base: 5, lg: 0 }}
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 62fr) minmax(0, 36fr)' }}
      gridTemplateAreas={{ base: '"chart" "ask" "strips"', lg: '"chart ask" "strips ask"' }}
      gridTemplateRows={{ lg: 'auto 1fr' }}
    >
      <Box gridArea="chart" minW={0}>
        <BandChart
          title={`${nameOf(parameter)} of ${model.name} over five months and six weeks to come`}
          of={nameOf(parameter)}
          unit={unit}
          past={past}
          future={kept.filter((point) => point.day <= model.today + CHART_OUTLOOK_DAYS)}
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
          events={
            dissolved
              ? [
                  ...model.changesPast.map((day) => ({ day, pencil: false })),
                  ...model.changesAhead
                    .filter(({ day }) => day <= model.today + CHART_OUTLOOK_DAYS)
                    .map(({ day }) => ({ day, pencil: true })),
                ]
              : []
          }
          limits={
            dissolved
              ? [
                  { at: limit, tone: 'clay' },
                  { at: target, tone: 'water' },
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
        {aside.length > 0 ? (
          <Box as="ul" fontSize="sm" mt={2} pl={4}>
            {aside.slice(-4).map((reading) => (
              <li key={reading.entryId}>
                <NextLink href={`/tanks/${model.slug}/book?entry=${reading.entryId}`}>
                  {measures.say(reading.value, unit)} on{' '}
                  {sayDay(instantOf(reading.day), model.zone, instantOf(model.today))}
                </NextLink>
                : {reading.setAside}.
              </li>
            ))}
          </Box>
        ) : null}
      </Box>
      <Box gridArea="strips" minW={0}>
        <Sparklines model={model} />
      </Box>
      <Box gridArea="ask" minW={0}>
        {dissolved ? (
          <>
            <Section title="How much must I change?">
              To stand at{' '}
              <NumberInSentence
                label={`Target, ${unit}`}
                value={target}
                onValue={setTarget}
                min={0}
                max={most}
              />{' '}
              {unit} now,{' '}
              <Box data-answer display="contents">
                {change.ok && !worth ? (
                  <Box as="span" color="moss">
                    nothing need be changed: it stands there already, as near as can be told.
                  </Box>
                ) : null}
                {change.ok && worth ? (
                  <>
                    change <b>{Math.round(change.value.fraction.value * 100)} %</b>{' '}
                    <Box as="span" color="pencil">
                      ({Math.round(change.value.fraction.low * 100)}–
                      {Math.round(change.value.fraction.high * 100)})
                    </Box>
                    , about {measures.say(change.value.litres.value, 'L', 1)} of{' '}
                    {model.source?.name.toLowerCase() ?? 'clean water'}.
                  </>
                ) : null}
                {change.ok ? null : (
                  <Box as="span" color="clay">
                    {change.problem}
                  </Box>
                )}
                {change.ok && worth ? (
                  <Flex
                    mt={1}
                    gap={4}
                    color="water"
                    css={{ '& a': { display: 'inline-block', paddingBlock: '4px' } }}
                  >
                    <NextLink
                      href={`/tanks/${model.slug}/book?log=water-change&percent=${Math.round(change.value.fraction.value * 100)}`}
                    >
                      log this change
                    </NextLink>
                    <NextLink href={`/tanks/${model.slug}/water/changes?of=${parameter}`}>
                      plan it
                    </NextLink>
                  </Flex>
                ) : null}
              </Box>
            </Section>
            <Section title="When will I be over it?">
              Over{' '}
              <NumberInSentence
                label={`Limit, ${unit}`}
                value={limit}
                onValue={setLimit}
                min={0.001}
                max={most}
              />{' '}
              {unit}
              {percent > 0 ? ` after changing ${percent} % today` : ''}:
              <Box as="ul" data-answer pl={4} m={0}>
                <li>
                  with no {percent > 0 ? 'further ' : ''}change,{' '}
                  <b>{sayCrossing(crossing(untouched, limit))}</b>
                </li>
                <li>
                  keeping the routine,{' '}
                  <b>
                    {model.changesAhead.length === 0
                      ? 'no routine is set'
                      : sayCrossing(crossing(kept, limit))}
                  </b>
                </li>
              </Box>
              <chakra.label display="block" mt={2}>
                If I change <b>{percent} %</b> today
                <Slider
                  min={0}
                  max={90}
                  step={5}
                  value={percent}
                  onChange={(event) => setPercent(Number(event.target.value))}
                />
              </chakra.label>
            </Section>
          </>
        ) : null}
        {behaviour === 'dissolved' ? (
          <Section title="Where do my changes lead?">
            {model.settles.asKept === null ? (
              'Two changes in the book will tell.'
            ) : (
              <>
                As you keep them (about {Math.round((model.regime.fraction ?? 0) * 100)} %{' '}
                {sayEvery(model.regime.everyDays?.median ?? 0)}) it settles at{' '}
                <b>{sayNumber(model.settles.asKept, high * 0.05)}</b> before each change
                {model.settles.asSet === null ? (
                  '.'
                ) : (
                  <>
                    ; as the routine says, at <b>{sayNumber(model.settles.asSet, high * 0.05)}</b>.
                  </>
                )}
              </>
            )}
            {model.regime.onTime !== null ? (
              <Box color="pencil">{model.regime.onTime} changes came on time.</Box>
            ) : null}
          </Section>
        ) : null}
        <Notes model={model} onDispute={onDispute} />
        <Tests model={model} />
      </Box>
    </Box>
  )
}

const rounded = (value: number) => Number(value.toPrecision(2))

/** The next of 1, 2, 4, 6, 8 times a power of ten above a value: a line to ask about when the band is passed already. */
function roundAbove(value: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(value, 1e-6)))
  return (
    Number(([1, 2, 4, 6, 8, 10].find((factor) => factor * power > value) ?? 10).toPrecision(2)) *
    power
  )
}

function bandLimits({ band }: DriftModel): React.ComponentProps<typeof BandChart>['limits'] {
  return [band.high, band.low].flatMap((at) =>
    at === null ? [] : [{ at, tone: 'water' as const }],
  )
}

const NOTES = 3

/** What Vivero finds of the water, down to its entries; the others on demand. */
function Notes({ model, onDispute }: { model: DriftModel; onDispute: Dispute }) {
  const [all, setAll] = useState(false)
  // Here the way to the water desk leads nowhere new.
  const notes = model.notes.map((note) =>
    note.leadsTo === 'water' ? { ...note, leadsTo: null } : note,
  )
  return (
    <Section title="What Vivero finds">
      <Flex direction="column" gap={2.5}>
        {notes.length === 0 ? 'Nothing presses.' : null}
        {notes.slice(0, all ? undefined : NOTES).map((note) => (
          <FindingNote
            key={note.key}
            finding={note}
            tank={model.slug}
            zone={model.zone}
            now={instantOf(model.today)}
            onDispute={onDispute}
          />
        ))}
        {notes.length > NOTES ? (
          <Button
            look="quiet"
            size="line"
            onClick={() => setAll(!all)}
            aria-expanded={all}
            alignSelf="flex-start"
            pl={5}
            fontSize="sm"
          >
            {all ? 'fewer' : `${notes.length - NOTES} more`}
          </Button>
        ) : null}
      </Flex>
    </Section>
  )
}

/** “in 6 days (4–9)”, “in 8 to perhaps 30 days or more”, “not within 12 weeks”. */
function sayCrossing({ likely, earliest, latest }: Crossing): string {
  const weeks = Math.round(OUTLOOK_DAYS / 7)
  if (likely === 0) return 'it is over it now'
  if (likely === null && earliest === null) return `not within ${weeks} weeks`
  if (likely === null)
    return `not likely within ${weeks} weeks, ${(earliest ?? 0) < 1 ? 'though perhaps it is already' : `at the earliest in ${sayDays(earliest ?? 0)}`}`
  const range = `${Math.round(earliest ?? 0)}–${latest === null ? `${weeks * 7} or more` : Math.round(latest)}`
  return `in ${sayDays(likely)} (${range})`
}

function NoReading({ model }: { model: DriftModel }) {
  return (
    <Box className="serif" fontSize="lg" maxW="46rem" mb={6}>
      <Box>{model.refusal}</Box>
      <Box mt={3} color="water">
        <NextLink href={`/tanks/${model.slug}/book?log=reading&parameter=${model.parameter}`}>
          Log a reading
        </NextLink>
      </Box>
    </Box>
  )
}
