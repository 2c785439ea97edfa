'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { sayProblems } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { alsoCopyTo, copyNoFurther, copyNow } from './actions'

export interface CopiesView {
  /** How many there are, how much room they take, of when the latest is. */
  says: string
  /** Why the latest could not be made; null when it could. */
  fault: string | null
  /** Copies that are kept for tanks which were deleted. */
  promised: { file: string; says: string }[]
  second: { says: string; well: boolean } | null
  /** Whether where copies go can be said from here. */
  here: boolean
}

/** The copies of the data: that there are some, that they lie apart, and what is wrong with them. */
export function Copies({ says, fault, promised, second, here }: CopiesView) {
  const { busy, refusal, send } = useSending()
  const [naming, setNaming] = useState(false)
  const [remark, setRemark] = useState('')
  return (
    <Box as="section" aria-label="Copies of the data" mt={5} fontSize="sm">
      <Flex columnGap={5} rowGap={1} wrap="wrap" align="baseline">
        <Box as="span">{says}</Box>
        {here ? (
          <Button look="quiet" size="line" busy={busy} onClick={() => void send(copyNow)}>
            {busy ? 'copying and looking into it …' : 'make one now'}
          </Button>
        ) : null}
      </Flex>
      {fault ? (
        <Box color="clay" role="status">
          {fault}
        </Box>
      ) : null}
      {promised.length > 0 ? (
        <Box as="ul" listStyleType="none" m={0} p={0}>
          {promised.map((one) => (
            <li key={one.file}>
              {one.says} <code>npm run restore -- --from {one.file}</code>
            </li>
          ))}
        </Box>
      ) : null}
      {second ? (
        <Flex columnGap={5} wrap="wrap" align="baseline">
          <Box as="span" color={second.well ? undefined : 'clay'}>
            {second.says}
          </Box>
          {here ? (
            <Button look="faint" size="line" busy={busy} onClick={() => void send(copyNoFurther)}>
              no more there
            </Button>
          ) : null}
        </Flex>
      ) : (
        <Flex columnGap={5} wrap="wrap" align="baseline">
          <Box as="span" color="pencil">
            They lie on one disk with the data, and go with it.
          </Box>
          {here && !naming ? (
            <Button look="quiet" size="line" onClick={() => setNaming(true)}>
              Put them on another disk too
            </Button>
          ) : null}
        </Flex>
      )}
      {here && naming && !second ? (
        <NameSecond
          onNamed={(said) => {
            setRemark(said)
            setNaming(false)
          }}
          onLeave={() => setNaming(false)}
        />
      ) : null}
      {remark ? <Box color="clay">{remark}</Box> : null}
      <Problem says={refusal && sayProblems(refusal)} />
    </Box>
  )
}

function NameSecond({
  onNamed,
  onLeave,
}: {
  onNamed: (remark: string) => void
  onLeave: () => void
}) {
  const { busy, refusal, send } = useSending()
  const [path, setPath] = useState('')
  return (
    <chakra.form
      mt={1}
      onSubmit={(event) => {
        event.preventDefault()
        void send(() => alsoCopyTo(path)).then((answer) => {
          if (answer.ok) onNamed(answer.value)
        })
      }}
    >
      <Flex gap={3} align="center" wrap="wrap">
        <chakra.label>
          A directory on another disk, named once:{' '}
          <Input
            autoFocus
            autoComplete="off"
            spellCheck={false}
            placeholder="/media/stick/vivero"
            value={path}
            onChange={(event) => setPath(event.target.value)}
            minH="38px"
            minW="18rem"
            aria-invalid={refusal !== null}
          />
        </chakra.label>
        <Button size="plain" type="submit" busy={busy} disabled={path.trim() === ''}>
          {busy ? 'copying …' : 'copy there'}
        </Button>
        <Button look="quiet" size="line" onClick={onLeave}>
          leave it
        </Button>
      </Flex>
      <Problem says={refusal && sayProblems(refusal)} />
    </chakra.form>
  )
}
