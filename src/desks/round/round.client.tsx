'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { placeText, type ShownForm } from '@/core/journal/written'
import { capital } from '@/core/quantity/say'
import { isBegun } from '@/core/routine/round/answers'
import { LINES_AT, placeOfStation } from '@/core/routine/round/lines'
import type { SaidStation } from '@/core/routine/round/question.words'
import { slotOfQuestion, WALKED_AT } from '@/core/routine/round/slots'
import type { RoundDraft } from '@/data/rounds'
import type { FormContext } from '@/ui/entry/form-context'
import { Button } from '@/ui/kit/button.client'
import { Asked, Refused, SaidTwice, StillOpen } from './before-inking.client'
import { BigButton } from './big-button.client'
import { BegunAfresh, InkedElsewhere } from './elsewhere.client'
import { Lines } from './lines.client'
import { Outcome } from './outcome'
import { QuestionRow } from './question-row.client'
import { AskOnce, Signs } from './signs.client'
import { Stepper } from './stepper.client'
import { useAwake } from './use-awake.client'
import { useWalk, type Walk } from './use-walk.client'
import { WalkedAt, WalkedAtTwice } from './walked-at.client'

interface Props {
  slug: string
  name: string
  /** The day it is walked, in words. */
  day: string
  /** Now, as a time of day in the tank’s zone. */
  now: string
  stations: SaidStation[]
  draft: RoundDraft | null
  /** The name of the round that begins here, unless one is open. */
  fresh: string
  /** Seconds since the open round was begun. */
  walkedSeconds: number
  forms: ShownForm[]
  context: FormContext
}

export function Round(props: Props) {
  const { slug, name, stations } = props
  const walk = useWalk(props)
  useAwake()
  useEscape(`/tanks/${slug}`)
  if (walk.outcome) return <Outcome slug={slug} name={name} outcome={walk.outcome} />
  if (walk.elsewhere?.is === 'inked')
    return (
      <InkedElsewhere
        slug={slug}
        name={name}
        late={walk.elsewhere.late}
        changes={walk.elsewhere.changes}
        onAnother={walk.another}
      />
    )
  return (
    <Flex as="main" direction="column" minH={{ md: 'calc(100vh - 76px)' }}>
      <Head {...props} walk={walk} />
      <Stepper
        stations={stations}
        here={walk.here}
        answers={walk.answers}
        twice={walk.twice.map(({ station }) => station)}
        onGo={walk.go}
      />
      {walk.elsewhere?.is === 'afresh' ? <BegunAfresh onGoOn={walk.goOn} /> : null}
      <StationPart {...props} walk={walk} />
      {walk.problem ? (
        <Box role="alert" px={{ base: 4, md: 10 }} py={2} color="clay">
          {walk.problem}
        </Box>
      ) : null}
      <Foot stations={stations} walk={walk} />
    </Flex>
  )
}

function Head({
  name,
  day,
  now,
  walkedSeconds,
  walk,
}: Pick<Props, 'name' | 'day' | 'now' | 'walkedSeconds'> & { walk: Walk }) {
  const { answers } = walk
  return (
    <Flex px={{ base: 4, md: 10 }} pt={4} align="baseline" columnGap={3} wrap="wrap">
      <Box as="h1" className="serif" fontSize="2xl">
        <b>{name}</b> {day}’s round
      </Box>
      <WalkedAt walkedAt={answers.walkedAt} now={now} onWalkedAt={walk.walkedAt} />
      <WalkedAtTwice
        walkedAt={answers.walkedAt}
        otherwise={walk.otherwise(WALKED_AT)}
        onSettle={(holds) => walk.settle(WALKED_AT, holds)}
      />
      <Flex ml="auto" gap={4} fontSize="sm" color="pencil" align="baseline">
        {answers.walkedAt === null ? <Clock walked={walkedSeconds} /> : null}
        <span>
          kept as you go<span className="for-keys">; Esc to leave</span>
        </span>
        {isBegun(answers) ? (
          <Button look="faint" size="word" onClick={() => void walk.restart()}>
            start afresh
          </Button>
        ) : null}
      </Flex>
    </Flex>
  )
}

