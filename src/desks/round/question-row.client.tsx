'use client'

import type { Measures } from '@/core/quantity/measures'
import { useMeasures } from '@/ui/measures.client'
import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { readNumber } from '@/core/quantity/read-number'
import { sayNumber, sayRange } from '@/core/quantity/say'
import { isSurprising, pencilledAnswer } from '@/core/routine/round/pencil'
import type { SaidQuestion } from '@/core/routine/round/question.words'
import { Stake } from '@/ui/marks/stake'

interface Props {
  question: SaidQuestion
  answer: { value: number; certainty: 'measured' | 'glance' } | null
  first: boolean
  onInk: (value: number | null, certainty: 'measured' | 'glance') => void
  /** Called after the last row of a station was inked with Enter. */
  onDone: (() => void) | null
}

/** One thing to look at: pencilled until inked; Enter inks the pencil or what was typed; a far value is asked for once. */
export function QuestionRow({ question, answer, first, onInk, onDone }: Props) {
  const measures = useMeasures()
  const { unit } = question
  const own = (value: number) => measures.typed(value, unit)
  const expected = question.expected && measures.estimate(question.expected, unit)
  const [draft, setDraft] = useState<string | null>(null)
  const [doubted, setDoubted] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const pencilled = pencilledAnswer(question)
  const shown = draft ?? (answer ? String(own(answer.value)) : '')
  const id = `q-${question.key.replace(/[^\w-]/g, '-')}`

  const settle = (text: string): boolean => {
    if (text.trim() === '') {
      if (answer && draft !== null) onInk(null, 'measured')
      setDraft(null)
      return true
    }
    const read = readNumber(text)
    if (!read.ok) {
      setProblem(read.problem)
      return false
    }
    const value = asInked(measures.back(read.value, unit))
    if (value < question.min || value > question.max) {
      setProblem(
        `Between ${own(question.min)} and ${own(question.max)} ${measures.unit(unit)}, please.`,
      )
      return false
    }
    setProblem(null)
    if (isSurprising(question.expected, value) && doubted !== value) {
      setDoubted(value)
      return false
    }
    setDoubted(null)
    setDraft(null)
    if (answer?.value !== value) onInk(value, 'measured')
    return true
  }
  const onEnter = () => {
    if (shown.trim() === '' && pencilled !== null) {
      setDraft(null)
      setProblem(null)
      onInk(pencilled, 'glance')
    } else if (draft !== null && !settle(draft)) return
    const rows = [...document.querySelectorAll<HTMLInputElement>('input[data-question]')]
    const next = rows[rows.indexOf(input.current as HTMLInputElement) + 1]
    if (next) next.focus()
    else onDone?.()
  }
  const step = (by: number) => {
    const from = own(answer?.value ?? pencilled ?? 0)
    const value = Math.max(
      question.min,
      Math.min(question.max, asInked(measures.back(from + by * stepOf(measures, unit), unit))),
    )
    setDraft(null)
    setProblem(null)
    onInk(value, 'measured')
  }
  const half = expected ? (expected.high - expected.low) / 2 : 0
  const doubt = doubted === null ? null : `Really ${own(doubted)}? Enter once more keeps it.`
  const remark = problem ?? doubt
  return (
    <Flex
      align="center"
      gap={{ base: 2, md: 5 }}
      py={2.5}
      borderBottom="1px solid"
      borderColor="rule"
      wrap={{ base: 'wrap', md: 'nowrap' }}
    >
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
      <Flex align="center" gap={2}>
        <StepButton label={`less, ${question.says}`} onClick={() => step(-question.step)}>
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
          <chakra.input
            ref={input}
            id={id}
            data-question
            autoFocus={first}
            inputMode="decimal"
            autoComplete="off"
            value={shown}
            placeholder={pencilled === null ? '–' : String(own(pencilled))}
            aria-describedby={`${id}-hint`}
            aria-invalid={problem !== null}
            onChange={(event) => {
              setDraft(event.target.value)
              setDoubted(null)
            }}
            onBlur={() => {
              if (draft !== null && doubted === null) settle(draft)
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter') {
                event.preventDefault()
                onEnter()
              }
            }}
            className="serif"
            fontSize="3xl"
            fontWeight={answer || draft !== null ? 680 : 330}
            textAlign="center"
            w="84px"
            bg="transparent"
            border={0}
            outline="none"
            color="ink"
            borderBottom={
              answer ? '2px solid transparent' : '2px dashed var(--chakra-colors-graphite)'
            }
            _placeholder={{ color: 'pencil', opacity: 1 }}
          />
          <Box as="span" fontSize="md" color={answer ? 'ink' : 'pencil'} minW="34px">
            {measures.unit(unit)}
          </Box>
        </Flex>
        <StepButton label={`more, ${question.says}`} onClick={() => step(question.step)}>
          +
        </StepButton>
      </Flex>
      <Box id={`${id}-hint`} fontSize="sm" flex={1} minW="180px" aria-live="polite">
        {expected ? (
          <Box color="pencil" title={expected.because}>
            expected {sayNumber(expected.value, half)} ({sayRange(expected)})
          </Box>
        ) : (
          <Box color="pencil">nothing to expect from yet</Box>
        )}
        {remark ? (
          <Box color="clay">{remark}</Box>
        ) : (
          <State question={question} answer={answer} pencilled={pencilled} />
        )}
      </Box>
    </Flex>
  )
}

/** As it is kept: to a thousandth of its unit. */
const asInked = (value: number) => Number(value.toFixed(3))
/** A tap moves a height by half an inch where it moves it by a centimetre, a temperature by a degree Fahrenheit where by half a Celsius. */
const US_STEPS: Record<string, number> = { cm: 0.5, '°C': 2 }
const stepOf = ({ system }: Measures, unit: string) => (system === 'US' ? (US_STEPS[unit] ?? 1) : 1)

function State({
  question,
  answer,
  pencilled,
}: Pick<Props, 'question' | 'answer'> & { pencilled: number | null }) {
  if (!answer)
    return <Box color="pencil">{pencilled === null ? 'type what you see' : 'Enter inks it'}</Box>
  if (answer.certainty === 'glance') return <Box color="moss">inked at a glance</Box>
  if (!question.expected) return <Box color="moss">inked</Box>
  const { low, high } = question.expected
  return answer.value >= low && answer.value <= high ? (
    <Box color="moss">as expected</Box>
  ) : (
    <Box color="clay">{answer.value > high ? 'more' : 'less'} than expected</Box>
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
