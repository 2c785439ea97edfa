'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { apartFrom } from '@/core/livestock/census'
import { sayNumber, sayRange } from '@/core/quantity/say'
import type { RoundAnswer } from '@/core/routine/round/question-kind'
import { pencilledAnswer } from '@/core/routine/round/pencil'
import type { Question } from '@/core/routine/round/question'
import type { Held } from '@/core/routine/round/slots'
import { INDICATOR_COLOURS } from '@/core/quantity/indicator-colours'
import type { SaidQuestion } from '@/core/routine/round/question.words'
import { Button } from '@/ui/kit/button.client'
import { Stake } from '@/ui/marks/stake'
import { useMeasures } from '@/ui/measures.client'
import { readAnswer, sayTyped, stepped, type ReadAnswer } from './read-answer'

interface Props {
  question: SaidQuestion
  answer: RoundAnswer | null
  /** What stands in the field without being an answer: it was doubted, or could not be read. */
  typed: string | null
  first: boolean
  onInk: (
    value: number | null,
    certainty: 'measured' | 'glance',
    more?: Pick<RoundAnswer, 'beyond' | 'between'>,
  ) => void
  onType: (text: string | null) => void
  /** Called when somebody begins to write in it. */
  onTouch: () => void
  /** What was answered on another page, without this answer in sight. */
  otherwise: readonly (Held | null)[]
  onSettle: (holds: Held | null | 'stands') => void
  /** Called after the last row of a station was inked with Enter. */
  onDone: (() => void) | null
}

/** One thing to look at: by a figure, or by a colour. */
export function QuestionRow(props: Props) {
  const { asks } = props.question
  return asks.kind === 'reading' && asks.method === 'indicator' ? (
    <ColourRow {...props} />
  ) : (
    <NumberRow {...props} />
  )
}

/** What is told by a colour is tapped, not typed; tapped again, it is no answer. */
function ColourRow({ question, answer, onInk, otherwise, onSettle }: Props) {
  return (
    <Flex
      align="center"
      gap={{ base: 2, md: 5 }}
      py={2.5}
      borderBottom="1px solid"
      borderColor="rule"
      wrap="wrap"
    >
      <Asked id="q-indicator" question={question} />
      <Flex role="group" aria-label={question.says} gap={2} wrap="wrap" id="q-indicator">
        {INDICATOR_COLOURS.map(({ name, mid }, i) => {
          const chosen = answer !== null && answer.value === mid
          return (
            <chakra.button
              key={name}
              type="button"
              data-colour={name}
              aria-pressed={chosen}
              onClick={() => onInk(chosen ? null : mid, 'measured')}
              minH="56px"
              minW="72px"
              px={2}
              border={chosen ? '3px solid' : '1px solid'}
              borderColor="ink"
              borderRadius="8px"
              bg="margin"
              fontWeight={chosen ? 680 : 430}
              fontSize="sm"
              cursor="pointer"
            >
              <Box
                as="span"
                display="block"
                h="14px"
                mb={1}
                borderRadius="3px"
                bg={SEEN[i]}
                aria-hidden
              />
              {name}
            </chakra.button>
          )
        })}
      </Flex>
      <Box fontSize="sm" color={answer ? 'moss' : 'pencil'} aria-live="polite">
        {answer ? 'inked' : 'tap the colour you see'}
      </Box>
      <Twice
        question={question}
        answer={answer}
        typed={null}
        otherwise={otherwise}
        onSettle={onSettle}
      />
    </Flex>
  )
}
/** The colours of an indicator as they are seen, beside their names. */
const SEEN = ['#3f74a8', '#3c8a8c', '#4f8f4a', '#9aab3c', '#d2b43a'] as const

