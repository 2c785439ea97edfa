'use client'

import { Box, Flex } from '@chakra-ui/react'
import type { ImportedFile } from '@/data/imported-files'
import { sayProblems } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { sayMoment } from '@/ui/when'
import { takeBack } from './actions'

interface Props {
  slug: string
  files: readonly ImportedFile[]
  zone: string
  now: string
}

/** The files that were read into the tank; each can be taken back whole, at any time. */
export function FilesRead({ slug, files, zone, now }: Props) {
  if (files.length === 0) return null
  return (
    <Box as="section" mt={8}>
      <Box as="h2" className="serif" fontWeight={620} borderBottom="1px solid" borderColor="ink">
        Read before
      </Box>
      <Box as="ul" listStyleType="none" m={0} p={0}>
        {files.map((file) => (
          <FileLine
            key={file.id}
            slug={slug}
            file={file}
            when={sayMoment(file.readAt, zone, now)}
          />
        ))}
      </Box>
    </Box>
  )
}

function FileLine({ slug, file, when }: { slug: string; file: ImportedFile; when: string }) {
  const { busy, refusal, send } = useSending()
  return (
    <Flex
      as="li"
      gap={4}
      align="baseline"
      wrap="wrap"
      py={1}
      borderBottom="1px solid"
      borderColor="rule"
    >
      <Box as="span" textDecoration={file.takenBack ? 'line-through' : undefined}>
        {file.name}
      </Box>
      <Box as="span" fontSize="sm" color="pencil">
        {file.lines} {file.lines === 1 ? 'line' : 'lines'}, {when}
        {file.takenBack ? '; taken back' : ''}
      </Box>
      <Button
        look="quiet"
        size="line"
        busy={busy}
        onClick={() => void send(() => takeBack(slug, file.id, !file.takenBack))}
        aria-label={`${file.takenBack ? 'bring back' : 'take back'} ${file.name}`}
      >
        {file.takenBack ? 'bring it back' : 'take it back'}
      </Button>
      <Problem says={refusal && sayProblems(refusal)} />
    </Flex>
  )
}
