'use client'

import { useMeasures } from '@/ui/measures.client'
import { sayWeight } from '@/ui/say-glass'
import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Answer, Sending } from '@/ui/ask.client'
import { useSending } from '@/ui/use-sending.client'
import { sayEstimate, sayEvery, sayNumber } from '@/core/quantity/say'
import {
  inBuckets,
  jumpsOf,
  type Jump,
  type RoutineChoice,
} from '@/core/water/changes/change-planner'
import { fractionForTarget, isWorthChanging } from '@/core/water/changes/dilution'
import { CREEP_WORTH } from '@/core/water/changes/mixing'
import NextLink from '@/ui/page-link'
import { Caution } from '../caution'
import type { ChangesModel } from './changes-model'
import { Outcome } from '../outcome.client'
import { Section } from '@/ui/frame/desk-frame'
import { Mixing } from '../dosing/mixing.client'
import { NumberInSentence } from '../number-in-sentence.client'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { Button } from '@/ui/kit/button.client'
import { Select } from '@/ui/kit/input.client'

type Adopt = (everyDays: number, fraction: number, sending: Sending) => Promise<Answer>
const WATER_KG_PER_L = 0.998

export function Changes({ model, onAdopt }: { model: ChangesModel; onAdopt: Adopt }) {
  return (
    <Flex gap={{ base: 2, xl: 10 }} direction={{ base: 'column', lg: 'row' }}>
      <Box flex={1} minW={0}>
        <OneChange model={model} />
        <Rhythms model={model} onAdopt={onAdopt} />
      </Box>
      <Box flex={1} minW={0}>
        <Mixing model={model} />
        <Creep model={model} />
      </Box>
    </Flex>
  )
}

function OneChange({ model }: { model: ChangesModel }) {
  const measures = useMeasures()
  const unit = unitOf(model.parameter)
  const [target, setTarget] = useState(model.first.target)
  const [sourceId, setSourceId] = useState(model.usualSourceId ?? model.sources[0]?.id ?? '')
  const source = model.sources.find((candidate) => candidate.id === sourceId)
  if (!model.now)
    return (
      <Section title="One change">
        No test yet.{' '}
        <NextLink href={`/tanks/${model.slug}/book?log=reading&parameter=${model.parameter}`}>
          Log a reading
        </NextLink>{' '}
        and Vivero says how much to change.
      </Section>
    )
  if (!source)
    return (
      <Section title="One change">
        Say first what water you have, under “Waters and bottles”.
      </Section>
    )
  const fraction = fractionForTarget(model.now.value, target, model.levels[source.id], 'either')
  const litres = fraction.ok ? fraction.value * model.litres : 0
  const jumps = fraction.ok ? jumpsOf(model.tank, source, fraction.value) : []
  const most = Math.min(1, ...jumps.map((jump) => jump.mostFraction))
  const { buckets, kilogramsEach } = inBuckets(litres, model.bucketLitres)
  return (
    <Section title="One change, to reach a target">
      From {sayEstimate(model.now, unit)} to{' '}
      <NumberInSentence
        label={`Target, ${unit}`}
        value={target}
        onValue={setTarget}
        min={0}
        max={5000}
      />{' '}
      {unit} with{' '}
      <Select
        aria-label="Source water"
        value={sourceId}
        onChange={(event) => setSourceId(event.target.value)}
        minH="36px"
      >
        {model.sources.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name.toLowerCase()} ({`${sayNumber(model.levels[one.id])} ${unit}`.trim()})
          </option>
        ))}
      </Select>
      :
      {fraction.ok && !isWorthChanging(fraction.value) ? (
        <Box data-answer color="moss" mt={1}>
          nothing need be changed: it stands there already, as near as can be told.
        </Box>
      ) : null}
      {fraction.ok && isWorthChanging(fraction.value) ? (
        <Box data-answer>
          <Box fontSize="xl" className="serif" mt={1}>
            <b>{Math.round(fraction.value * 100)} %</b>, {measures.say(litres, 'L', 1)}
          </Box>
          <Box color="pencil" fontSize="sm">
            {measures.say(litres / model.litresPerCm, 'cm', 0.5)} of height above the stones;{' '}
            {buckets} {buckets === 1 ? 'bucket' : 'buckets'} of{' '}
            {measures.say(model.bucketLitres, 'L')}, {measures.say(kilogramsEach, 'kg', 1)} each;{' '}
            {measures.say(litres * WATER_KG_PER_L, 'kg', 1)} in all. Full, the tank weighs about{' '}
            {sayWeight(model.filledKg, measures)}.
          </Box>
          <Jumps jumps={jumps} fraction={fraction.value} most={most} />
          <Flex mt={1} color="water">
            <NextLink
              href={`/tanks/${model.slug}/book?log=water-change&percent=${Math.round(fraction.value * 100)}`}
            >
              log this change
            </NextLink>
          </Flex>
          <Caution>
            Unplug heater, pump and lamp before the water drops, and let the heater cool a quarter
            of an hour; hands dry at the plug. Carry buckets by halves before you hurt your back.
          </Caution>
        </Box>
      ) : null}
      {fraction.ok ? null : (
        <Box data-answer color="clay" mt={1}>
          {fraction.problem}
        </Box>
      )}
    </Section>
  )
}

