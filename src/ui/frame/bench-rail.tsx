import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import type { Vessel } from '@/core/history/types'
import { Tally } from '../marks/tally'
import { KeysButton } from './keys.client'
import { LampSwitch } from './lamp-switch.client'

export interface RailVessel {
  vessel: Pick<Vessel, 'slug' | 'name' | 'lengthCm' | 'heightCm' | 'waterlineCm'>
  due: number
  late: boolean
}
const PIXELS_PER_CM = 0.62
const RAIL_HEIGHT = 40
/** Room for all silhouettes together: more vessels are drawn smaller, still all to one scale. */
const RAIL_WIDTH = 420
const MANY = 5
/** So many silhouettes stand on the rail; of a longer bench the ones around the open one. */
const MOST = 16

/** The vessels to show: all of a short bench, else a stretch of it that holds the open one. */
function stretchOf(vessels: readonly RailVessel[], open: string | null): readonly RailVessel[] {
  const at = Math.max(
    0,
    vessels.findIndex((item) => item.vessel.slug === open),
  )
  const from = Math.max(0, Math.min(at - MOST / 2, vessels.length - MOST))
  return vessels.slice(from, from + MOST)
}

/** The bench along the top: every vessel in true proportion, the open one inked, what is due as tally strokes. */
export function BenchRail({
  vessels: all,
  open,
  sentence,
  day,
}: {
  vessels: readonly RailVessel[]
  open: string | null
  sentence: string
  day: string
}) {
  const vessels = stretchOf(all, open)
  const more = all.length - vessels.length
  const scale = Math.min(
    PIXELS_PER_CM,
    RAIL_HEIGHT / Math.max(1, ...vessels.map((item) => item.vessel.heightCm)),
    RAIL_WIDTH /
      Math.max(
        1,
        vessels.reduce((sum, item) => sum + item.vessel.lengthCm, 0),
      ),
  )
  return (
    <Flex
      as="header"
      bg="margin"
      borderBottom="2px solid"
      borderColor="graphite"
      px={{ base: 4, md: 8 }}
      py={2}
      align="flex-end"
      gap={{ base: 3, md: 8 }}
      minH="74px"
      wrap="nowrap"
    >
      <Box as="nav" aria-label="Bench" overflowX="auto" flexShrink={1} minW={0}>
        <Flex
          as="ul"
          listStyleType="none"
          gap={{ base: 3, md: vessels.length > MANY ? 4 : 6 }}
          align="flex-end"
          m={0}
          p={0}
        >
          <Box as="li">
            <NextLink
              href="/"
              aria-current={open === null ? 'page' : undefined}
              style={{ textDecoration: 'none' }}
            >
              <Box
                fontSize="sm"
                fontWeight={open === null ? 700 : 450}
                borderBottom={open === null ? '2px solid' : '2px solid transparent'}
              >
                Bench
              </Box>
            </NextLink>
          </Box>
          {vessels.map((item) => (
            <RailItem
              key={item.vessel.slug}
              item={item}
              scale={scale}
              isOpen={item.vessel.slug === open}
            />
          ))}
          {more > 0 ? (
            <Box as="li" flexShrink={0} fontSize="sm">
              <NextLink href="/">and {more} more</NextLink>
            </Box>
          ) : null}
        </Flex>
      </Box>
      <Box
        className="serif"
        flex="1 0 300px"
        textAlign="center"
        fontSize="md"
        pb={2}
        display={{ base: 'none', lg: 'block' }}
      >
        {sentence}
      </Box>
      <Flex
        direction="column"
        align="flex-end"
        fontSize="sm"
        flexShrink={0}
        ml={{ base: 'auto', lg: 0 }}
      >
        <Box display={{ base: 'none', sm: 'block' }}>{day}</Box>
        <Flex gap={3} align="center" color="pencil">
          <LampSwitch />
          <KeysButton />
        </Flex>
      </Flex>
    </Flex>
  )
}

function RailItem({
  item: { vessel, due, late },
  scale,
  isOpen,
}: {
  item: RailVessel
  scale: number
  isOpen: boolean
}) {
  const [w, h] = [vessel.lengthCm * scale, vessel.heightCm * scale]
  return (
    <Box as="li" flexShrink={0}>
      <NextLink
        href={`/tanks/${vessel.slug}`}
        aria-current={isOpen ? 'page' : undefined}
        style={{ textDecoration: 'none' }}
      >
        <Flex align="flex-end" gap={1.5}>
          <svg width={w + 2} height={h + 2} aria-hidden="true">
            <rect
              x={1}
              y={1}
              width={w}
              height={h}
              fill={isOpen ? 'var(--chakra-colors-ink)' : 'var(--chakra-colors-paper)'}
              stroke="var(--chakra-colors-ink)"
              strokeWidth={1.2}
            />
            {isOpen ? null : (
              <line
                x1={1}
                x2={w + 1}
                y1={1 + (vessel.heightCm - vessel.waterlineCm) * scale}
                y2={1 + (vessel.heightCm - vessel.waterlineCm) * scale}
                stroke="var(--chakra-colors-water)"
                strokeWidth={1.2}
              />
            )}
          </svg>
          <Tally count={due} late={late} />
        </Flex>
        <Box fontSize="sm" fontWeight={isOpen ? 700 : 450}>
          {vessel.name}
        </Box>
      </NextLink>
    </Box>
  )
}
