'use client'

import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import { sameFact } from '@/core/history/diff'
import type { Place } from '@/core/journal/entry'
import type { RoundAnswers, RoundLine } from '@/core/routine/round/answers'
import type { RoundAnswer } from '@/core/routine/round/question-kind'
import { allGlanced, inked, chosenOf, withText } from '@/core/routine/round/answering'
import { noRound, type Change, type SharedRound } from '@/core/routine/round/merge'
import type { Question } from '@/core/routine/round/question'
import type { SaidStation } from '@/core/routine/round/question.words'
import { put, slotOfQuestion, type Held, type Slot } from '@/core/routine/round/slots'
import type { RoundDraft } from '@/data/rounds'
import { ask, NO_ANSWER, sayProblems, type Refusal } from '@/ui/ask.client'
import { newId } from '@/ui/new-id'
import { finishRound, restartRound, walkOn, type RoundOutcome } from './actions'
import { stationOfField } from './at-station'
import type { Line } from './line.client'
import { useKeeping } from './use-keeping.client'

/** What stands in a field somewhere and is no answer yet. */
export interface Unfinished {
  station: number
  says: string
  text: string
}

/** A round being walked: what was answered so far, here and elsewhere, and every act on it. */
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
  const router = useRouter()
  const begun = draft?.shared ?? noRound(fresh)
  const [answers, setAnswers] = useState<RoundAnswers>(begun.answers)
  const [clashes, setClashes] = useState<SharedRound['clashes']>(begun.clashes)
  const [problem, setProblem] = useState<string | null>(null)
  const [elsewhere, setElsewhere] = useState<Elsewhere | null>(null)
  const walkedAt = useRef(answers.walkedAt)
  const line = useKeeping(slug, begun, {
    onKnown: (shared, known) => {
      // The same again is no news: a question asked of these answers stays.
      setAnswers((before) => (sameFact(before, known) ? before : known))
      setClashes(shared.clashes)
      // Another day asks other questions.
      if (known.walkedAt !== walkedAt.current) router.refresh()
      walkedAt.current = known.walkedAt
    },
    onProblem: setProblem,
    onInked: (late, changes) => setElsewhere({ is: 'inked', late, changes }),
    onAfresh: () => setElsewhere({ is: 'afresh' }),
  })
  const within = (station: number) => Math.max(0, Math.min(stations.length - 1, station))
  const here = within(answers.station)
  const station = stations[here]
  const ending = useEnding({ slug, answers, line, setProblem })
  return {
    answers,
    here,
    station,
    problem,
    elsewhere,
    ...ending,
    ...actsOn({ slug, line, station, here, within }),
    questions: ending.asked?.of === answers ? ending.asked.questions : [],
    unfinished: unfinishedIn(stations, answers),
    twice: answeredTwice(stations, clashes),
    /** What was said elsewhere than what stands, of a question or of the time of the walk. */
    otherwise: (slot: Slot): readonly (Held | null)[] =>
      (clashes[slot] ?? []).map(({ holds }) => holds),
    /** After the round was inked or begun afresh elsewhere: another one, with what came too late or without. */
    another: (changes: readonly Change[]) => {
      setElsewhere(null)
      line().begin(newId(), changes)
    },
    goOn: () => setElsewhere(null),
  }
}

/** Every act on a round being walked. One key may ink a value and move on: the second change builds on the first, not on what was drawn last. */
function actsOn({
  slug,
  line,
  station,
  here,
  within,
}: {
  slug: string
  line: () => Line
  station: SaidStation
  here: number
  within: (station: number) => number
}) {
  const change = (update: (before: RoundAnswers) => RoundAnswers) =>
    line().keep(update(line().answers))
  return {
    /** Says which of two it is: one of those that were said, or what stands. */
    settle: (slot: Slot, holds: Held | null | 'stands') =>
      line().keep(holds === 'stands' ? line().answers : put(line().answers, slot, holds), slot),
    touch: (key: string) => line().touch(slotOfQuestion(key)),
    go: (station: number) => change((before) => ({ ...before, station: within(station) })),
    ink: (
      question: Question,
      value: number | null,
      certainty: 'measured' | 'glance',
      more?: Pick<RoundAnswer, 'beyond' | 'between'>,
    ) => change((before) => inked(before, station.name, question, value, certainty, more)),
    type: (key: string, text: string | null) =>
      change((before) => ({ ...before, typed: withText(before.typed, key, text) })),
    inkAll: () =>
      change((before) => ({ ...allGlanced(before, station), station: within(here + 1) })),
    /** `all`: the signs that exclude each other, of which it is one. */
    toggleSign: (sign: string, place: Place, all: readonly string[] = []) =>
      change((before) => chosenOf(before, { station: station.name, sign, place }, all)),
    addLine: (added: RoundLine) =>
      change((before) => ({ ...before, lines: [...before.lines, added] })),
    dropLine: (id: string) =>
      change((before) => ({ ...before, lines: before.lines.filter((one) => one.id !== id) })),
    /** Gives the sentence that says why not, or null. */
    walkedAt: async (at: string | null): Promise<string | null> => {
      const next = { ...line().answers, walkedAt: at }
      const answer = await line().sendBy(next, (batch) => walkOn(slug, batch))
      return answer.ok ? null : sayProblems(answer)
    },
    /** Until what was answered here is heard: what is read next is judged by it. */
    through: () => line().through(),
  }
}

