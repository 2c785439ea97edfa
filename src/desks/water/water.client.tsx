'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useDeferredValue, useMemo, useState } from 'react'
import { sayDays, sayNumber } from '@/core/quantity/say'
import { changeForTarget, crossing, forecastNitrate, type Crossing, type NitrateEstimate } from '@/core/water/nitrate'
import { BandChart } from '@/ui/chart/band-chart.client'
import { LevelMark } from '@/ui/marks/level-mark'
import { Pencil } from '@/ui/marks/pencil'
import { sayDay } from '@/ui/when'
import { instantOf } from '@/core/quantity/time'
import { NumberInSentence } from './number-in-sentence.client'
import { OUTLOOK_DAYS, type WaterModel } from './model'

const CHART_OUTLOOK_DAYS = 42
/** A change smaller than this is no change. */
const SMALLEST_CHANGE = 0.01

export function Water({ model }: { model: WaterModel }) {
  if (!model.estimate) return <NoReading model={model} />
  return <Reckoned model={model} estimate={{ ...model.estimate, past: [] }} />
}

function Reckoned({ model, estimate }: { model: WaterModel; estimate: NitrateEstimate }) {
  const [target, setTarget] = useState(15)
  const [limit, setLimit] = useState(40)
  const [percent, setPercent] = useState(0)
  const trial = useDeferredValue(percent)
  const source = model.source?.nitrateMgL ?? 0
  const now = useMemo(() => (trial > 0 ? [{ day: model.today, fraction: trial / 100, sourceNitrate: source }] : []), [trial, model.today, source])
  const untouched = useMemo(() => forecastNitrate(estimate, OUTLOOK_DAYS, now), [estimate, now])
  // A change made today moves the routine on: the next one falls a full interval later.
  const kept = useMemo(() => {
    const ahead = trial > 0 && model.regime.routineDays !== null ? model.changesAhead.map((change, i) => ({ ...change, day: model.today + (i + 1) * (model.regime.routineDays ?? 7) })) : model.changesAhead
    return forecastNitrate(estimate, OUTLOOK_DAYS, [...now, ...ahead])
  }, [estimate, now, model, trial])
  const change = changeForTarget(estimate, target, source)
  const readings = estimate.readings
  const used = readings.filter((reading) => reading.setAside === null)
  const aside = readings.filter((reading) => reading.setAside !== null)
  const visible = <T extends { day: number }>(list: readonly T[]) => list.filter((item) => item.day >= (model.past[0]?.day ?? 0))
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="1240px">
      <Box as="h1" className="serif" fontSize={{ base: 'lg', md: 'xl' }}>
        <Box as="span" fontSize={{ base: '2xl', md: '3xl' }} fontWeight={680}>{model.name}</Box> holds nitrate near <Pencil estimate={estimate.now} unit="mg/L" /> and {estimate.gainPerDay.value >= 0 ? 'gains' : 'loses'} <Pencil estimate={absolute(estimate.gainPerDay)} /> a day.
      </Box>
      <Box fontSize="sm" color="pencil" mb={2}>From {estimate.now.because}.</Box>
      <Flex gap={{ base: 5, xl: 8 }} direction={{ base: 'column', lg: 'row' }}>
        <Box flex={{ lg: '0 0 62%' }} minW={0} w={{ base: '100%', lg: 'auto' }}>
          <BandChart
            title={`Nitrate of ${model.name} over five months and six weeks to come`} unit="nitrate, mg/L" past={model.past} future={kept.filter((point) => point.day <= model.today + CHART_OUTLOOK_DAYS)}
            points={visible(used).map((reading) => ({ day: reading.day, value: reading.value, says: reading.method }))} setAside={visible(aside).map((reading) => ({ day: reading.day, value: reading.value, says: reading.setAside ?? '' }))}
            events={[...model.changesPast.map((day) => ({ day, pencil: false })), ...model.changesAhead.filter(({ day }) => day <= model.today + CHART_OUTLOOK_DAYS).map(({ day }) => ({ day, pencil: true }))]}
            limits={[{ at: limit, label: `${limit}`, tone: 'clay' }, { at: target, label: `${target}`, tone: 'water' }]} today={model.today} height={390}
          />
          <Box fontSize="sm" color="pencil">Points are readings; the band is where the water stood, four times in five. Blue ticks are changes, open ones the routine to come.</Box>
          {aside.length > 0 ? (
            <Box as="ul" fontSize="sm" mt={2} pl={4}>{aside.map((reading) => <li key={reading.entryId}><NextLink href={`/tanks/${model.slug}/book?entry=${reading.entryId}`}>{sayNumber(reading.value)} mg/L on {sayDay(instantOf(reading.day), model.zone, instantOf(model.today))}</NextLink>: {reading.setAside}.</li>)}</Box>
          ) : null}
        </Box>
        <Flex direction="column" gap={5} flex={1} minW={0}>
          <Section title="How much must I change?">
            To stand at <NumberInSentence label="Target, mg/L" value={target} onValue={setTarget} min={0} max={200} /> mg/L now, change{' '}
            {change.ok ? <><b>{Math.round(change.value.fraction.value * 100)} %</b> <Box as="span" color="pencil">({Math.round(change.value.fraction.low * 100)}–{Math.round(change.value.fraction.high * 100)})</Box>, about {Math.round(change.value.litres.value)} L of {model.source?.name.toLowerCase() ?? 'clean water'}.</> : <Box as="span" color="clay">{change.problem}</Box>}
            {change.ok && change.value.fraction.value >= SMALLEST_CHANGE ? <Box mt={1} color="water" css={{ '& a': { display: 'inline-block', paddingBlock: '4px' } }}><NextLink href={`/tanks/${model.slug}/book?log=water-change&percent=${Math.round(change.value.fraction.value * 100)}`}>log this change</NextLink></Box> : null}
            {change.ok && change.value.fraction.value < SMALLEST_CHANGE ? <Box color="moss">It stands there already.</Box> : null}
          </Section>
          <Section title="When will I be over it?">
            Over <NumberInSentence label="Limit, mg/L" value={limit} onValue={setLimit} min={1} max={500} /> mg/L{percent > 0 ? ` after changing ${percent} % today` : ''}:
            <Box as="ul" pl={4} m={0}>
              <li>with no {percent > 0 ? 'further ' : ''}change, <b>{sayCrossing(crossing(untouched, limit))}</b></li>
              <li>keeping the routine, <b>{model.changesAhead.length === 0 ? 'no routine is set' : sayCrossing(crossing(kept, limit))}</b></li>
            </Box>
            <chakra.label display="block" mt={2}>
              If I change <b>{percent} %</b> today
              <chakra.input type="range" min={0} max={90} step={5} value={percent} onChange={(event) => setPercent(Number(event.target.value))} w="100%" minH="32px" css={{ accentColor: 'var(--chakra-colors-water)' }} />
            </chakra.label>
          </Section>
          <Section title="Where do my changes lead?">
            {model.settles.asKept === null ? 'Two changes in the book will tell.' : <>As you keep them (about {Math.round((model.regime.fraction ?? 0) * 100)} % every {Math.round(model.regime.everyDays?.median ?? 0)} days) nitrate settles at <b>{sayNumber(model.settles.asKept, 3)}</b> before each change{model.settles.asSet === null ? '.' : <>; as the routine says, at <b>{sayNumber(model.settles.asSet, 3)}</b>.</>}</>}
            {model.regime.adherence !== null ? <Box color="pencil">{Math.round(model.regime.adherence * 100)} % of the last {model.regime.changes} changes came on time.</Box> : null}
          </Section>
          {model.notes.map((note) => <Flex key={note.key} gap={2} align="baseline" fontSize="sm"><LevelMark level={note.level} /><Box><Box as="b" className="serif">{note.says}.</Box> {note.suggests}</Box></Flex>)}
        </Flex>
      </Flex>
    </Box>
  )
}