const JUMP_NAME: Record<Jump['what'], { name: string; unit: string; digits: number }> = {
  temperature: { name: 'temperature', unit: '°C', digits: 0.3 },
  gh: { name: 'GH', unit: '°dH', digits: 0.3 },
  kh: { name: 'KH', unit: '°dH', digits: 0.3 },
  pH: { name: 'pH', unit: '', digits: 0.1 },
  conductivity: { name: 'conductivity', unit: 'µS/cm', digits: 10 },
}

/** How far the animals would be thrown at once, and how to go about it. */
function Jumps({
  jumps,
  fraction,
  most,
}: {
  jumps: readonly Jump[]
  fraction: number
  most: number
}) {
  const measures = useMeasures()
  if (jumps.length === 0)
    return (
      <Box fontSize="sm" color="pencil">
        Temperature, hardness and pH were never read here, so the jump cannot be told.
      </Box>
    )
  return (
    <Box mt={1.5} fontSize="sm">
      {jumps.map((jump) => {
        const { name, unit, digits } = JUMP_NAME[jump.what]
        const over = Math.abs(jump.to - jump.from) > jump.limit
        return (
          <Box key={jump.what} color={over ? 'clay' : undefined}>
            {over ? '▲ ' : ''}
            {name} {measures.figure(jump.from, unit, digits)} →{' '}
            <b>{measures.figure(jump.to, unit, digits)}</b> {measures.unit(unit)} at once
            {over
              ? `, more than the ${sayNumber(measures.width(jump.limit, unit))} that animals are given at a time`
              : ''}
          </Box>
        )
      })}
      {most < fraction - 0.005 ? (
        <Box mt={0.5}>
          <b>
            {jumps.some((jump) => jump.what === 'temperature' && jump.mostFraction <= most)
              ? `Warm the new water, or change ${Math.max(1, Math.floor(most * 100))} % at a time`
              : `Change ${Math.max(1, Math.floor(most * 100))} % at a time`}
          </b>
          , a day apart, until it is reached.
        </Box>
      ) : null}
    </Box>
  )
}

