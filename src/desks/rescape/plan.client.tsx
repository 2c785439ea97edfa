'use client'

import { sayWeight } from '@/ui/say-glass'
import type { Measures } from '@/core/quantity/measures'
import { useMeasures } from '@/ui/measures.client'
import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useState } from 'react'
import { hoursOrDays, sayHours, sayNumber } from '@/core/quantity/say'
import { sayProblems } from '@/ui/ask.client'
import { Pencil } from '@/ui/marks/pencil.client'
import { useSending } from '@/ui/use-sending.client'
import { sayDay } from '@/ui/when'
import { localMoment } from '@/core/quantity/zone'
import { setAside, tickStep, untickStep } from './actions'
import { AnotherSection, PlanEditing, StageEdits, StepEdits } from './editing.client'
import type { PlanModel, StepLine } from './plan-model'
import { StageMap } from './stage-map'
import { Button, stillBusy } from '@/ui/kit/button.client'
import { Input, Problem, Tick } from '@/ui/kit/input.client'

export function PlanPage({ model, now }: { model: PlanModel; now: string }) {
  const measures = useMeasures()
  const { plan, slug, zone, stages } = model
  const total = model.stages.reduce((sum, stage) => sum + stage.steps.length, 0)
  const inked = stages.reduce((sum, stage) => sum + stage.inked, 0)
  const { busy, refusal, send } = useSending()
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="77.5rem">
      <Box fontSize="sm">
        <NextLink href={`/tanks/${slug}/rescape`}>
          <Box as="span" color="water">
            ← the review
          </Box>
        </NextLink>
      </Box>
      <Box as="h1" className="serif" fontSize={{ base: 'xl', md: '2xl' }}>
        <b>{model.title}</b>, {stages.length === 1 ? 'in one go' : `${stages.length} sections`} from{' '}
        {sayDay(stages[0].on, zone, now)}
        {stages.length > 1 ? ` to ${sayDay(stages[stages.length - 1].on, zone, now)}` : ''}.
      </Box>
      <Box fontSize="md" mt={1}>
        <Pencil estimate={model.hands} unit="h of hands" /> ·{' '}
        {model.animalsOut.value > 0 ? (
          <Box as="span" color="clay">
            animals out <Pencil {...hoursOrDays(model.animalsOut)} />
          </Box>
        ) : (
          'the animals stay in'
        )}{' '}
        · filled it weighs about {sayWeight(model.massKg, measures)} · {inked} of {total} steps
        inked{plan.state === 'set-aside' ? ' · set aside' : ''}
      </Box>
      <Flex
        gap={{ base: 6, xl: 10 }}
        mt={4}
        direction={{ base: 'column', lg: 'row' }}
        align="flex-start"
      >
        <Box flex="1 1 64%" minW={0}>
          <PlanEditing slug={slug} planId={plan.id}>
            {stages.map((stage) => (
              <Stage key={stage.number} stage={stage} model={model} now={now} />
            ))}
            {model.choosing === 'sections' ? <AnotherSection left={model.left} /> : null}
          </PlanEditing>
        </Box>
        <Box flex="0 0 320px" w={{ base: '100%', lg: '320px' }}>
          {stages.length > 0 ? <StageMap model={model} /> : null}
          <Box
            as="h2"
            className="serif"
            fontWeight={620}
            fontSize="lg"
            borderBottom="1px solid"
            borderColor="ink"
            mt={4}
            mb={1}
          >
            To have at hand
          </Box>
          <Box as="ul" listStyleType="none" m={0} p={0}>
            {model.materials.map((material) => (
              <Box
                as="li"
                key={material.says}
                py={1}
                borderBottom="1px solid"
                borderColor="rule"
                fontSize="sm"
              >
                <b>
                  {material.amount} {material.unit}
                </b>{' '}
                {material.says}
                {material.remark ? <Box color="pencil">{material.remark}</Box> : null}
              </Box>
            ))}
          </Box>
          <Button
            look="quiet"
            size="word"
            busy={busy}
            mt={4}
            fontSize="sm"
            onClick={() => void send(() => setAside(slug, plan.id, plan.state === 'pencil'))}
          >
            {plan.state === 'pencil' ? 'set this plan aside' : 'take this plan up again'}
          </Button>
          <Problem says={refusal && sayProblems(refusal)} />
        </Box>
      </Flex>
    </Box>
  )
}

