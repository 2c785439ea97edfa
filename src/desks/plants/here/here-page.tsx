import { Box } from '@chakra-ui/react'
import { whatGrowsHere, type GrowsHere } from '@/core/gardening/here/what-grows'
import { sayAgainst, sayCandidate, sayPlace } from '@/core/gardening/here/what-grows.words'
import type { Measures } from '@/core/quantity/measures'
import { sayAll } from '@/core/quantity/say'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { plantable } from '@/data/facts/board'
import { storyOr404 } from '@/data/tank'
import { TankName } from '@/ui/frame/desk-frame'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'
import type { Query } from '../query'
import { AskHere } from './ask-here.client'
import { readHere } from './asked'

/** What grows here? A place, and three kinds that would do well at it, or none. */
export async function HerePage({ slug, query }: { slug: string; query: Query }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const asked = readHere(query, measures)
  const found = asked.asked
    ? whatGrowsHere(story, await plantable(await database()), asked.asked, now())
    : null
  const refused = found && !found.ok ? found.problem : null
  const grows = found?.ok ? found.value : null
  return (
    <PlantsFrame
      slug={slug}
      page="/here"
      title={
        <>
          <TankName>{story.vessel.name}</TankName> {titleOf(grows)}
        </>
      }
    >
      <AskHere asked={{ ...asked, problem: asked.problem ?? refused }} />
      {grows ? <Grows slug={slug} grows={grows} measures={measures} /> : null}
    </PlantsFrame>
  )
}

function titleOf(grows: GrowsHere | null): string {
  if (!grows) return 'has places to fill, or to leave bare: say which.'
  return grows.kinds.length === 0
    ? 'is best left bare there.'
    : `would grow ${sayAll(grows.kinds.map(({ species }) => species.name))} there.`
}

function Grows({ slug, grows, measures }: { slug: string; grows: GrowsHere; measures: Measures }) {
  return (
    <Box maxW="46rem">
      <Box className="serif" mb={3}>
        {sayPlace(grows, measures)}
      </Box>
      {grows.kinds.map((one) => (
        <Box key={one.species.id} as="section" borderTop="1px solid" borderColor="rule" py={2}>
          <Box as="h2" fontWeight={620}>
            {one.species.name}
          </Box>
          <Box fontSize="sm">{sayCandidate(one)}</Box>
          {one.facts.caution ? (
            <Box fontSize="sm" color="clay">
              {one.facts.caution}
            </Box>
          ) : null}
        </Box>
      ))}
      <Box borderTop="1px solid" borderColor="rule" pt={2} fontSize="sm" color="pencil">
        {grows.against.length > 0 ? `What keeps most others out: ${sayAgainst(grows)}. ` : ''}
        Or leave it bare: open ground is looked at too, and runners may come.{' '}
        <DoLink href={`/tanks/${slug}/board`}>Draw it on the board</DoLink>
      </Box>
    </Box>
  )
}
