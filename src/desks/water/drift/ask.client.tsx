'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { unitOf } from '@/core/quantity/parameter-name'
import { sayDays } from '@/core/quantity/say'
import { isWorthChanging } from '@/core/water/changes/dilution'
import { crossing, type Crossing } from '@/core/water/estimate/estimate'
import { Slider } from '@/ui/kit/input.client'
import { useMeasures } from '@/ui/measures.client'
import NextLink from '@/ui/page-link'
import { Section } from '@/ui/frame/desk-frame'
import { NumberInSentence } from '../number-in-sentence.client'
import type { DriftModel } from './drift-model'
import { OUTLOOK_DAYS, type Reckoning } from './reckoning.client'

interface Asking {
  model: DriftModel
  asked: Reckoning
}

/** The sentence that says what to change to stand at a target. */
export function HowMuch({ model, asked }: Asking) {
  const measures = useMeasures()
  const unit = unitOf(model.parameter)
  const { change } = asked
  const worth = change.ok && isWorthChanging(change.value.fraction.value)
  return (
    <Section title="How much must I change?">
      To stand at{' '}
      <NumberInSentence
        label={`Target, ${unit}`}
        value={asked.target}
        onValue={asked.setTarget}
        min={0}
        max={asked.most}
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
            <NextLink href={`/tanks/${model.slug}/water/changes?of=${model.parameter}`}>
              plan it
            </NextLink>
          </Flex>
        ) : null}
      </Box>
    </Section>
  )
}

/** When the limit will be passed, and what a change today would do to that. */
export function WhenOver({ model, asked }: Asking) {
  const unit = unitOf(model.parameter)
  const { limit, percent } = asked
  return (
    <Section title="When will I be over it?">
      Over{' '}
      <NumberInSentence
        label={`Limit, ${unit}`}
        value={limit}
        onValue={asked.setLimit}
        min={0.001}
        max={asked.most}
      />{' '}
      {unit}
      {percent > 0 ? ` after changing ${percent} % today` : ''}:
      <Box as="ul" data-answer pl={4} m={0}>
        <li>
          with no {percent > 0 ? 'further ' : ''}change,{' '}
          <b>{sayCrossing(crossing(asked.untouched, limit))}</b>
        </li>
        <li>
          keeping the routine,{' '}
          <b>
            {model.changesAhead.length === 0
              ? 'no routine is set'
              : sayCrossing(crossing(asked.kept, limit))}
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
          onChange={(event) => asked.setPercent(Number(event.target.value))}
        />
      </chakra.label>
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