function Stage({
  stage,
  model,
  now,
}: {
  stage: PlanModel['stages'][number]
  model: PlanModel
  now: string
}) {
  const several = model.stages.length > 1
  return (
    <Box as="section" mb={6}>
      <Flex
        as="h2"
        className="serif"
        fontSize="lg"
        fontWeight={620}
        borderBottom="1px solid"
        borderColor="ink"
        mb={1}
        align="baseline"
        gap={3}
        wrap="wrap"
      >
        <span>
          {several ? `${stage.number}. ` : ''}
          {stage.says}
        </span>
        <Box as="span" fontSize="sm" fontWeight={430} color="pencil" fontFamily="body">
          {sayDay(stage.on, model.zone, now)} · {sayNumber(stage.hours.value, 1)} h of hands · over{' '}
          {stage.spanHours > 30
            ? `${Math.round(stage.spanHours / 24)} days`
            : `${sayNumber(stage.spanHours, 1)} h`}
          {several ? ` · ${Math.round(stage.massShare * 100)} % of the plant mass` : ''}
        </Box>
      </Flex>
      <StageEdits
        key={stage.on}
        stage={stage.number}
        day={localMoment(stage.on, model.zone).slice(0, 10)}
        plantings={stage.plantings}
        left={model.left}
        choosing={model.choosing}
        only={!several}
      />
      {stage.massShare > model.massCap && several ? (
        <Box fontSize="sm" color="clay">
          More than {Math.round(model.massCap * 100)} % of the plants at once: oxygen and uptake may
          fall short for some days. Air on, tests daily.
        </Box>
      ) : null}
      {stage.inked > 0 ? (
        <Box fontSize="sm" color="moss">
          {stage.inked === 1 ? 'One step' : `${stage.inked} steps`} inked: {stage.actual} min,
          planned {stage.planned}.
        </Box>
      ) : null}
      <Box as="ol" listStyleType="none" m={0} p={0}>
        {stage.steps.map((step) => (
          <Step key={step.id} step={step} slug={model.slug} planId={model.plan.id} />
        ))}
      </Box>
    </Box>
  )
}

function Step({ step, slug, planId }: { step: StepLine; slug: string; planId: string }) {
  const [open, setOpen] = useState(false)
  const [minutes, setMinutes] = useState('')
  const { busy, refusal, send } = useSending()
  const problem = refusal ? sayProblems(refusal) : null
  const measures = useMeasures()
  const first = firstInked(step.offers, measures)
  const [inked, setInked] = useState<Record<string, string | null>>(first)
  const done = step.offers.flatMap(({ id, amount, unit }) => {
    const figure = inked[id]
    if (figure === null) return []
    const untouched = amount === null || figure === first[id]
    return [{ id, amount: untouched ? amount : measures.back(Number(figure), unit) }]
  })
  const tick = async () => {
    const answer = await send((sending) => tickStep(slug, planId, step.id, minutes, done, sending))
    if (!answer.ok) return
    setOpen(false)
    focusNextStep(step.id)
  }
  const untick = () => {
    const { done } = step
    if (done) void send(() => untickStep(slug, done.entryId))
  }
  const id = `step-${step.id}`
  return (
    <Box as="li" py={1.5} borderBottom="1px solid" borderColor="rule" data-step={step.id}>
      <Flex gap={3} align="flex-start">
        <chakra.button
          type="button"
          role="checkbox"
          aria-checked={step.done !== null}
          aria-labelledby={id}
          onClick={() => (step.done ? untick() : setOpen(!open))}
          {...stillBusy(busy)}
          minW="28px"
          h="28px"
          mt="1px"
          border="1.5px"
          borderStyle={step.done ? 'solid' : 'dashed'}
          borderColor={step.done ? 'ink' : 'pencil'}
          cursor="pointer"
          fontSize="md"
          lineHeight="24px"
        >
          {step.done ? '✓' : ''}
        </chakra.button>
        <Box flex={1} minW={0}>
          <Box
            id={id}
            fontWeight={step.critical && !step.done ? 600 : 430}
            color={step.done ? 'ink' : 'pencil'}
          >
            {step.says}
            {step.critical ? (
              <Box
                as="span"
                title="On the critical path: late here is late at the end"
                aria-label="on the critical path"
              >
                {' '}
                ◆
              </Box>
            ) : null}
          </Box>
          {step.cautions.map((caution) => (
            <Box
              key={caution}
              fontSize="sm"
              mt={1}
              pl={2}
              borderLeft="3px solid"
              borderColor="clay"
              display={step.done ? 'none' : 'block'}
            >
              {caution}
            </Box>
          ))}
          {open && !step.done ? (
            <chakra.form
              mt={1.5}
              onSubmit={(event) => {
                event.preventDefault()
                void tick()
              }}
            >
              <chakra.label fontSize="sm">
                Minutes it took{' '}
                <Input
                  autoFocus
                  inputMode="numeric"
                  value={minutes}
                  onChange={(event) => setMinutes(event.target.value)}
                  placeholder={String(step.minutes.likely)}
                  w="5em"
                  minH="36px"
                  aria-invalid={problem !== null}
                />
              </chakra.label>
              <Button size="plain" type="submit" busy={busy} ml={2}>
                Ink it
              </Button>
              <Box as="span" fontSize="sm" color="pencil" ml={2}>
                left empty: as planned
              </Box>
              <Offers offers={step.offers} inked={inked} onChange={setInked} />
            </chakra.form>
          ) : null}
          <StepEdits step={step} />
          <Problem says={problem} />
        </Box>
        <Box fontSize="sm" textAlign="right" whiteSpace="nowrap" minW="92px">
          {step.done ? (
            <>
              <b>{step.done.minutes} min</b>
              <Box color="pencil">planned {step.minutes.likely}</Box>
            </>
          ) : (
            <Box color="pencil">
              {step.minutes.likely} min
              <Box fontSize="xs">
                {step.minutes.best}–{step.minutes.worst}
              </Box>
            </Box>
          )}
          {step.waitHours > 0 ? (
            <Box fontSize="xs" color="pencil">
              then wait {sayHours(step.waitHours)}
            </Box>
          ) : null}
        </Box>
      </Flex>
    </Box>
  )
}

