'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { nameWithin } from '@/core/quantity/parameter-name'
import { sayNumber } from '@/core/quantity/say'
import { dayOf, instantOf } from '@/core/quantity/time'
import { HELD } from '@/core/water/dosing/holding'
import { SCHOOL_FACTS } from '@/core/water/dosing/schools'
import { SCHOOL_WORDS } from '@/core/water/dosing/schools.words'
import { sayProblems, type Answer, type Sending } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { useMeasures } from '@/ui/measures.client'
import NextLink from '@/ui/page-link'
import { useSending } from '@/ui/use-sending.client'
import { sayDay } from '@/ui/when'
import { Section } from '@/ui/frame/desk-frame'
import type { DosingModel } from './dosing-model'
import { Held } from './held.client'
import { OneDose, type OnDose } from './one-dose.client'

interface Props {
  model: DosingModel
  onSwitch: (school: string, sending: Sending) => Promise<Answer>
  onDose: OnDose
}

export function Dosing({ model, onSwitch, onDose }: Props) {
  return (
    <>
      <Flex gap={{ base: 2, xl: 10 }} direction={{ base: 'column', lg: 'row' }}>
        <Box flex={1} minW={0}>
          <OneDose model={model} onDose={onDose} />
          <Tabs model={model} />
        </Box>
        <Box flex={1} minW={0}>
          <Held model={model} />
        </Box>
      </Flex>
      <Schools model={model} onSwitch={onSwitch} />
    </>
  )
}

function Tabs({ model: { tabs, zone, today, slug } }: { model: DosingModel }) {
  const measures = useMeasures()
  const day = (at: string) => sayDay(at, zone, today)
  if (tabs.plantings.length === 0)
    return <Section title="Root tablets">Nothing here feeds by its roots alone.</Section>
  return (
    <Section title="Root tablets">
      <b>{tabs.tablets}</b> for {tabs.plantings.map((planting) => planting.stake).join(', ')} (
      {measures.say(tabs.areaCm2, 'cm²', 1)} of ground, one to a hand’s breadth).{' '}
      {tabs.nextAt ? (
        <>
          The last went in on {day(tabs.lastAt ?? today)}; the next are due about{' '}
          <b>{day(tabs.nextAt.value)}</b>{' '}
          <Box as="span" color="pencil">
            ({day(tabs.nextAt.low)} to {day(instantOf(dayOf(tabs.nextAt.high)))})
          </Box>
          .
        </>
      ) : (
        <>
          None was ever written down.{' '}
          <Box as="span" color="water">
            <NextLink href={`/tanks/${slug}/book?log=dose`}>Log them</NextLink>
          </Box>{' '}
          and Vivero says when the next are due.
        </>
      )}
    </Section>
  )
}

function Schools({ model, onSwitch }: { model: DosingModel; onSwitch: Props['onSwitch'] }) {
  const measures = useMeasures()
  const { busy, refusal, send } = useSending(model.schoolStamp)
  const [said, setSaid] = useState<string | null>(null)
  const choose = async (school: string) => {
    const before = model.school
    const answer = await send((sending) => onSwitch(school, sending))
    setSaid(
      answer.ok
        ? `Switched from ${before} to ${school}; its bands hold from now on, but for those you set yourself.`
        : null,
    )
  }
  return (
    <Section
      title="Schools, side by side"
      aside="Keepers disagree. In this tank each would ask for:"
    >
      <Box overflowX="auto" tabIndex={0} role="region" aria-label="Schools of dosing compared">
        <table className="school-table">
          <thead>
            <tr>
              <th scope="col">school</th>
              <th scope="col">expects of the water</th>
              <th scope="col">expects of you</th>
              <th scope="col">costs</th>
              <th scope="col">water a week</th>
              <th scope="col">to add a week, mg/L</th>
            </tr>
          </thead>
          <tbody>
            {SCHOOL_FACTS.map((facts) => {
              const plan = model.plans.find((one) => one.school === facts.school)
              const own = facts.school === model.school
              const adds = HELD.flatMap((parameter) =>
                plan?.perWeek[parameter]
                  ? [
                      `${nameWithin(parameter)} ${sayNumber(plan.perWeek[parameter] ?? 0, (plan.perWeek[parameter] ?? 0) / 8)}`,
                    ]
                  : [],
              )
              return (
                <tr key={facts.school} className={own ? 'own' : undefined}>
                  <th scope="row">
                    {facts.school}
                    <br />
                    {own ? (
                      <Box as="span" fontWeight={450} fontSize="sm">
                        yours
                      </Box>
                    ) : (
                      <Button
                        look="quiet"
                        size="line"
                        busy={busy}
                        onClick={() => void choose(facts.school)}
                      >
                        keep it so
                      </Button>
                    )}
                  </th>
                  <td>{SCHOOL_WORDS[facts.school].water}</td>
                  <td>{SCHOOL_WORDS[facts.school].keeper}</td>
                  <td>{SCHOOL_WORDS[facts.school].costs}</td>
                  <td>{plan ? measures.say(plan.litresPerWeek, 'L', 1) : ''}</td>
                  <td>{adds.length > 0 ? adds.join(', ') : 'nothing'}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </Box>
      <Box aria-live="polite" fontSize="sm" mt={1.5}>
        {said}
        {refusal ? (
          <Box as="span" color="clay">
            {sayProblems(refusal)}
          </Box>
        ) : null}
      </Box>
    </Section>
  )
}
