'use client'

import { useEffect, useRef, useState, type RefObject } from 'react'
import type { Place } from '@/core/journal/entry'
import { noAnswers, type RoundAnswers, type RoundLine } from '@/core/routine/round/answers'
import { allGlanced, inked, together, chosenOf, withText } from '@/core/routine/round/answering'
import type { Question } from '@/core/routine/round/question'
import type { SaidStation } from '@/core/routine/round/question.words'
import type { RoundDraft } from '@/data/rounds'
import { ask, sayProblems } from '@/ui/ask.client'
import { newId } from '@/ui/new-id'
import { finishRound, restartRound, walkOn, type RoundOutcome } from './actions'
import { forgetUnsent, unsentRound, useKeeping } from './use-keeping.client'

/** What stands in a field somewhere and is no answer yet. */
export interface Unfinished {
  station: number
  says: string
  text: string
}

/** A round being walked: what was answered so far, and every act on it. */
export function useWalk({
  slug,
  stations,
  draft,
  fresh,
}: {
  slug: string
  stations: readonly SaidStation[]
  draft: RoundDraft | null
  fresh: string
}) {
  const [answers, setAnswers] = useState<RoundAnswers>(draft?.answers ?? noAnswers(fresh))
  const [problem, setProblem] = useState<string | null>(null)
  const { keep, settle } = useKeeping(slug, setProblem)
  const within = (station: number) => Math.max(0, Math.min(stations.length - 1, station))
  const here = within(answers.station)
  const station = stations[here]
  // One key may ink a value and move on: the second change must build on the first, not on what was drawn last.
  const latest = useRef(answers)
  const show = (next: RoundAnswers) => {
    latest.current = next
    setAnswers(next)
  }
  const change = (update: (before: RoundAnswers) => RoundAnswers) => {
    show(update(latest.current))
    keep(latest.current)
  }
  useUnsent(slug, draft, change)
  const ending = useEnding({ slug, latest, show, settle, setProblem })
  return {
    answers,
    here,
    station,
    problem,
    ...ending,
    questions: ending.asked?.of === answers ? ending.asked.questions : [],
    unfinished: unfinishedIn(stations, answers),
    go: (station: number) => change((before) => ({ ...before, station: within(station) })),
    ink: (question: Question, value: number | null, certainty: 'measured' | 'glance') =>
      change((before) => inked(before, station.name, question, value, certainty)),
    type: (key: string, text: string | null) =>
      change((before) => ({ ...before, typed: withText(before.typed, key, text) })),
    inkAll: () =>
      change((before) => ({ ...allGlanced(before, station), station: within(here + 1) })),
    /** `all`: the signs that exclude each other, of which it is one. */
    toggleSign: (sign: string, place: Place, all: readonly string[] = []) =>
      change((before) => chosenOf(before, { station: station.name, sign, place }, all)),
    addLine: (line: RoundLine) =>
      change((before) => ({ ...before, lines: [...before.lines, line] })),
    dropLine: (id: string) =>
      change((before) => ({ ...before, lines: before.lines.filter((line) => line.id !== id) })),
    /** Gives the sentence that says why not, or null. */
    walkedAt: async (walkedAt: string | null): Promise<string | null> => {
      const next = { ...latest.current, walkedAt }
      await settle()
      const answer = await ask(() => walkOn(slug, next))
      if (!answer.ok) return sayProblems(answer)
      show(next)
      return null
    },
  }
}

/** What was answered on this machine while Vivero could not be reached is taken up again, into the round that is open by now. */
function useUnsent(
  slug: string,
  draft: RoundDraft | null,
  change: (update: (before: RoundAnswers) => RoundAnswers) => void,
): void {
  useEffect(() => {
    const unsent = unsentRound(slug)
    if (!unsent) return
    const whole = { ...noAnswers(unsent.round), ...unsent }
    const other = draft !== null && draft.answers.round !== unsent.round
    change((open) => (other ? together(open, whole) : whole))
    // Once, when the page comes alive.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
}

/** The end of a round: inked, or forgotten. */
function useEnding({
  slug,
  latest,
  show,
  settle,
  setProblem,
}: {
  slug: string
  latest: RefObject<RoundAnswers>
  show: (answers: RoundAnswers) => void
  settle: () => Promise<void>
  setProblem: (problem: string | null) => void
}) {
  const [outcome, setOutcome] = useState<RoundOutcome | null>(null)
  const [busy, setBusy] = useState(false)
  // A question is about the answers it was asked of: with other answers, or another day, it is gone.
  const [asked, setAsked] = useState<{ of: RoundAnswers; questions: readonly string[] } | null>(
    null,
  )
  const finish = async (stands: boolean) => {
    setBusy(true)
    setAsked(null)
    // An answer still on its way would open the finished round again.
    await settle()
    const answer = await ask(() => finishRound(slug, latest.current, stands))
    setBusy(false)
    if (answer.ok) {
      forgetUnsent(slug)
      return setOutcome(answer.value)
    }
    const doubts = answer.problems.filter(({ field }) => field === 'question')
    setAsked({ of: latest.current, questions: doubts.map(({ says }) => says) })
    if (doubts.length < answer.problems.length)
      setProblem(`${sayProblems(answer)} Your answers are kept.`)
  }
  const restart = async () => {
    show(noAnswers(newId()))
    await settle()
    forgetUnsent(slug)
    const answer = await ask(() => restartRound(slug))
    setProblem(answer.ok ? null : sayProblems(answer))
  }
  return { outcome, busy, asked, finish, restart }
}
export type Walk = ReturnType<typeof useWalk>

function unfinishedIn(stations: readonly SaidStation[], { typed }: RoundAnswers): Unfinished[] {
  return stations.flatMap(({ questions }, station) =>
    questions.flatMap(({ key, says }) =>
      Object.hasOwn(typed, key) ? [{ station, says, text: typed[key] }] : [],
    ),
  )
}