/** After a step was inked the hand goes on to the next that is not. */
function focusNextStep(stepId: string): void {
  const steps = [...document.querySelectorAll<HTMLElement>('[data-step]')]
  const here = steps.findIndex(({ dataset }) => dataset.step === stepId)
  steps
    .slice(here + 1)
    .flatMap((step) => step.querySelector<HTMLElement>('[role=checkbox][aria-checked=false]') ?? [])
    .at(0)
    ?.focus()
}

type Offered = StepLine['offers'][number]
const firstFigure = ({ amount, unit }: Offered, measures: Measures) =>
  amount === null ? '' : String(measures.typed(amount, unit))
const firstInked = (offers: readonly Offered[], measures: Measures) =>
  Object.fromEntries(offers.map((offer) => [offer.id, firstFigure(offer, measures)]))

/** What the step does to the tank: all of it is inked with the tick, but for what is taken off; figures can be put right first. */
function Offers({
  offers,
  inked,
  onChange,
}: {
  offers: StepLine['offers']
  inked: Record<string, string | null>
  onChange: (inked: Record<string, string | null>) => void
}) {
  const measures = useMeasures()
  if (offers.length === 0) return null
  const set = (id: string, figure: string | null) => onChange({ ...inked, [id]: figure })
  return (
    <Box as="fieldset" border={0} p={0} m={0} mt={2}>
      <Box as="legend" fontSize="sm" color="pencil">
        This changes the tank; take off what was not done.
      </Box>
      {offers.map((offer) => (
        <OfferLine
          key={offer.id}
          offer={offer}
          unit={measures.unit(offer.unit)}
          figure={inked[offer.id]}
          first={firstFigure(offer, measures)}
          onChange={(figure) => set(offer.id, figure)}
        />
      ))}
    </Box>
  )
}

/** One thing that the step did: ticked, with its figure. */
function OfferLine({
  offer: { id, says, amount },
  unit,
  figure,
  first,
  onChange,
}: {
  offer: Offered
  unit: string
  figure: string | null
  first: string
  onChange: (figure: string | null) => void
}) {
  return (
    <Flex align="center" gap={2} minH="38px" wrap="wrap" data-act={id}>
      <chakra.label display="inline-flex" alignItems="center" gap={2} cursor="pointer">
        <Tick
          type="checkbox"
          checked={figure !== null}
          onChange={(event) => onChange(event.target.checked ? first : null)}
        />
        {says}
      </chakra.label>
      {amount === null || figure === null ? null : (
        <>
          <Input
            aria-label={`${says} (${unit})`}
            inputMode="decimal"
            value={figure}
            onChange={(event) => onChange(event.target.value)}
            w="4.5em"
            minH="36px"
          />
          {unit}
        </>
      )}
    </Flex>
  )
}
