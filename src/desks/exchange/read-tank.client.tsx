'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { AskKinds } from './ask-kinds.client'
import type { KindsAsked } from './messages'
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
type Asked = { file: File; kinds: KindsAsked }

/** Reads a tank file whole or not at all; a known tank gets only what it lacks. What it says of kinds that all tanks share is asked about first. */
export function ReadTank() {
  const router = useRouter()
  const [busy, setBusy] = useState<Busy | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [answer, setAnswer] = useState<Answer | null>(null)
  const [asked, setAsked] = useState<Asked | null>(null)
  const read = async (file: File, accepted: readonly string[] | null) => {
    const job = crypto.randomUUID()
    setBusy({ job, done: 0, of: 0 })
    setProblem(null)
    setAnswer(null)
    setAsked(null)
    const url =
      accepted === null
        ? '/api/tank-file'
        : `/api/tank-file?kinds=${encodeURIComponent(accepted.join(','))}`
    const outcome = await sendFile<Answer>(url, job, file, (done, of) => setBusy({ job, done, of }))
    setBusy(null)
    if (outcome.kind === 'refused') return setProblem(outcome.problem)
    if (outcome.kind === 'asked') return setAsked({ file, kinds: outcome.kinds })
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
            if (file) void read(file, null)
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
        {answer ? <WhatCame answer={answer} /> : null}
      </Box>
      {asked ? (
        <AskKinds
          kinds={asked.kinds}
          onRead={(accepted) => void read(asked.file, accepted)}
          onLeave={() => setAsked(null)}
        />
      ) : null}
      <Problem says={problem} />
    </Box>
  )
}

function WhatCame({ answer }: { answer: Answer }) {
  return (
    <Box>
      {answer.fresh ? `${answer.name} stands on the bench` : `${answer.name} was here already`}:{' '}
      {answer.entriesAdded} lines added, {answer.entriesKnown} known
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
  )
}
