'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import { sayMoment } from '@/ui/when'
import { fileKind, type LineFile } from './file-kind'
import type { ReportView } from './messages'
import { askToStop, sendFile } from './send.client'
import { StopButton } from './stop-button'
import { Button } from '@/ui/kit/button.client'
import { FileInput, Problem } from '@/ui/kit/input.client'

type State =
  | { at: 'choose' }
  | { at: 'reading' }
  | { at: 'preview'; file: File; kind: LineFile; report: ReportView }
  | { at: 'writing'; done: number; of: number; job: string }
  | { at: 'done'; written: number }

/** readings.csv or events.csv, told apart by their heading: choose, see line by line what it would add, then write it, with progress and a way to stop. */
export function ImportCsv({
  slug,
  zone,
  now,
  maxMegabytes,
}: {
  slug: string
  zone: string
  now: string
  maxMegabytes: number
}) {
  const router = useRouter()
  const [state, setState] = useState<State>({ at: 'choose' })
  const [problem, setProblem] = useState<string | null>(null)
  const stop = useRef<AbortController | null>(null)
  const urlOf = (kind: LineFile) => `/api/tanks/${slug}/${kind}`

  const preview = async (file: File) => {
    setProblem(null)
    if (file.size > maxMegabytes * 1e6) {
      setProblem(
        `The file has ${Math.round(file.size / 1e6)} MB; Vivero reads up to ${maxMegabytes} MB at once. Split it by year; nothing was written.`,
      )
      return
    }
    setState({ at: 'reading' })
    stop.current = new AbortController()
    try {
      const kind = fileKind(await file.slice(0, 400).text())
      const response = await fetch(`${urlOf(kind)}?preview`, {
        method: 'POST',
        body: file,
        signal: stop.current.signal,
      })
      const answer = (await response.json()) as ReportView | { problem: string }
      if ('problem' in answer) throw new Error(answer.problem)
      setState({ at: 'preview', file, kind, report: answer })
    } catch (error) {
      setState({ at: 'choose' })
      setProblem(stop.current.signal.aborted ? 'Stopped; nothing was written.' : sayError(error))
    }
  }
  const write = async (file: File, kind: LineFile, of: number) => {
    const job = crypto.randomUUID()
    setProblem(null)
    setState({ at: 'writing', done: 0, of, job })
    const outcome = await sendFile<number>(urlOf(kind), job, file, (done, total) =>
      setState({ at: 'writing', done, of: total, job }),
    )
    if (outcome.kind === 'done') {
      setState({ at: 'done', written: outcome.value })
      router.refresh()
      return
    }
    setState({ at: 'choose' })
    setProblem(outcome.problem)
  }
  return (
    <Box>
      <chakra.label display="block" fontSize="md">
        A file with the columns <code>at,parameter,value,unit,method,note</code> (tests) or{' '}
        <code>at,kind,amount,unit,subject,note</code> (what was done)
        <FileInput
          accept=".csv,text/csv,text/plain"
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file) void preview(file)
            event.target.value = ''
          }}
        />
      </chakra.label>
      <Problem says={problem} />
      <Box aria-live="polite" mt={3}>
        {state.at === 'reading' ? (
          <Flex gap={4}>
            Reading … <StopButton onStop={() => stop.current?.abort()} />
          </Flex>
        ) : null}
        {state.at === 'writing' ? (
          <Flex gap={4} align="center">
            <progress value={state.done} max={state.of} /> {state.done} of {state.of}{' '}
            <StopButton onStop={() => askToStop(state.job)} />
          </Flex>
        ) : null}
        {state.at === 'done' ? (
          <Box>
            {state.written} {state.written === 1 ? 'line' : 'lines'} written.{' '}
            <NextLink href={`/tanks/${slug}/water`}>
              <Box as="span" color="water">
                See the water
              </Box>
            </NextLink>
          </Box>
        ) : null}
      </Box>
      {state.at === 'preview' ? (
        <Preview
          report={state.report}
          zone={zone}
          now={now}
          onWrite={() => void write(state.file, state.kind, state.report.accepted)}
          onDrop={() => setState({ at: 'choose' })}
        />
      ) : null}
    </Box>
  )
}

const sayError = (error: unknown) =>
  error instanceof TypeError
    ? 'Vivero could not be reached; nothing was written.'
    : (error as Error).message

function Preview({
  report,
  zone,
  now,
  onWrite,
  onDrop,
}: {
  report: ReportView
  zone: string
  now: string
  onWrite: () => void
  onDrop: () => void
}) {
  return (
    <Box mt={4}>
      <Box className="serif" fontSize="lg">
        {report.accepted} new {report.accepted === 1 ? 'line' : 'lines'}, {report.known} known
        already, {report.refused} that cannot be read.
      </Box>
      {report.remarks.map((remark) => (
        <Box key={remark} color="pencil">
          {remark}
        </Box>
      ))}
      <Flex gap={4} my={3}>
        {report.accepted > 0 ? (
          <Button onClick={onWrite}>
            Write {report.accepted} {report.accepted === 1 ? 'line' : 'lines'}
          </Button>
        ) : null}
        <Button look="paper" onClick={onDrop}>
          Leave it
        </Button>
      </Flex>
      <Lines
        title="Cannot be read"
        total={report.refused}
        lines={report.refusedLines}
        tone="clay"
      />
      <Lines title="Known already" total={report.known} lines={report.knownLines} tone="pencil" />
      <Lines
        title="Would be written"
        total={report.accepted}
        lines={report.acceptedLines.map(({ line, at, says }) => ({
          line,
          says: `${sayMoment(at, zone, now)}: ${says}`,
        }))}
        tone="ink"
      />
    </Box>
  )
}

function Lines({
  title,
  total,
  lines,
  tone,
}: {
  title: string
  total: number
  lines: readonly { line: number; says: string }[]
  tone: string
}) {
  if (total === 0) return null
  return (
    <Box as="section" mt={3}>
      <Box as="h2" className="serif" fontWeight={620} borderBottom="1px solid" borderColor="rule">
        {title}
      </Box>
      <Box as="ul" listStyleType="none" m={0} p={0} fontSize="sm">
        {lines.map((line) => (
          <Box as="li" key={line.line}>
            <Box as="span" color="pencil">
              line {line.line}
            </Box>{' '}
            <Box as="span" color={tone}>
              {line.says}
            </Box>
          </Box>
        ))}
      </Box>
      {total > lines.length ? (
        <Box fontSize="sm" color="pencil">
          and {total - lines.length} more
        </Box>
      ) : null}
    </Box>
  )
}
