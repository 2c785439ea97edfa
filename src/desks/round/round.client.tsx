'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import type { Place } from '@/core/journal/entry'
import { pencilledAnswer } from '@/core/routine/round/pencil'
import type { Question } from '@/core/routine/round/question'
import type { SaidStation } from '@/core/routine/round/question.words'
import type { RoundAnswers, RoundDraft } from '@/data/rounds'
import { ask, NO_ANSWER, sayProblems, type Refusal } from '@/ui/ask.client'
import { newId } from '@/ui/new-id'
import { finishRound, keepAnswers, restartRound, type RoundOutcome } from './actions'
import { Outcome } from './outcome'
import { QuestionRow } from './question-row.client'
import { Signs } from './signs.client'
import { Stepper } from './stepper'
import { capital } from '@/core/quantity/say'
import { Button } from '@/ui/kit/button.client'

interface Props {
  slug: string
  name: string
  day: string
  stations: SaidStation[]
  draft: RoundDraft | null
  /** The name of the round that begins here, unless one is open. */
  fresh: string
  /** Seconds since the open round was begun. */
  walkedSeconds: number
}
const nothing = (round: string): RoundAnswers => ({
  round,
  values: {},
  signs: [],
  station: 0,
  asked: {},
})

export function Round({ slug, name, day, stations, draft, fresh, walkedSeconds }: Props) {
  const router = useRouter()
  const [answers, setAnswers] = useState<RoundAnswers>(draft?.answers ?? nothing(fresh))
  const [outcome, setOutcome] = useState<RoundOutcome | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const [questions, setQuestions] = useState<readonly string[]>([])
  const { keep, settle } = useKeeping(slug, setProblem)
  const here = Math.min(answers.station, stations.length - 1)
  const station = stations[here]
  // One key may ink a value and move on: the second change must build on the first, not on what was drawn last.
  const latest = useRef(answers)
  const change = (update: (before: RoundAnswers) => RoundAnswers) => {
    latest.current = update(latest.current)
    setAnswers(latest.current)
    keep(latest.current)
  }
  const go = (to: number) =>
    change((before) => ({ ...before, station: Math.max(0, Math.min(stations.length - 1, to)) }))
  const ink = (question: Question, value: number | null, certainty: 'measured' | 'glance') =>
    change((before) => {
      const [values, asked] = [{ ...before.values }, { ...before.asked }]
      delete values[question.key]
      delete asked[question.key]
      if (value === null) return { ...before, values, asked }
      return {
        ...before,
        values: { ...values, [question.key]: { value, certainty } },
        asked: { ...asked, [question.key]: { station: station.name, question } },
      }
    })
  const inkAll = () =>
    change((before) => {
      const [values, asked] = [{ ...before.values }, { ...before.asked }]
      for (const question of station.questions) {
        const pencilled = pencilledAnswer(question)
        if (values[question.key] !== undefined || pencilled === null) continue
        values[question.key] = { value: pencilled, certainty: 'glance' }
        asked[question.key] = { station: station.name, question }
      }
      return { ...before, values, asked, station: Math.min(stations.length - 1, here + 1) }
    })
  const toggleSign = (sign: string, place: Place) =>
    change((before) => {
      const same = (one: RoundAnswers['signs'][number]) =>
        one.station === station.name &&
        one.sign === sign &&
        JSON.stringify(one.place) === JSON.stringify(place)
      const signs = before.signs.some(same)
        ? before.signs.filter((one) => !same(one))
        : [...before.signs, { station: station.name, sign, place }]
      return { ...before, signs }
    })
  const finish = async (stands: boolean) => {
    setBusy(true)
    setQuestions([])
    // An answer still on its way would open the finished round again.
    await settle()
    const answer = await ask(() => finishRound(slug, latest.current, stands))
    setBusy(false)
    if (answer.ok) return setOutcome(answer.value)
    const asked = answer.problems.filter(({ field }) => field === 'question')
    setQuestions(asked.map(({ says }) => says))
    if (asked.length < answer.problems.length)
      setProblem(`${sayProblems(answer)} Your answers are kept.`)
  }
  const restart = async () => {
    latest.current = nothing(newId())
    setAnswers(latest.current)
    await settle()
    const answer = await ask(() => restartRound(slug))
    setProblem(answer.ok ? null : sayProblems(answer))
  }
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.defaultPrevented) router.push(`/tanks/${slug}`)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [router, slug])
  if (outcome) return <Outcome slug={slug} name={name} outcome={outcome} />
  const last = here === stations.length - 1
  return (
    <Flex as="main" direction="column" minH={{ md: 'calc(100vh - 76px)' }}>
      <Flex px={{ base: 4, md: 10 }} pt={4} align="baseline" gap={3} wrap="wrap">
        <Box as="h1" className="serif" fontSize="2xl">
          <b>{name}</b> {day}’s round
        </Box>
        <Flex ml="auto" gap={4} fontSize="sm" color="pencil" align="baseline">
          <Clock walked={walkedSeconds} />
          <span>kept as you go; Esc to leave</span>
          {Object.keys(answers.values).length + answers.signs.length > 0 ? (
            <Button look="faint" size="word" onClick={() => void restart()}>
              start afresh
            </Button>
          ) : null}
        </Flex>
      </Flex>
      <Stepper stations={stations} here={here} answers={answers} onGo={go} />
      <Box as="section" px={{ base: 4, md: 10 }} py={4} flex={1} aria-labelledby="station">
        <Box as="h2" id="station" className="serif" fontSize="xl" fontWeight={620} mb={2}>
          {station.title}
        </Box>
        {station.questions.length === 0 ? (
          <Box color="pencil" py={2}>
            Nothing to measure here today.
          </Box>
        ) : null}
        {station.questions.map((question, i) => (
          <QuestionRow
            key={`${station.name}:${question.key}`}
            question={question}
            answer={answers.values[question.key] ?? null}
            first={i === 0}
            onInk={(value, certainty) => ink(question, value, certainty)}
            onDone={
              i === station.questions.length - 1
                ? () => (last ? document.getElementById('finish')?.focus() : go(here + 1))
                : null
            }
          />
        ))}
        {station.signs.length > 0 ? (
          <Signs
            station={station}
            chosen={answers.signs.filter((one) => one.station === station.name)}
            onToggle={toggleSign}
          />
        ) : null}
      </Box>
      {problem ? (
        <Box role="alert" px={{ base: 4, md: 10 }} py={2} color="clay">
          {problem}
        </Box>
      ) : null}
      <Asked questions={questions} busy={busy} onStand={() => void finish(true)} />
      <Flex
        bg="margin"
        borderTop="1px solid"
        borderColor="rule"
        px={{ base: 4, md: 10 }}
        py={3}
        align="center"
        justify="space-between"
        fontSize="md"
        minH="64px"
      >
        <BigButton onClick={() => go(here - 1)} hidden={here === 0}>
          ← {here > 0 ? label(stations[here - 1]) : ''}
        </BigButton>
        <BigButton
          onClick={inkAll}
          faint
          hidden={station.questions.every(
            (question) => answers.values[question.key] !== undefined || question.expected === null,
          )}
        >
          all as pencilled
        </BigButton>
        {last ? (
          <BigButton id="finish" onClick={() => void finish(false)} strong disabled={busy}>
            {busy ? 'Writing …' : 'Ink the round'}
          </BigButton>
        ) : (
          <BigButton
            key={`next-${here}`}
            id="next"
            autoFocus={station.questions.length === 0}
            onClick={() => go(here + 1)}
            strong
          >
            {label(stations[here + 1])} →
          </BigButton>
        )}
      </Flex>
    </Flex>
  )
}

