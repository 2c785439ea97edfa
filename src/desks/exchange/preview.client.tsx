'use client'

import { Box, Flex } from '@chakra-ui/react'
import { Button } from '@/ui/kit/button.client'
import { sayMoment } from '@/ui/when'
import type { ReportView } from './messages'

/** What a file would add, line by line, before it is written; what cannot be read goes along as a file of its own. */
export function Preview({
  fileName,
  report,
  zone,
  now,
  onWrite,
  onDrop,
}: {
  fileName: string
  report: ReportView
  zone: string
  now: string
  onWrite: () => void
  onDrop: () => void
}) {
  return (
    <Box mt={4}>
      <Box className="serif" fontSize="lg">
        <b>{fileName}</b>: {report.accepted} new {report.accepted === 1 ? 'line' : 'lines'},{' '}
        {report.known} known already, {report.refused} that cannot be read.
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
      {report.refusedLines.length > 0 ? <Fetch lines={report.refusedLines} /> : null}
      <Lines
        title="Cannot be read"
        total={report.refused}
        lines={report.refusedLines.slice(0, SHOWN)}
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

const SHOWN = 200

/** What could not be read, as a file to work through. */
function Fetch({ lines }: { lines: ReportView['refusedLines'] }) {
  const text = [
    'line,why',
    ...lines.map(({ line, says }) => `${line},"${says.replaceAll('"', '""')}"`),
  ].join('\r\n')
  return (
    <Box fontSize="sm" color="water">
      <a href={`data:text/csv;charset=utf-8,${encodeURIComponent(text)}`} download="not-read.csv">
        Fetch what cannot be read as a file
      </a>
    </Box>
  )
}