/** A figure: pencilled until inked; Enter inks the pencil or what was typed; a far value is asked for once, and stays typed meanwhile. */
function NumberRow({
  question,
  answer,
  typed,
  first,
  onInk,
  onType,
  onTouch,
  otherwise,
  onSettle,
  onDone,
}: Props) {
  const measures = useMeasures()
  const [draft, drawDraft] = useState<string | null>(typed)
  // What stands here of an earlier word gives way when the round knows better: another device has answered.
  const [was, setWas] = useState(typed)
  if (typed !== was) {
    setWas(typed)
    if (draft === was) drawDraft(typed)
  }
  // Enter inks and moves on in one go: leaving the field must see what Enter left, not what was drawn last.
  const held = useRef(draft)
  const setDraft = (text: string | null) => {
    held.current = text
    drawDraft(text)
  }
  useEffect(() => {
    held.current = draft
  })
  const input = useRef<HTMLInputElement>(null)
  const pencilled = pencilledAnswer(question)
  const shown = draft ?? (answer ? sayTyped(answer, question, measures) : '')
  // What is said of a field is said of what was left in it, not of every key.
  const read =
    draft !== null && draft === typed ? readAnswer(draft, question, measures) : NOTHING_READ

  /** Inks what stands in the field, or keeps it as typed; gives whether one may go on. */
  const settle = (text: string, insists: boolean): boolean => {
    const now = readAnswer(text, question, measures)
    if (now.is === 'fault' || (now.is === 'value' && now.doubted && !insists)) {
      onType(text)
      return false
    }
    setDraft(null)
    if (now.is === 'value') onInk(now.value, now.about ? 'glance' : 'measured', now.more)
    else if (answer || typed !== null) onInk(null, 'measured')
    return true
  }
  const onEnter = () => {
    if (shown.trim() === '' && pencilled !== null) {
      setDraft(null)
      onInk(pencilled, 'glance')
    } else if (draft !== null && !settle(draft, draft === typed)) return
    const rows = [...document.querySelectorAll<HTMLInputElement>('input[data-question]')]
    const next = rows[rows.indexOf(input.current as HTMLInputElement) + 1]
    if (next) next.focus()
    else onDone?.()
  }
  const step = (taps: number) => {
    setDraft(null)
    onInk(stepped(answer?.value ?? pencilled ?? 0, taps, question, measures), 'measured')
  }
  const id = `q-${question.key.replace(/[^\w-]/g, '-')}`
  return (
    <Flex
      align="center"
      gap={{ base: 2, md: 5 }}
      py={2.5}
      borderBottom="1px solid"
      borderColor="rule"
      wrap={{ base: 'wrap', md: otherwise.length > 0 ? 'wrap' : 'nowrap' }}
    >
      <Asked id={id} question={question} />
      <Flex align="center" gap={2}>
        <StepButton label={`less, ${question.says}`} onClick={() => step(-1)}>
          −
        </StepButton>
        <Flex
          align="baseline"
          justify="center"
          border="2px solid"
          borderColor="transparent"
          _focusWithin={{ borderColor: 'ink', bg: 'margin' }}
          borderRadius="4px"
          w="150px"
          px={2}
        >
          <Field
            ref={input}
            id={id}
            autoFocus={first}
            value={shown}
            placeholder={
              pencilled === null ? '–' : String(measures.typed(pencilled, question.unit))
            }
            aria-invalid={read.is === 'fault'}
            onChange={(event) => {
              onTouch()
              setDraft(event.target.value)
            }}
            onBlur={() => {
              if (held.current !== null && held.current !== typed) settle(held.current, false)
            }}
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return
              event.preventDefault()
              onEnter()
            }}
            fontWeight={answer || draft !== null ? 680 : 330}
            borderBottom={
              answer ? '2px solid transparent' : '2px dashed var(--chakra-colors-graphite)'
            }
          />
          <Box as="span" fontSize="md" color={answer ? 'ink' : 'pencil'} minW="34px">
            {measures.unit(question.unit)}
          </Box>
        </Flex>
        <StepButton label={`more, ${question.says}`} onClick={() => step(1)}>
          +
        </StepButton>
        {question.asks.kind === 'reading' ? (
          // The figures of a phone's keyboard have no such sign.
          <StepButton
            label={`under what stands there, ${question.says}`}
            onClick={() => {
              onTouch()
              settle(`<${shown.replace(/^<|^$/, '') || pencilled || question.step}`, true)
            }}
          >
            {'<'}
          </StepButton>
        ) : null}
      </Flex>
      <Remark
        id={id}
        question={question}
        answer={answer}
        pencilled={pencilled}
        read={read}
        onGlance={() => pencilled !== null && onInk(pencilled, 'glance')}
        onInsist={() => {
          if (draft !== null) settle(draft, true)
          input.current?.focus()
        }}
      />
      <Twice
        question={question}
        answer={answer}
        typed={typed}
        otherwise={otherwise}
        onSettle={(holds) => {
          setDraft(null)
          onSettle(holds)
        }}
      />
    </Flex>
  )
}

/** What two pages answered, each without the other in sight: both, to say which it is. */
function Twice({
  question,
  answer,
  typed,
  otherwise,
  onSettle,
}: Pick<Props, 'question' | 'answer' | 'typed' | 'otherwise' | 'onSettle'>) {
  const measures = useMeasures()
  if (otherwise.length === 0) return null
  const say = (held: Held | null) => {
    if (held?.of !== 'question') return 'no answer'
    if (held.answer === null) return `“${held.text}”`
    const colour = INDICATOR_COLOURS.find(({ mid }) => mid === held.answer?.value)
    return question.asks.kind === 'reading' && question.asks.method === 'indicator' && colour
      ? colour.name
      : `${sayTyped(held.answer, question, measures)} ${measures.unit(question.unit)}`
  }
  const stands: Held | null =
    answer === null && typed === null
      ? null
      : { of: 'question', key: question.key, answer, text: typed, asked: null }
  return (
    <Flex
      role="alert"
      flex="1 1 100%"
      gap={3}
      align="center"
      wrap="wrap"
      borderLeft="3px solid"
      borderColor="clay"
      pl={3}
    >
      <Box as="span">Answered twice, on two devices. Which is it?</Box>
      {[stands, ...otherwise].map((held) => (
        <Button
          key={say(held)}
          look="paper"
          size="thumb"
          onClick={() => onSettle(held === stands ? 'stands' : held)}
          aria-label={`${say(held)}, ${question.says}`}
        >
          {say(held)}
        </Button>
      ))}
    </Flex>
  )
}

