'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { sayEvery, sayNumber } from '@/core/quantity/say'
import { instantOf } from '@/core/quantity/time'
import { FindingNote } from '@/ui/findings/finding-note.client'
import { Button } from '@/ui/kit/button.client'
import NextLink from '@/ui/page-link'
import { Section } from '@/ui/frame/desk-frame'
import { HowMuch, WhenOver } from './ask.client'
import { DriftChart } from './drift-chart.client'
import type { DriftModel } from './drift-model'
import { useReckoning } from './reckoning.client'
import { Sparklines, Tests } from './sparklines-table'

type Dispute = React.ComponentProps<typeof FindingNote>['onDispute']

export function Drift({ model, onDispute }: { model: DriftModel; onDispute: Dispute }) {
  return model.estimate ? (
    <Reckoned key={model.parameter} model={model} estimate={model.estimate} onDispute={onDispute} />
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
  estimate: NonNullable<DriftModel['estimate']>
  onDispute: Dispute
}) {
  const asked = useReckoning(model, estimate)
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
        <DriftChart model={model} readings={estimate.readings} asked={asked} />
      </Box>
      <Box gridArea="strips" minW={0}>
        <Sparklines model={model} />
      </Box>
      <Box gridArea="ask" minW={0}>
        {model.behaviour === 'settling' ? null : (
          <>
            <HowMuch model={model} asked={asked} />
            <WhenOver model={model} asked={asked} />
          </>
        )}
        {model.behaviour === 'dissolved' ? <Settles model={model} grain={asked.grain} /> : null}
        <Notes model={model} onDispute={onDispute} />
        <Tests model={model} />
      </Box>
    </Box>
  )
}

/** Where the habit and the routine lead. */
function Settles({ model, grain }: { model: DriftModel; grain: number }) {
  return (
    <Section title="Where do my changes lead?">
      {model.settles.asKept === null ? (
        'Two changes in the book will tell.'
      ) : (
        <>
          As you keep them (about {Math.round((model.regime.fraction ?? 0) * 100)} %{' '}
          {sayEvery(model.regime.everyDays?.median ?? 0)}) it settles at{' '}
          <b>{sayNumber(model.settles.asKept, grain)}</b> before each change
          {model.settles.asSet === null ? (
            '.'
          ) : (
            <>
              ; as the routine says, at <b>{sayNumber(model.settles.asSet, grain)}</b>.
            </>
          )}
        </>
      )}
      {model.regime.onTime !== null ? (
        <Box color="pencil">{model.regime.onTime} changes came on time.</Box>
      ) : null}
    </Section>
  )
}

const NOTES = 3
/** Rules whose detail is how nitrate stands and what it gains: the title of its own page. */
const TITLES: ReadonlySet<string> = new Set([
  'nitrate-over',
  'nitrate-all-but-gone',
  'nitrate-in-hand',
])

/** What Vivero finds of the water, down to its entries; the others on demand. */
function Notes({ model, onDispute }: { model: DriftModel; onDispute: Dispute }) {
  const [all, setAll] = useState(false)
  // Here the way to the water desk leads nowhere new.
  const notes = model.notes.map((note) =>
    note.leadsTo && 'page' in note.leadsTo && note.leadsTo.page === 'water'
      ? { ...note, leadsTo: null }
      : note,
  )
  return (
    <Section title="What Vivero finds">
      <Flex direction="column" gap={2.5}>
        {notes.length === 0 ? 'Nothing presses.' : null}
        {notes.slice(0, all ? undefined : NOTES).map((note) => (
          <FindingNote
            key={note.key}
            finding={note}
            told={model.parameter === 'nitrate' && TITLES.has(note.rule)}
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
