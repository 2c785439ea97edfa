import { Box } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { now } from '@/data/clock'
import { CSV_MAX_MB } from '@/data/formats/csv-lines'
import { storyOr404 } from '@/data/tank'
import { ImportCsv } from './import-csv.client'
import { ReadTank } from './read-tank.client'

/** Readings and events from elsewhere into a tank's book. */
export async function ImportPage({ slug }: { slug: string }) {
  const { vessel } = await storyOr404(slug)
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="900px">
      <Box fontSize="sm" color="water">
        <NextLink href={`/tanks/${slug}/book`}>← the book</NextLink>
      </Box>
      <Box as="h1" className="serif" fontSize="2xl" mb={3}>
        Read lines into <b>{vessel.name}</b>
      </Box>
      <ImportCsv slug={slug} zone={vessel.timeZone} now={now()} maxMegabytes={CSV_MAX_MB} />
    </Box>
  )
}

/** A tank file onto the bench. */
export function ReadTankPage() {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={6} maxW="900px">
      <Box as="h1" className="serif" fontSize="2xl" mb={3}>
        Read a tank file
      </Box>
      <ReadTank />
    </Box>
  )
}
