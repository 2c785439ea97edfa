'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import type { SaidStation } from '@/core/routine/round/question.words'
import type { RoundAnswers } from '@/core/routine/round/answers'
import { capital } from '@/core/quantity/say'

/** The stations in the order of the eyes: full where something was inked, ring where not; the line is ink behind, pencil ahead. */
export function Stepper({
  stations,
  here,
  answers,
  twice,
  onGo,
}: {
  stations: readonly SaidStation[]
  here: number
  answers: RoundAnswers
  /** The stations at which two devices answered otherwise. */
  twice: readonly number[]
  onGo: (to: number) => void
}) {
  return (
    <Box
      as="nav"
      aria-label="Stations"
      bg="margin"
      borderY="1px solid"
      borderColor="rule"
      mt={3}
      px={{ base: 2, md: 8 }}
      py={2}
      overflowX="auto"
    >
      <Flex
        as="ol"
        listStyleType="none"
        m={0}
        p={0}
        justify="space-between"
        minW={{ base: '760px', md: 'auto' }}
        position="relative"
      >
        {stations.map((station, i) => (
          <Stop
            key={station.name}
            name={capital(station.name)}
            first={i === 0}
            walked={i <= here}
            here={i === here}
            state={twice.includes(i) ? 'twice' : stateOf(station, answers)}
            onGo={() => onGo(i)}
          />
        ))}
      </Flex>
    </Box>
  )
}

type State = 'blank' | 'inked' | 'unfinished' | 'twice'

function stateOf({ name, questions }: SaidStation, answers: RoundAnswers): State {
  if (questions.some(({ key }) => Object.hasOwn(answers.typed, key))) return 'unfinished'
  const inked =
    questions.some(({ key }) => answers.values[key] !== undefined) ||
    [...answers.signs, ...answers.lines].some((one) => one.station === name)
  return inked ? 'inked' : 'blank'
}

function Stop({
  name,
  first,
  walked,
  here,
  state,
  onGo,
}: {
  name: string
  first: boolean
  walked: boolean
  here: boolean
  state: State
  onGo: () => void
}) {
  const dark = walked || state !== 'blank'
  const stop = useRef<HTMLButtonElement>(null)
  // On a narrow page the line is longer than the page: it follows whoever walks on.
  useEffect(() => {
    if (here) stop.current?.scrollIntoView({ block: 'nearest', inline: 'center' })
  }, [here])
  return (
    <Box as="li" flex={1} position="relative" textAlign="center">
      {first ? null : (
        <Box
          position="absolute"
          top="15px"
          left="-50%"
          w="100%"
          borderTop={walked ? '2px solid' : '2px dashed'}
          borderColor={walked ? 'ink' : 'graphite'}
          aria-hidden="true"
        />
      )}
      <chakra.button
        ref={stop}
        type="button"
        onClick={onGo}
        aria-current={here ? 'step' : undefined}
        cursor="pointer"
        position="relative"
        px={1}
        minH="48px"
        w="100%"
      >
        <Dot here={here} dark={dark} state={state} />
        <Box
          fontSize="xs"
          fontWeight={here ? 700 : 450}
          color={dark ? 'ink' : 'pencil'}
          whiteSpace="nowrap"
        >
          {name}
          {state === 'unfinished' || state === 'twice' ? (
            <Box as="span" color="clay">
              {' '}
              {state === 'twice' ? 'which?' : 'unfinished'}
            </Box>
          ) : null}
        </Box>
      </chakra.button>
    </Box>
  )
}

/** Full where something was inked, half where something typed is no answer yet, a ring where nothing is. */
function Dot({ here, dark, state }: { here: boolean; dark: boolean; state: State }) {
  const size = here ? '18px' : '12px'
  const half = 'linear-gradient(90deg, var(--chakra-colors-clay) 50%, transparent 50%)'
  return (
    <Box
      position="relative"
      zIndex={1}
      mx="auto"
      my="4px"
      w={size}
      h={size}
      mt={here ? '1px' : '4px'}
      borderRadius="50%"
      border="2px solid"
      borderColor={dark ? 'ink' : 'graphite'}
      bg={state === 'inked' || (here && state === 'blank') ? 'ink' : 'margin'}
      bgImage={state === 'unfinished' || state === 'twice' ? half : undefined}
    />
  )
}
