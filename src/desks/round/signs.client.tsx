'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Place } from '@/core/journal/entry'
import type { SaidOnce, SaidStation } from '@/core/routine/round/question.words'

/** Signs to tap. Where several plantings stand, the tap asks on which; each stake of a sign is a switch of its own. */
export function Signs({
  station,
  chosen,
  onToggle,
}: {
  station: SaidStation
  chosen: readonly { sign: string; place: { of: string; id?: string } }[]
  onToggle: (sign: string, place: Place) => void
}) {
  const [open, setOpen] = useState<string | null>(null)
  const single = station.places.length === 1 ? station.places[0].place : null
  const isOn = (sign: string, place: Place) =>
    chosen.some(
      (one) =>
        one.sign === sign &&
        one.place.of === place.of &&
        one.place.id === ('id' in place ? place.id : undefined),
    )
  return (
    <Box mt={5}>
      <Box className="serif" fontSize="md" mb={2}>
        {station.name === 'you' ? 'Does it please you less? Say why:' : 'Anything else here?'}
      </Box>
      <Flex gap={2} wrap="wrap">
        {station.signs.map((sign) => {
          const on = chosen.some((one) => one.sign === sign)
          return (
            <Chip
              key={sign}
              pressed={on}
              expanded={single ? undefined : open === sign}
              onClick={() =>
                single ? onToggle(sign, single) : setOpen(open === sign ? null : sign)
              }
            >
              {sign}
            </Chip>
          )
        })}
      </Flex>
      {open && !single ? (
        <Flex mt={3} gap={2} align="center" wrap="wrap" role="group" aria-label={`${open}: where?`}>
          <Box className="serif">{open}, on</Box>
          {station.places.map(({ says, place }) => (
            <Chip key={says} pressed={isOn(open, place)} onClick={() => onToggle(open, place)}>
              {says}
            </Chip>
          ))}
        </Flex>
      ) : null}
      {chosen.length > 0 && !single ? (
        <Box mt={2} fontSize="sm" color="pencil">
          {chosen
            .map(
              (one) =>
                `${one.sign} on ${station.places.find(({ place }) => 'id' in place && place.id === one.place.id)?.says ?? station.name}`,
            )
            .join('; ')}
        </Box>
      ) : null}
    </Box>
  )
}

/** A question asked once: its answers are signs that exclude each other. */
export function AskOnce({
  once,
  chosen,
  onChoose,
}: {
  once: SaidOnce
  chosen: readonly { sign: string }[]
  onChoose: (sign: string, place: Place, all: readonly string[]) => void
}) {
  const all = once.answers.map(({ sign }) => sign)
  return (
    <Box mt={5} role="group" aria-label={once.says}>
      <Box className="serif" fontSize="md" mb={2} maxW="40rem">
        {once.says}
      </Box>
      {chosen.filter(({ sign }) => all.some((one) => one === sign)).length > 1 ? (
        <Box role="alert" color="clay" mb={2}>
          Answered twice, on two devices. Tap the one that it is.
        </Box>
      ) : null}
      <Flex gap={2} wrap="wrap">
        {once.answers.map(({ sign, says }) => (
          <Chip
            key={sign}
            pressed={chosen.some((one) => one.sign === sign)}
            onClick={() => onChoose(sign, once.place, all)}
          >
            {says}
          </Chip>
        ))}
      </Flex>
    </Box>
  )
}

function Chip({
  pressed,
  expanded,
  onClick,
  children,
}: {
  pressed: boolean
  expanded?: boolean
  onClick: () => void
  children: string
}) {
  return (
    <chakra.button
      type="button"
      aria-pressed={pressed}
      aria-expanded={expanded}
      onClick={onClick}
      minH="44px"
      px={4}
      border="1px solid"
      borderColor="ink"
      borderRadius="22px"
      bg={pressed ? 'ink' : 'transparent'}
      color={pressed ? 'paper' : 'ink'}
      cursor="pointer"
      fontSize="sm"
    >
      {pressed ? '✓ ' : ''}
      {children}
    </chakra.button>
  )
}