/** What happened to the round on another page. */
export type Elsewhere =
  { is: 'inked'; late: readonly string[]; changes: readonly Change[] } | { is: 'afresh' }

/** The end of a round: inked, or forgotten. */
function useEnding({
  slug,
  answers,
  line,
  setProblem,
}: {
  slug: string
  answers: RoundAnswers
  line: () => Line
  setProblem: (problem: string | null) => void
}) {
  const [outcome, setOutcome] = useState<RoundOutcome | null>(null)
  const [busy, setBusy] = useState(false)
  // A question, or a refusal, is about the answers it was asked of: with other answers, or another day, it is gone.
  const [asked, setAsked] = useState<{
    of: RoundAnswers
    questions: readonly string[]
    refused: readonly { says: string; station: string | null }[]
  } | null>(null)
  const finish = async (stands: boolean) => {
    setBusy(true)
    setAsked(null)
    const batch = await line().settle()
    const answer = await ask(() => finishRound(slug, batch, stands))
    setBusy(false)
    if (answer.ok) {
      line().forget()
      return setOutcome(answer.value)
    }
    const { questions, refused, others } = sorted(answer)
    setAsked({ of: answers, questions, refused })
    // What it carried was heard, or goes once more; and what others said is seen.
    line().start()
    await line().through()
    // Last, that what the line has to say of the same silence does not stand over it.
    if (others.length > 0) setProblem(sayKept(others))
  }
  const restart = async () => {
    await line().settle()
    line().forget()
    const answer = await ask(() => restartRound(slug))
    if (answer.ok) line().begin(newId())
    setProblem(answer.ok ? null : sayProblems(answer))
  }
  return {
    outcome,
    busy,
    asked,
    refused: asked?.of === answers ? asked.refused : [],
    finish,
    restart,
  }
}

/** What was wrong, and that nothing is lost; a silence says so itself. */
const sayKept = (problems: readonly string[]): string =>
  problems.includes(NO_ANSWER) ? NO_ANSWER : `${problems.join(' ')} Your answers are kept.`

/** What is asked, what was refused at a station, and what else was wrong. */
function sorted({ problems }: Refusal) {
  const at = problems.map(({ field, says }) => ({ field, says, station: stationOfField(field) }))
  return {
    questions: at.filter(({ field }) => field === 'question').map(({ says }) => says),
    refused: at.filter(({ station }) => station !== null),
    others: at
      .filter(({ field, station }) => field !== 'question' && station === null)
      .map(({ says }) => says),
  }
}
export type Walk = ReturnType<typeof useWalk>

function unfinishedIn(stations: readonly SaidStation[], { typed }: RoundAnswers): Unfinished[] {
  return stations.flatMap(({ questions }, station) =>
    questions.flatMap(({ key, says }) =>
      Object.hasOwn(typed, key) ? [{ station, says, text: typed[key] }] : [],
    ),
  )
}

/** The stations at which something was answered twice, and otherwise each time. */
function answeredTwice(
  stations: readonly SaidStation[],
  clashes: SharedRound['clashes'],
): { station: number; says: string }[] {
  return stations.flatMap(({ questions }, station) =>
    questions.flatMap(({ key, says }) =>
      Object.hasOwn(clashes, slotOfQuestion(key)) ? [{ station, says }] : [],
    ),
  )
}
