import { Box, Flex } from '@chakra-ui/react'
import { diagnoses, type Diagnosis } from '@/core/gardening/leaves/diagnosis'
import { BY_NEW_LEAVES, CAUSE_WORDS, sayLook } from '@/core/gardening/leaves/leaves.words'
import { LEAF_LOOKS } from '@/core/journal/kinds/leaf'
import { instantOf } from '@/core/quantity/time'
import { reckoned } from '@/data/analysis-cache'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { Section, TankName } from '@/ui/frame/desk-frame'
import NextLink from '@/ui/page-link'
import { sayDay } from '@/ui/when'
import { PlantsFrame } from '../pages'
import { DiagnosisNote } from './diagnosis-note'
import { LeafDrawing } from './leaf-drawing'

/** Leaves: what they show, what lies behind it, what would settle it, and what each school would do. */
export async function LeavesPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const { at, found } = reckoned(story, now(), 'leaves', (at) => ({
    at,
    found: diagnoses(story, at),
  }))
  const { timeZone, name } = story.vessel
  return (
    <PlantsFrame
      slug={slug}
      page="/leaves"
      title={
        <>
          <TankName>{name}</TankName> {sentenceOf(found)}
        </>
      }
      aside={found.length > 0 ? BY_NEW_LEAVES : null}
    >
      {found.map((one, i) => (
        <DiagnosisNote
          key={one.seen.entryId}
          diagnosis={one}
          above={found.slice(0, i)}
          measures={measures}
          say={(day) => sayDay(instantOf(day), timeZone, at)}
        />
      ))}
      <Section title="Write down what leaves show">
        <Looks slug={slug} />
        <Box fontSize="sm" color="pencil" mt={2}>
          Old leaves tell what a plant moves to its new ones when it runs short; new growth tells
          what it cannot move. Look at both.
        </Box>
      </Section>
    </PlantsFrame>
  )
}

function Looks({ slug }: { slug: string }) {
  return (
    <Flex as="ul" listStyleType="none" m={0} p={0} gap={2} wrap="wrap">
      {LEAF_LOOKS.map((look) => (
        <Box as="li" key={look}>
          <NextLink
            href={`/tanks/${slug}/book?log=leaf&look=${encodeURIComponent(look)}`}
            style={{ textDecoration: 'none' }}
          >
            <Box
              as="span"
              display="flex"
              flexDirection="column"
              alignItems="center"
              w="104px"
              minH="96px"
              h="100%"
              pb={1}
              pt={2}
              border="1px solid"
              borderColor="rule"
              fontSize="sm"
              textAlign="center"
              color="ink"
            >
              <LeafDrawing look={look} />
              {look}
            </Box>
          </NextLink>
        </Box>
      ))}
    </Flex>
  )
}

function sentenceOf(found: readonly Diagnosis[]): string {
  const first = found.find(({ explanations }) => explanations.length > 0)
  if (!first) return 'shows no leaf that ails.'
  const [top] = first.explanations
  return `shows ${sayLook(first.seen)} at ${first.planting.stake}: ${top.odds >= 0.5 ? 'likely' : 'perhaps'} ${CAUSE_WORDS[top.cause]}.`
}