function Rhythms({ model, onAdopt }: { model: ChangesModel; onAdopt: Adopt }) {
  const { busy, refusal, send } = useSending(model.routineStamp)
  const [said, setSaid] = useState<string | null>(null)
  // What undo gives back: the page shows the new routine as soon as it is written.
  const [before, setBefore] = useState<ChangesModel['routine']>(null)
  const unit = unitOf(model.parameter)
  const adopt = async (
    everyDays: number,
    fraction: number,
    words: string,
    undoes: ChangesModel['routine'],
  ) => {
    const answer = await send((sending) => onAdopt(everyDays, fraction, sending))
    setSaid(answer.ok ? words : null)
    if (answer.ok) setBefore(undoes)
  }
  if (model.choices.length === 0) return null
  const wanted =
    model.band.high !== null
      ? `${model.band.low !== null ? `${sayNumber(model.band.low)}–` : 'at most '}${sayNumber(model.band.high)} ${unit}`
      : `at least ${sayNumber(model.band.low ?? 0)} ${unit}`
  return (
    <Section
      title={`Rhythms that keep it ${model.band.high !== null && model.band.low === null ? '' : 'within '}${wanted}`}
    >
      <table className="band-table">
        <thead>
          <tr>
            <th scope="col">every</th>
            <th scope="col">change</th>
            <th scope="col">a week</th>
            <th scope="col">settles at</th>
            <th scope="col">
              <span className="sr-only">routine</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {model.choices.map((choice) => (
            <Rhythm
              key={choice.everyDays}
              choice={choice}
              best={choice.everyDays === model.easiest?.everyDays}
              set={
                model.routine?.everyDays === choice.everyDays &&
                Math.abs((model.routine?.fraction ?? 0) - (choice.fraction ?? -1)) < 0.005
              }
              busy={busy}
              onAdopt={() =>
                void adopt(
                  choice.everyDays,
                  choice.fraction ?? 0,
                  `The routine is now ${Math.round((choice.fraction ?? 0) * 100)} % every ${choice.everyDays} days.`,
                  model.routine,
                )
              }
            />
          ))}
        </tbody>
      </table>
      <Box fontSize="sm" color="pencil" mt={1.5}>
        The smallest change of each rhythm with which the tank stays inside for twelve weeks, four
        times in five, with the gain as it is known now.
        {model.settles !== null && model.regime.everyDays
          ? ` As you change now (${Math.round((model.regime.fraction ?? 0) * 100)} % ${sayEvery(model.regime.everyDays.median)}) it ends at ${sayNumber(model.settles, 2)} ${unit} before each change.`
          : ''}
      </Box>
      <Outcome said={said} refusal={refusal} mt={1}>
        {before ? (
          <Button
            look="quiet"
            size="line"
            onClick={() =>
              void adopt(before.everyDays, before.fraction, 'The routine is as it was.', null)
            }
            busy={busy}
          >
            undo
          </Button>
        ) : null}
      </Outcome>
    </Section>
  )
}

function Rhythm({
  choice,
  best,
  set,
  busy,
  onAdopt,
}: {
  choice: RoutineChoice
  best: boolean
  set: boolean
  busy: boolean
  onAdopt: () => void
}) {
  const measures = useMeasures()
  if (choice.fraction === null)
    return (
      <tr>
        <td>{choice.everyDays} d</td>
        <td colSpan={4} className="pencil" style={{ textAlign: 'left' }}>
          not even four fifths would do
        </td>
      </tr>
    )
  return (
    <tr style={{ fontWeight: best ? 680 : undefined }}>
      <td>{choice.everyDays} d</td>
      <td>{Math.round(choice.fraction * 100)} %</td>
      <td>{measures.say(choice.litresPerWeek ?? 0, 'L', 1)}</td>
      <td className="pencil">{sayNumber(choice.settlesAt ?? 0, 2)}</td>
      <td>
        {set ? (
          'your routine'
        ) : (
          <Button look="quiet" size="line" busy={busy} onClick={onAdopt}>
            make it the routine
          </Button>
        )}
      </td>
    </tr>
  )
}

function Creep({ model }: { model: ChangesModel }) {
  const measures = useMeasures()
  return (
    <Section title="What evaporates">
      <Box>
        About{' '}
        <Box as="span" color="pencil">
          {measures.sayEstimate(model.loss, 'L')}
        </Box>{' '}
        a day, by {model.loss.because}. It is water alone: what tops it up leaves its salts behind.
      </Box>
      {model.creep !== null ? (
        <Box mt={1}>
          Before each change it holds <b>{Math.round((model.creep - 1) * 100)} %</b> more salts than
          the water it is topped up with.{' '}
          {model.creep >= CREEP_WORTH
            ? 'Top up with rain or reverse osmosis water.'
            : 'That is little; any soft water will do.'}
        </Box>
      ) : null}
      <Box fontSize="sm" color="pencil" mt={1}>
        {nameOf('conductivity')} just before a change shows whether it is so.
      </Box>
    </Section>
  )
}