const absolute = (estimate: NitrateEstimate['gainPerDay']) => (estimate.value >= 0 ? estimate : { ...estimate, value: -estimate.value, low: -estimate.high, high: -estimate.low })

/** “in 6 days (4–9)”, “in 8 to perhaps 30 days or more”, “not within 12 weeks”. */
function sayCrossing({ likely, earliest, latest }: Crossing): string {
  const weeks = Math.round(OUTLOOK_DAYS / 7)
  if (likely === 0) return 'it is over it now'
  if (likely === null) return earliest === null ? `not within ${weeks} weeks` : `not likely within ${weeks} weeks, at the earliest in ${sayDays(earliest)}`
  const range = `${Math.round(earliest ?? 0)}–${latest === null ? `${weeks * 7} or more` : Math.round(latest)}`
  return `in ${sayDays(likely)} (${range})`
}

function Section({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box as="section">
      <Box as="h2" className="serif" fontWeight={620} fontSize="md" borderBottom="1px solid" borderColor="rule" mb={1.5}>{title}</Box>
      <Box fontSize="md">{children}</Box>
    </Box>
  )
}

function NoReading({ model }: { model: WaterModel }) {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={8} maxW="46rem" className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={3}><b>{model.name}</b>: nothing to reckon from.</Box>
      <Box>{model.refusal}</Box>
      <Box mt={4} color="water"><NextLink href={`/tanks/${model.slug}/book?log=reading`}>Log a reading</NextLink></Box>
    </Box>
  )
}