/** What can hardly be, asked once before the round is inked. */
function Asked({
  questions,
  busy,
  onStand,
}: {
  questions: readonly string[]
  busy: boolean
  onStand: () => void
}) {
  if (questions.length === 0) return null
  return (
    <Box
      role="alert"
      mx={{ base: 4, md: 10 }}
      mb={3}
      borderLeft="3px solid"
      borderColor="clay"
      pl={3}
    >
      {questions.map((question) => (
        <Box key={question} className="serif" fontSize="lg">
          {question}
        </Box>
      ))}
      <Flex gap={4} mt={1} align="center" wrap="wrap">
        <BigButton strong disabled={busy} onClick={onStand}>
          It is so: ink the round
        </BigButton>
        <Box as="span" color="pencil">
          or go back and change the value; nothing is written yet.
        </Box>
      </Flex>
    </Box>
  )
}

const label = (station: SaidStation) => capital(station.name)

function BigButton({
  strong,
  faint,
  hidden,
  ...rest
}: React.ComponentProps<typeof chakra.button> & {
  strong?: boolean
  faint?: boolean
  hidden?: boolean
}) {
  return (
    <chakra.button
      type="button"
      minH="48px"
      px={3}
      cursor="pointer"
      fontWeight={strong ? 700 : 450}
      color={faint ? 'pencil' : 'ink'}
      textDecoration={faint ? 'underline' : undefined}
      visibility={hidden ? 'hidden' : 'visible'}
      {...rest}
    />
  )
}

function sayUnkept(refusal: Refusal): string {
  if (refusal.problems[0].says !== NO_ANSWER) return sayProblems(refusal)
  return 'Vivero could not be reached; this round is kept on this page only. Do not close it.'
}

/** Sends every change, one after the other, the newest last; what fails is said and tried again with the next change. */
function useKeeping(
  slug: string,
  onProblem: (problem: string | null) => void,
): { keep: (answers: RoundAnswers) => void; settle: () => Promise<void> } {
  const waiting = useRef<RoundAnswers | null>(null)
  const sending = useRef<Promise<void> | null>(null)
  const send = async () => {
    while (waiting.current) {
      const next = waiting.current
      waiting.current = null
      const answer = await ask(() => keepAnswers(slug, next))
      onProblem(answer.ok ? null : sayUnkept(answer))
    }
    sending.current = null
  }
  return {
    keep: (answers) => {
      waiting.current = answers
      sending.current ??= send()
    },
    settle: async () => {
      waiting.current = null
      await sending.current
    },
  }
}

/** Counts on from what the server said, whatever the clock of this machine shows. */
function Clock({ walked }: { walked: number }) {
  const [seconds, setSeconds] = useState<number | null>(null)
  useEffect(() => {
    const began = performance.now()
    const tick = () => setSeconds(Math.floor(walked + (performance.now() - began) / 1000))
    tick()
    const timer = setInterval(tick, 1000)
    return () => clearInterval(timer)
  }, [walked])
  if (seconds === null || seconds > 3 * 3600) return null
  return (
    <Box as="span" color="ink">
      {seconds >= 60 ? `${Math.floor(seconds / 60)} min ` : ''}
      {seconds % 60} s
    </Box>
  )
}
