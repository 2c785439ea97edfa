'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { createContext, useContext, useState, type ReactNode } from 'react'
import type { Plan } from '@/core/history/types'
import { sayProblems } from '@/ui/ask.client'
import { useKeptText } from '@/ui/kit/at-hand.client'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { changeThePlan, planAsItWas, type SentEdit } from './edit-actions'
import type { PlanModel, Staked, StepLine } from './plan-model'

interface Editing {
  /** Whether the plan is being altered. */
  on: boolean
  busy: boolean
  edit: (edit: SentEdit) => Promise<boolean>
}
const Context = createContext<Editing>({ on: false, busy: false, edit: async () => false })
const useEditing = () => useContext(Context)

/** Lets a plan be altered: the switch for it, what was refused, and the way back from the last change. */
export function PlanEditing({
  slug,
  planId,
  children,
}: {
  slug: string
  planId: string
  children: ReactNode
}) {
  const [on, setOn] = useState(false)
  const [former, setFormer] = useState<Plan | null>(null)
  const { busy, refusal, send } = useSending()
  const edit = async (change: SentEdit) => {
    const answer = await send(() => changeThePlan(slug, planId, change))
    if (answer.ok) setFormer(answer.value)
    return answer.ok
  }
  const back = async () => {
    if (!former) return
    const answer = await send(() => planAsItWas(slug, planId, former))
    if (answer.ok) setFormer(answer.value)
  }
  return (
    <Context.Provider value={{ on, busy, edit }}>
      <Flex gap={5} mb={2} align="center" wrap="wrap" fontSize="sm">
        <Button look="quiet" size="line" aria-pressed={on} onClick={() => setOn(!on)}>
          {on ? 'done altering' : 'alter this plan'}
        </Button>
        {former ? (
          <Button look="quiet" size="line" busy={busy} onClick={() => void back()}>
            undo the last change
          </Button>
        ) : null}
        <Problem says={refusal && sayProblems(refusal)} />
      </Flex>
      {children}
    </Context.Provider>
  )
}

/** Another day for a stage; those after it move along. And what it takes: a planting less, one more, or none of it. */
export function StageEdits({
  stage,
  day,
  plantings,
  left,
  choosing,
  only,
}: {
  stage: number
  /** As a date field has it. */
  day: string
  plantings: readonly Staked[]
  /** What stands in no section. */
  left: readonly Staked[]
  choosing: PlanModel['choosing']
  /** Whether it is the only stage. */
  only: boolean
}) {
  const { on, busy, edit } = useEditing()
  const [typed, setTyped] = useState(day)
  if (!on) return null
  return (
    <Box my={2} fontSize="sm">
      <Flex gap={4} align="center" wrap="wrap">
        <chakra.label display="flex" gap={2} alignItems="center">
          on{' '}
          <Input
            type="date"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            minH="36px"
          />
        </chakra.label>
        <Button
          look="paper"
          size="plain"
          busy={busy}
          disabled={typed === '' || typed === day}
          onClick={() => void edit({ do: 'move stage', stage, on: typed })}
        >
          Move it there
        </Button>
        {choosing === 'sections' && !only ? (
          <Button
            look="clay"
            size="line"
            busy={busy}
            onClick={() => void edit({ do: 'leave section', stage })}
          >
            leave this section out
          </Button>
        ) : null}
      </Flex>
      {choosing ? (
        <StagePlantings stage={stage} plantings={plantings} left={left} only={only} />
      ) : null}
    </Box>
  )
}

/** The plantings of a stage, each to be left out, and those it does not take, to be taken. */
function StagePlantings({
  stage,
  plantings,
  left,
  only,
}: {
  stage: number
  plantings: readonly Staked[]
  left: readonly Staked[]
  only: boolean
}) {
  const { busy, edit } = useEditing()
  const change = (does: 'leave planting' | 'take planting', { id, stake }: Staked) => (
    <Button
      key={id}
      look="quiet"
      size="line"
      busy={busy}
      onClick={() => void edit({ do: does, stage, plantingId: id })}
    >
      {does === 'leave planting' ? `leave ${stake} out` : `take ${stake} as well`}
    </Button>
  )
  return (
    <Flex gap={4} mt={1} align="center" wrap="wrap">
      {only && plantings.length === 1
        ? null
        : plantings.map((one) => change('leave planting', one))}
      {left.map((one) => change('take planting', one))}
    </Flex>
  )
}

/** A section of its own for a planting that stands in none. */
export function AnotherSection({ left }: { left: readonly Staked[] }) {
  const { on, busy, edit } = useEditing()
  if (!on || left.length === 0) return null
  return (
    <Flex gap={4} align="center" wrap="wrap" fontSize="sm">
      In no section, left as they are; a section of its own for
      {left.map(({ id, stake }) => (
        <Button
          key={id}
          look="quiet"
          size="line"
          busy={busy}
          aria-label={`a section of its own for ${stake}`}
          onClick={() => void edit({ do: 'take planting', stage: null, plantingId: id })}
        >
          {stake}
        </Button>
      ))}
    </Flex>
  )
}

/** Earlier, later, or not at all; and a step of one’s own after it. */
export function StepEdits({ step }: { step: StepLine }) {
  const { on, busy, edit } = useEditing()
  const [adding, setAdding] = useState(false)
  if (!on) return null
  const act = (says: string, change: SentEdit) => (
    <Button
      look="quiet"
      size="line"
      busy={busy}
      onClick={() => void edit(change)}
      aria-label={`${says}: ${step.says}`}
    >
      {says}
    </Button>
  )
  return (
    <Box fontSize="sm" mt={1}>
      <Flex gap={4} wrap="wrap">
        {act('earlier', { do: 'move step', stepId: step.id, by: -1 })}
        {act('later', { do: 'move step', stepId: step.id, by: 1 })}
        {step.done ? null : act('drop it', { do: 'drop step', stepId: step.id })}
        <Button
          look="quiet"
          size="line"
          aria-expanded={adding}
          aria-label={`a step after: ${step.says}`}
          onClick={() => setAdding(!adding)}
        >
          a step after it
        </Button>
      </Flex>
      {adding ? <OwnStep step={step} onDone={() => setAdding(false)} /> : null}
    </Box>
  )
}

function OwnStep({ step, onDone }: { step: StepLine; onDone: () => void }) {
  const { busy, edit } = useEditing()
  const text = useKeptText(`own step ${step.id}`)
  const [minutes, setMinutes] = useState('20')
  const add = async () => {
    const added = await edit({
      do: 'add step',
      stage: step.stage,
      afterId: step.id,
      text: text.text,
      minutes: minutes as unknown as number,
    })
    if (!added) return
    text.letGo()
    onDone()
  }
  return (
    <chakra.form
      mt={1}
      onSubmit={(event) => {
        event.preventDefault()
        void add()
      }}
    >
      <Flex gap={2} align="center" wrap="wrap">
        <Input
          autoFocus
          aria-label="What is done"
          placeholder="what is done"
          value={text.text}
          onChange={(event) => text.write(event.target.value)}
          minH="36px"
          w="260px"
        />
        <Input
          aria-label="Minutes it takes"
          inputMode="numeric"
          value={minutes}
          onChange={(event) => setMinutes(event.target.value)}
          minH="36px"
          w="4.5em"
        />
        min
        <Button size="plain" type="submit" busy={busy}>
          Pencil it in
        </Button>
      </Flex>
    </chakra.form>
  )
}