/** The station one stands at: its questions, its signs, and what else is to be written down. */
function StationPart({
  slug,
  stations,
  forms,
  context,
  walk,
}: Pick<Props, 'slug' | 'stations' | 'forms' | 'context'> & { walk: Walk }) {
  const { answers, here, station } = walk
  const last = here === stations.length - 1
  return (
    <Box
      as="section"
      px={{ base: 4, md: 10 }}
      py={4}
      flex={1}
      aria-labelledby="station"
      key={station.name}
    >
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
          key={question.key}
          question={question}
          answer={answers.values[question.key] ?? null}
          typed={answers.typed[question.key] ?? null}
          first={i === 0}
          onInk={(value, certainty, more) => walk.ink(question, value, certainty, more)}
          onType={(text) => walk.type(question.key, text)}
          onTouch={() => walk.touch(question.key)}
          otherwise={walk.otherwise(slotOfQuestion(question.key))}
          onSettle={(holds) => walk.settle(slotOfQuestion(question.key), holds)}
          onDone={
            i === station.questions.length - 1
              ? () => (last ? document.getElementById('finish')?.focus() : walk.go(here + 1))
              : null
          }
        />
      ))}
      {station.once ? (
        <AskOnce
          once={station.once}
          chosen={answers.signs.filter((one) => one.station === station.name)}
          onChoose={walk.toggleSign}
        />
      ) : null}
      {station.signs.length > 0 ? (
        <Signs
          station={station}
          chosen={answers.signs.filter((one) => one.station === station.name)}
          onToggle={walk.toggleSign}
        />
      ) : null}
      <Lines
        slug={slug}
        station={station.name}
        forms={LINES_AT[station.name].flatMap(
          (kind) => forms.find((form) => form.kind === kind) ?? [],
        )}
        context={context}
        place={placeText(placeOfStation({ places: station.places.map(({ place }) => place) }))}
        walkedAt={answers.walkedAt}
        lines={answers.lines.filter((line) => line.station === station.name)}
        onAdd={walk.addLine}
        onDrop={walk.dropLine}
        through={walk.through}
      />
    </Box>
  )
}

/** The way back and on, and the end of the round. */
function Foot({ stations, walk }: { stations: readonly SaidStation[]; walk: Walk }) {
  const { here, station, answers, busy, unfinished } = walk
  const [asking, setAsking] = useState(false)
  const last = here === stations.length - 1
  const finish = () => {
    setAsking(unfinished.length > 0)
    if (unfinished.length === 0) void walk.finish(false)
  }
  const inkable = station.questions.some(
    ({ key, expected }) =>
      answers.values[key] === undefined && answers.typed[key] === undefined && expected !== null,
  )
  return (
    <>
      {last ? <SaidTwice twice={walk.twice} onGo={walk.go} /> : null}
      {asking && last && unfinished.length > 0 ? (
        <StillOpen
          unfinished={unfinished}
          busy={busy}
          onGo={walk.go}
          onWithout={() => void walk.finish(false)}
        />
      ) : null}
      <Refused refused={walk.refused} stations={stations} onGo={walk.go} />
      <Asked questions={walk.questions} busy={busy} onStand={() => void walk.finish(true)} />
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
        // Above the tabs of the desks, where the thumb is.
        position={{ base: 'sticky', md: 'static' }}
        bottom="50px"
        zIndex={1}
      >
        <BigButton onClick={() => walk.go(here - 1)} hidden={here === 0}>
          ← {here > 0 ? capital(stations[here - 1].name) : ''}
        </BigButton>
        <BigButton onClick={walk.inkAll} faint hidden={!inkable}>
          all as pencilled
        </BigButton>
        {last ? (
          <BigButton id="finish" onClick={finish} strong busy={busy}>
            {busy ? 'Writing …' : 'Ink the round'}
          </BigButton>
        ) : (
          <BigButton
            key={`next-${here}`}
            id="next"
            autoFocus={station.questions.length === 0}
            onClick={() => walk.go(here + 1)}
            strong
          >
            {capital(stations[here + 1].name)} →
          </BigButton>
        )}
      </Flex>
    </>
  )
}

function useEscape(to: string): void {
  const router = useRouter()
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.defaultPrevented) router.push(to)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [router, to])
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
