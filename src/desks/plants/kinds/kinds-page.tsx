import { Box, Flex } from '@chakra-ui/react'
import { priorTable } from '@/core/gardening/kinds/prior-table'
import { sayKind, sayNames } from '@/core/gardening/kinds/kind.words'
import type { Species } from '@/core/history/types'
import { findKinds } from '@/core/plants/find-kinds'
import type { Measures } from '@/core/quantity/measures'
import { measuresHere } from '@/data/border/measures-here'
import { database } from '@/data/database'
import { plantable } from '@/data/facts/board'
import { storyOr404 } from '@/data/tank'
import { TankName } from '@/ui/frame/desk-frame'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'
import { firstOf, type Query } from '../query'
import { FindKind } from './find-kind.client'

const SHOWN = 24

/** Kinds: what is known of every plant there is on paper, and what it is expected to grow under which light and gas. */
export async function KindsPage({ slug, query }: { slug: string; query: Query }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const all = await plantable(await database())
  const one = (name: string) => firstOf(query, name)
  const sought = one('find').slice(0, 60)
  const found = findKinds(all, sought)
  const open = all.find(({ id }) => id === one('of')) ?? (sought ? found[0] : undefined)
  const standing = new Set(story.species.map(({ id }) => id))
  const listed = sought ? found : found.filter(({ id }) => standing.has(id))
  return (
    <PlantsFrame
      slug={slug}
      page="/kinds"
      title={
        <>
          <TankName>{open ? open.name : `${all.length} kinds`}</TankName>{' '}
          {open ? sayNames(open) : 'are on paper, by botanical and by common name.'}
        </>
      }
      aside="All figures from memory and common practice; your own heights outweigh them after a few."
    >
      <FindKind sought={sought} />
      <Flex gap={8} direction={{ base: 'column', md: 'row' }} align="flex-start">
        <Box w={{ base: '100%', md: '18rem' }} flexShrink={0}>
          <Box fontSize="sm" color="pencil" mb={1}>
            {listOf(sought, listed.length)}
          </Box>
          <Box as="ul" listStyleType="none" m={0} p={0}>
            {listed.slice(0, SHOWN).map(({ id, name }) => (
              <Box as="li" key={id} minH="28px">
                <DoLink
                  href={`/tanks/${slug}/plants/kinds?find=${encodeURIComponent(sought)}&of=${encodeURIComponent(id)}`}
                >
                  {name}
                </DoLink>
              </Box>
            ))}
          </Box>
        </Box>
        {open ? <Known species={open} measures={measures} /> : null}
      </Flex>
    </PlantsFrame>
  )
}

function listOf(sought: string, count: number): string {
  if (!sought) return count === 0 ? '' : 'Those that stand or stood in this tank:'
  if (count === 0)
    return `Nothing goes by “${sought}”. A kind of your own is added where it is planted.`
  return count > SHOWN
    ? `${count} go by “${sought}”; the first ${SHOWN}:`
    : `${count} by “${sought}”:`
}

function Known({ species, measures }: { species: Species; measures: Measures }) {
  const grows = ({ value, low, high }: { value: number; low: number; high: number }) =>
    measures.sayEstimate({ value, low, high, because: '' }, 'cm')
  return (
    <Box flex={1} minW={0} w="100%">
      <Box
        as="dl"
        display="grid"
        gridTemplateColumns={{ base: '1fr', sm: '9rem 1fr' }}
        columnGap={3}
        rowGap={1}
        m={0}
        mb={4}
      >
        {sayKind(species, measures).map(([of, says]) => (
          <Box key={of} display="contents">
            <Box as="dt" color="pencil">
              {of}
            </Box>
            <Box as="dd" m={0} color={of === 'caution' ? 'clay' : 'ink'}>
              {says}
            </Box>
          </Box>
        ))}
      </Box>
      <Box overflowX="auto" tabIndex={0} role="region" aria-label="What it is expected to grow">
        <Box
          as="table"
          fontSize="sm"
          css={{ '& td, & th': { textAlign: 'left', padding: '3px 14px 3px 0' } }}
        >
          <Box as="caption" textAlign="left" color="pencil">
            expected growth in height a day, with the range of its books
          </Box>
          <thead>
            <tr>
              <th scope="col">light</th>
              <th scope="col">without gas</th>
              <th scope="col">with gas</th>
              <th scope="col">in air</th>
            </tr>
          </thead>
          <tbody>
            {priorTable(species).map(({ light, plain, gas, inAir }) => (
              <Box as="tr" key={light} borderTop="1px solid" borderColor="rule">
                <th scope="row">{light}</th>
                <td>{grows(plain)}</td>
                <td>{grows(gas)}</td>
                <td>{grows(inAir)}</td>
              </Box>
            ))}
          </tbody>
        </Box>
      </Box>
    </Box>
  )
}