const NOTHING_READ: ReadAnswer = { is: 'nothing' }

/** What is asked, and what was known last. */
function Asked({ id, question }: { id: string; question: SaidQuestion }) {
  return (
    <Flex flex={{ base: '1 1 100%', md: '0 0 360px' }} gap={3} align="center" minW={0}>
      {question.stake ? (
        <Stake code={question.stake} size={40} />
      ) : (
        <Box w={{ base: 0, md: '40px' }} />
      )}
      <Box minW={0}>
        <chakra.label
          htmlFor={id}
          className="serif"
          fontSize="lg"
          display="block"
          lineHeight={1.25}
        >
          {question.says}
        </chakra.label>
        <Box fontSize="sm" color="pencil">
          {question.before}
        </Box>
      </Box>
    </Flex>
  )
}

/** The field, large enough for an arm’s length. */
function Field({ id, ...rest }: React.ComponentProps<typeof chakra.input> & { id: string }) {
  return (
    <chakra.input
      id={id}
      data-question
      inputMode="decimal"
      autoComplete="off"
      aria-describedby={`${id}-hint`}
      className="serif"
      fontSize="3xl"
      textAlign="center"
      w="84px"
      bg="transparent"
      border={0}
      outline="none"
      color="ink"
      _placeholder={{ color: 'pencil', opacity: 1 }}
      {...rest}
    />
  )
}

/** What is expected, and how what stands in the field compares; a doubted value can be stood by with a tap. */
function Remark({
  id,
  question,
  answer,
  pencilled,
  read,
  onInsist,
  onGlance,
}: {
  id: string
  question: SaidQuestion
  answer: RoundAnswer | null
  pencilled: number | null
  read: ReadAnswer
  onInsist: () => void
  /** Inks what is pencilled. */
  onGlance: () => void
}) {
  const measures = useMeasures()
  const expected = question.expected && measures.estimate(question.expected, question.unit)
  const half = expected ? (expected.high - expected.low) / 2 : 0
  return (
    <Box id={`${id}-hint`} fontSize="sm" flex={1} minW="180px" aria-live="polite">
      <Box color="pencil" title={expected?.because}>
        {expected
          ? `expected ${sayNumber(expected.value, half)} (${sayRange(expected)})`
          : 'nothing to expect from yet'}
      </Box>
      {read.is === 'fault' ? <Box color="clay">{read.says}</Box> : null}
      {read.is === 'value' ? (
        <Flex color="clay" gap={2} align="center" wrap="wrap">
          Really {measures.typed(read.value, question.unit)}?
          <Button look="clay" size="line" onClick={onInsist}>
            It is so
          </Button>
          <span className="for-keys">(or Enter once more)</span>
        </Flex>
      ) : null}
      {read.is === 'nothing' ? (
        <State question={question} answer={answer} pencilled={pencilled} onGlance={onGlance} />
      ) : null}
    </Box>
  )
}

function State({
  question,
  answer,
  pencilled,
  onGlance,
}: {
  question: Question
  answer: RoundAnswer | null
  pencilled: number | null
  onGlance: () => void
}) {
  if (!answer)
    return (
      <Box color="pencil">
        {pencilled === null ? (
          'type what you see'
        ) : (
          <>
            <span className="for-keys">Enter inks it</span>
            <Button className="for-touch" look="quiet" size="line" onClick={onGlance}>
              ink it as pencilled
            </Button>
          </>
        )}
      </Box>
    )
  if (answer.certainty === 'glance') return <Box color="moss">inked at a glance</Box>
  if (question.paper) return <BesidePaper counted={answer.value} paper={question.paper} />
  // What nobody saw before is held against nothing.
  if (!question.expected || !question.last) return <Box color="moss">inked</Box>
  const { low, high } = question.expected
  return answer.value >= low && answer.value <= high ? (
    <Box color="moss">as expected</Box>
  ) : (
    <Box color="clay">{answer.value > high ? 'more' : 'less'} than expected</Box>
  )
}

/** A count beside what is on paper. */
function BesidePaper({
  counted,
  paper,
}: {
  counted: number
  paper: { count: number; plusMinus: number }
}) {
  const apart = apartFrom(counted, paper)
  if (apart === 0) return <Box color="moss">as on paper</Box>
  return (
    <Box color="clay">
      {Math.abs(apart)} {apart < 0 ? 'fewer' : 'more'} than on paper
    </Box>
  )
}

function StepButton({
  label,
  onClick,
  children,
}: {
  label: string
  onClick: () => void
  children: string
}) {
  return (
    <chakra.button
      type="button"
      aria-label={label}
      onClick={onClick}
      tabIndex={-1}
      w="56px"
      h="56px"
      fontSize="2xl"
      border="1px solid"
      borderColor="ink"
      borderRadius="8px"
      bg="margin"
      cursor="pointer"
    >
      {children}
    </chakra.button>
  )
}
