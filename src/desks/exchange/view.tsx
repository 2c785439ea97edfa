import { Box } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { now } from '@/data/clock'
import { CSV_MAX_MB } from '@/data/formats/csv-lines'
import { storyOr404 } from '@/data/tank'
import { database } from '@/data/database'
import { importedFiles } from '@/data/imported-files'
import { FilesRead } from './files-read.client'
import { ImportCsv } from './import-csv.client'
import { ReadTank } from './read-tank.client'

/** A table to begin with: the headings that need no asking. */
const TEMPLATE =
  'Date,Time,Temperature °C,pH,KH dKH,GH dGH,NO2 mg/L,NO3 mg/L,PO4 mg/L,Fe mg/L,Change %,Notes\r\n'

/** Readings and events from elsewhere into a tank's book. */
export async function ImportPage({ slug }: { slug: string }) {
  const { vessel } = await storyOr404(slug)
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="77.5rem">
      <Box fontSize="sm" color="water">
        <NextLink href={`/tanks/${slug}/book`}>← the book</NextLink>
      </Box>
      <Box as="h1" className="serif" fontSize="2xl" mb={3}>
        Read lines into <b>{vessel.name}</b>
      </Box>
      <ImportCsv slug={slug} zone={vessel.timeZone} now={now()} maxMegabytes={CSV_MAX_MB} />
      <Box fontSize="sm" color="pencil" mt={4} maxW="40rem">
        One row a day with a column for each test, or one test a row; days and decimals as you write
        them. “&lt;5”, “~20” and “10–15” are understood. No table yet?{' '}
        <Box asChild color="water" textDecoration="underline">
          <a
            href={`data:text/csv;charset=utf-8,${encodeURIComponent(TEMPLATE)}`}
            download="tests.csv"
          >
            Fetch one to fill in
          </a>
        </Box>
        .
      </Box>
      <FilesRead
        slug={slug}
        files={await importedFiles(await database(), vessel.id)}
        zone={vessel.timeZone}
        now={now()}
      />
    </Box>
  )
}

/** A tank file onto the bench. */
export function ReadTankPage() {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={6} maxW="56rem">
      <Box as="h1" className="serif" fontSize="2xl" mb={3}>
        Read a tank file
      </Box>
      <ReadTank />
    </Box>
  )
}
