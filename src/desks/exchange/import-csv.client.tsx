'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import type { Mapping } from '@/data/formats/sheet/mapping'
import { recall, remember } from '@/ui/kit/at-hand.client'
import { FileInput, Problem } from '@/ui/kit/input.client'
import NextLink from '@/ui/page-link'
import { Columns } from './columns.client'
import { fileKind, type LineFile } from './file-kind'
import type { ReportView, SheetView } from './messages'
import { Preview } from './preview.client'
import { askToStop, sendFile } from './send.client'
import { StopButton } from './stop-button'

/** A file that was chosen, and where it is sent to be read. */
interface Chosen {
  file: File
  url: string
}
type State =
  | { at: 'choose' }
  | { at: 'reading' }
  | { at: 'columns'; file: File; sheet: SheetView; former: Mapping | null }
  | { at: 'preview'; chosen: Chosen; report: ReportView }
  | { at: 'writing'; done: number; of: number; job: string }
  | { at: 'done'; written: number }

/** A file of lines: choose, say what the columns are where it is a sheet of the keeper’s own, see line by line what it would add, then write it, with progress and a way to stop. */
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
  const reading = useReading(slug, maxMegabytes)
  const { state, problem } = reading
  return (
    <Box>
      <chakra.label display="block" fontSize="md">
        A table of tests and changes, as you keep it (.xlsx or CSV), or a file of Vivero’s own
        <FileInput
          accept=".csv,.tsv,.txt,.xlsx,.ods,text/csv,text/plain,text/tab-separated-values"
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file) void reading.choose(file)
            event.target.value = ''
          }}
        />
      </chakra.label>
      <Problem says={problem} />
      <Progress slug={slug} state={state} onStop={reading.stop} />
      {state.at === 'columns' ? (
        <Columns
          fileName={state.file.name}
          sheet={state.sheet}
          former={state.former}
          onRead={(mapping) => void reading.read(state.file, state.sheet, mapping)}
          onDrop={reading.drop}
        />
      ) : null}
      {state.at === 'preview' ? (
        <Preview
          fileName={state.chosen.file.name}
          report={state.report}
          zone={zone}
          now={now}
          onWrite={() => void reading.write(state.chosen, state.report.accepted)}
          onDrop={reading.drop}
        />
      ) : null}
    </Box>
  )
}

function Progress({ slug, state, onStop }: { slug: string; state: State; onStop: () => void }) {
  return (
    <Box aria-live="polite" mt={3}>
      {state.at === 'reading' ? (
        <Flex gap={4}>
          Reading … <StopButton onStop={onStop} />
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
  )
}

/** Where the columns of a sheet with these headings are remembered. */
const placeOf = ({ headings }: SheetView) => `sheet ${headings.join('|')}`

/** How the columns were read the last time, where that still fits. */
function formerMapping(sheet: SheetView): Mapping | null {
  const kept = recall<Mapping>(placeOf(sheet))
  return kept?.columns?.length === sheet.headings.length ? kept : null
}

function useReading(slug: string, maxMegabytes: number) {
  const router = useRouter()
  const [state, setState] = useState<State>({ at: 'choose' })
  const [problem, setProblem] = useState<string | null>(null)
  const stop = useRef<AbortController | null>(null)
  const urlOf = (kind: LineFile) => `/api/tanks/${slug}/${kind}`

  /** Asks something of a file; what goes wrong is said, and one may choose again. */
  const ask = async <T,>(file: File, url: string): Promise<T | null> => {
    setProblem(null)
    setState({ at: 'reading' })
    const control = new AbortController()
    stop.current = control
    try {
      const response = await fetch(url, { method: 'POST', body: file, signal: control.signal })
      const answer = (await response.json()) as T | { problem: string }
      if (typeof answer === 'object' && answer !== null && 'problem' in answer)
        throw new Error(answer.problem)
      return answer as T
    } catch (error) {
      setState({ at: 'choose' })
      setProblem(control.signal.aborted ? 'Stopped; nothing was written.' : sayError(error))
      return null
    }
  }
  const preview = async (chosen: Chosen) => {
    const report = await ask<ReportView>(chosen.file, `${chosen.url}&preview`)
    if (report) setState({ at: 'preview', chosen, report })
  }
  return {
    state,
    problem,
    stop: () => stop.current?.abort(),
    drop: () => setState({ at: 'choose' }),
    async choose(file: File) {
      if (file.size > maxMegabytes * 1e6) {
        setState({ at: 'choose' })
        return setProblem(
          `The file has ${Math.round(file.size / 1e6)} MB; Vivero reads up to ${maxMegabytes} MB at once. Split it by year; nothing was written.`,
        )
      }
      const kind = fileKind(await file.slice(0, 400).text())
      if (kind !== 'sheet')
        return preview({ file, url: `${urlOf(kind)}?name=${encodeURIComponent(file.name)}` })
      const sheet = await ask<SheetView>(file, `${urlOf('sheet')}?look`)
      if (sheet) setState({ at: 'columns', file, sheet, former: formerMapping(sheet) })
    },
    async read(file: File, sheet: SheetView, mapping: Mapping) {
      remember(placeOf(sheet), mapping)
      const asked = new URLSearchParams({ name: file.name, as: JSON.stringify(mapping) })
      await preview({ file, url: `${urlOf('sheet')}?${asked}` })
    },
    async write({ file, url }: Chosen, of: number) {
      const job = crypto.randomUUID()
      setProblem(null)
      setState({ at: 'writing', done: 0, of, job })
      const outcome = await sendFile<number>(url, job, file, (done, total) =>
        setState({ at: 'writing', done, of: total, job }),
      )
      if (outcome.kind === 'done') {
        setState({ at: 'done', written: outcome.value })
        router.refresh()
        return
      }
      setState({ at: 'choose' })
      if (outcome.kind === 'refused') setProblem(outcome.problem)
    },
  }
}

const sayError = (error: unknown) =>
  error instanceof TypeError
    ? 'Vivero could not be reached; nothing was written.'
    : (error as Error).message
