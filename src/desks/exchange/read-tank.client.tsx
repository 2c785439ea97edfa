'use client'

import { Box, chakra } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'

type Answer = { slug: string; name: string; fresh: boolean; entriesAdded: number; entriesKnown: number; remarks: string[] }

/** Reads a tank file whole or not at all; a known tank gets only what it lacks. */
export function ReadTank() {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string | null>(null)
  const [answer, setAnswer] = useState<Answer | null>(null)
  const read = async (file: File) => {
    setBusy(true)
    setProblem(null)
    setAnswer(null)
    try {
      const response = await fetch('/api/tank-file', { method: 'POST', body: file })
      const said = (await response.json()) as Answer | { problem: string }
      if ('problem' in said) setProblem(said.problem)
      else {
        setAnswer(said)
        router.refresh()
      }
    } catch {
      setProblem('Vivero could not be reached; nothing was written.')
    }
    setBusy(false)
  }
  return (
    <Box>
      <chakra.label display="block">
        A file that Vivero wrote, <code>*.vivero-tank.json</code>
        <chakra.input type="file" accept=".json,application/json" display="block" mt={2} minH="44px" disabled={busy} onChange={(event) => { const file = event.target.files?.[0]; if (file) void read(file); event.target.value = '' }} />
      </chakra.label>
      <Box aria-live="polite" mt={3}>
        {busy ? 'Reading …' : null}
        {answer ? <Box>{answer.fresh ? `${answer.name} stands on the bench` : `${answer.name} was here already`}: {answer.entriesAdded} lines added, {answer.entriesKnown} known. {answer.remarks.join(' ')} <NextLink href={`/tanks/${answer.slug}`}><Box as="span" color="water">Look at it</Box></NextLink></Box> : null}
      </Box>
      {problem ? <Box role="alert" color="clay" mt={3}>{problem}</Box> : null}
    </Box>
  )
}
