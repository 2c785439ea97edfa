import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { LevelMark } from '@/ui/marks/level-mark'
import type { RoundOutcome } from './actions'

/** What the round came to: how long, what fell outside the pencil, and what Vivero makes of it. */
export function Outcome({
  slug,
  name,
  outcome,
}: {
  slug: string
  name: string
  outcome: RoundOutcome
}) {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={8} maxW="46rem">
      <Box as="h1" className="serif" fontSize="2xl">
        <b>{name}</b> {outcome.sentence}
      </Box>
      <Box mt={3}>
        {sayInked(outcome)}. {sayPencil(outcome)}
      </Box>
      {outcome.late.length > 0 ? (
        <Box mt={3} borderLeft="3px solid" borderColor="clay" pl={3} role="alert">
          It was inked on another device already. This came after that and is not in the book:{' '}
          {outcome.late.join('; ')}. Write it down once more if it matters.
        </Box>
      ) : null}
      <Flex direction="column" gap={3} mt={6}>
        {outcome.notes.map((note) => (
          <Flex key={note.key} gap={2} align="baseline">
            <LevelMark level={note.level} />
            <Box>
              <Box className="serif" fontWeight={620}>
                {note.says}
              </Box>
              <Box fontSize="sm">{note.detail}</Box>
            </Box>
          </Flex>
        ))}
      </Flex>
      <Flex mt={6} gap={6} color="water">
        <NextLink href={`/tanks/${slug}`}>Look at it</NextLink>
        <NextLink href="/">The bench</NextLink>
      </Flex>
    </Box>
  )
}

/** “8 answers inked and 2 more lines written in 3 minutes”. */
function sayInked({ answers, lines, minutes }: RoundOutcome): string {
  const inked = `${answers} ${answers === 1 ? 'answer' : 'answers'} inked`
  const more = lines === 0 ? '' : ` and ${lines} more ${lines === 1 ? 'line' : 'lines'} written`
  return `${inked}${more}${minutes === null ? '' : ` in ${sayMinutes(minutes)}`}`
}

function sayMinutes(minutes: number): string {
  if (minutes < 1) return `${Math.round(minutes * 60)} seconds`
  return Math.round(minutes) === 1 ? 'a minute' : `${Math.round(minutes)} minutes`
}

/** How what was seen compares with what was pencilled; nothing where nothing was. */
function sayPencil({ outside, pencilled }: RoundOutcome): string {
  if (outside.length > 0) return `Not as expected: ${outside.join(', ')}.`
  return pencilled > 0 ? 'Everything was as expected.' : ''
}
