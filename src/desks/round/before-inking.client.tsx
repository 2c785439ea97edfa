'use client'

import { Box, Flex } from '@chakra-ui/react'
import { Button } from '@/ui/kit/button.client'
import { BigButton } from './big-button.client'
import { Notice } from './notice'
import type { Unfinished } from './use-walk.client'

/** What can hardly be, asked once before the round is inked. */
export function Asked({
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
    <Notice>
      {questions.map((question) => (
        <Box key={question} className="serif" fontSize="lg">
          {question}
        </Box>
      ))}
      <Flex gap={4} mt={1} align="center" wrap="wrap">
        <BigButton strong busy={busy} onClick={onStand}>
          It is so: ink the round
        </BigButton>
        <Box as="span" color="pencil">
          or go back and change the value; nothing is written yet.
        </Box>
      </Flex>
    </Notice>
  )
}

/** What stands in a field somewhere and was not inked, before the round is: the way there, or on without it. */
export function StillOpen({
  unfinished,
  busy,
  onGo,
  onWithout,
}: {
  unfinished: readonly Unfinished[]
  busy: boolean
  onGo: (station: number) => void
  onWithout: () => void
}) {
  return (
    <Notice>
      <Box className="serif" fontSize="lg">
        {unfinished.length === 1
          ? 'One answer was typed'
          : `${unfinished.length} answers were typed`}{' '}
        and not inked:
      </Box>
      {unfinished.map(({ station, says, text }) => (
        <Box key={`${station} ${says}`}>
          {says}: “{text}”{' '}
          <Button look="quiet" size="line" onClick={() => onGo(station)}>
            look at it
          </Button>
        </Box>
      ))}
      <BigButton strong busy={busy} onClick={onWithout}>
        Ink the round without {unfinished.length === 1 ? 'it' : 'them'}
      </BigButton>
    </Notice>
  )
}

/** What was refused when the round was to be inked, each with the way to its station. */
export function Refused({
  refused,
  stations,
  onGo,
}: {
  refused: readonly { says: string; station: string | null }[]
  stations: readonly { name: string }[]
  onGo: (station: number) => void
}) {
  if (refused.length === 0) return null
  return (
    <Notice>
      <Box className="serif" fontSize="lg">
        Nothing is written yet; your answers are kept.
      </Box>
      {refused.map(({ says, station }) => {
        const at = stations.findIndex(({ name }) => name === station)
        return (
          <Box key={`${station} ${says}`}>
            {says}{' '}
            {at === -1 ? null : (
              <Button look="quiet" size="line" onClick={() => onGo(at)}>
                go to {stations[at].name}
              </Button>
            )}
          </Box>
        )
      })}
    </Notice>
  )
}

/** What two devices answered otherwise, each with the way there: it has to be said before the round is inked. */
export function SaidTwice({
  twice,
  onGo,
}: {
  twice: readonly { station: number; says: string }[]
  onGo: (station: number) => void
}) {
  if (twice.length === 0) return null
  return (
    <Notice>
      <Box className="serif" fontSize="lg">
        Answered on two devices, and otherwise each time:
      </Box>
      {twice.map(({ station, says }) => (
        <Box key={`${station} ${says}`}>
          {says}{' '}
          <Button look="quiet" size="line" onClick={() => onGo(station)}>
            say which it is
          </Button>
        </Box>
      ))}
    </Notice>
  )
}
