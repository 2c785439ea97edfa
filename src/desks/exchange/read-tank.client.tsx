'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { askToStop, sendFile } from './send.client'
import { StopButton } from './stop-button'
import { FileInput, Problem } from '@/ui/kit/input.client'

type Answer = {
  slug: string
  name: string
  fresh: boolean
  entriesAdded: number
  entriesKnown: number
  partsAdded: number
  remarks: string[]
}

type Busy = { job: string; done: number; of: number }

/** Reads a tank file whole or not at all; a known tank gets only what it lacks. */
export function ReadTank() {
  const router = useRouter()
  const [busy, setBusy] = useState<Busy | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [answer, setAnswer] = useState<Answer | null>(null)
  const read = async (file: File) => {
    const job = crypto.randomUUID()
    setBusy({ job, done: 0, of: 0 })
    setProblem(null)
    setAnswer(null)
    const outcome = await sendFile<Answer>('/api/tank-file', job, file, (done, of) =>
      setBusy({ job, done, of }),
    )
    setBusy(null)
    if (outcome.kind === 'refused') return setProblem(outcome.problem)
    setAnswer(outcome.value)
    router.refresh()
  }
  return (
    <Box>
      <chakra.label display="block">
        A file that Vivero wrote, <code>*.vivero-tank.json</code>
        <FileInput
          accept=".json,application/json"
          disabled={busy !== null}
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file) void read(file)
            event.target.value = ''
          }}
        />
      </chakra.label>
      <Box aria-live="polite" mt={3}>
        {busy ? (
          <Flex gap={4} align="center">
            {busy.of === 0 ? (
              'Checking every line …'
            ) : (
              <>
                <progress value={busy.done} max={busy.of} /> {busy.done} of {busy.of}
              </>
            )}{' '}
            <StopButton onStop={() => askToStop(busy.job)} />
          </Flex>
        ) : null}
        {answer ? (
          <Box>
            {answer.fresh
              ? `${answer.name} stands on the bench`
              : `${answer.name} was here already`}
            : {answer.entriesAdded} lines added, {answer.entriesKnown} known
            {answer.partsAdded > 0
              ? `, and ${answer.partsAdded} other ${answer.partsAdded === 1 ? 'thing' : 'things'} it lacked (plantings, waters, products, plans …)`
              : ''}
            . {answer.remarks.join(' ')}{' '}
            <NextLink href={`/tanks/${answer.slug}`}>
              <Box as="span" color="water">
                Look at it
              </Box>
            </NextLink>
          </Box>
        ) : null}
      </Box>
      <Problem says={problem} />
    </Box>
  )
}
