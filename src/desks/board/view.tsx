import { boardOf } from '@/core/board/board'
import { between } from '@/core/board/between'
import { Box } from '@chakra-ui/react'
import { lifeHere } from '@/core/gardening/here/life-here'
import { tankNow } from '@/core/history/tank-at'
import type { Board } from '@/core/history/types'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { reckoned } from '@/data/analysis-cache'
import { measuresHere } from '@/data/border/measures-here'
import { kindsOf, plantable } from '@/data/facts/board'
import { stampOf } from '@/data/stamp'
import { storyOr404 } from '@/data/tank'
import { sayDay } from '@/ui/when'
import { BoardPage } from './board.client'
import { sayDifference } from './difference'
import { weigh } from './weighed'

/** The drawing board: the tank as it stands, or a draft of it, to be drawn by hand. */
export async function BoardDesk({ slug, draftId }: { slug: string; draftId: string | null }) {
  const story = await storyOr404(slug)
  const at = now()
  const tank = tankNow(story, at)
  const stood = boardOf(tank)
  if (!stood)
    return (
      <Box as="main" px={{ base: 3, md: 8 }} py={4} className="serif" fontSize="lg">
        Nothing is laid in {story.vessel.name} yet: its ground comes first.
      </Box>
    )
  const draft = story.drafts.find(({ id }) => id === draftId) ?? null
  const species = await plantable(await database())
  const measures = await measuresHere()
  const open = draft?.board ?? stood
  // With the page comes what it draws and weighs: nothing else flashes first.
  const weighed = reckoned(story, at, `board ${draft?.id ?? 'today'}, ${measures.system}`, (then) =>
    weigh(story, open, then, kindsOf(open, species), measures),
  )
  const { lengthCm, depthCm, heightCm, waterlineCm, glassMm, build } = tank.vessel
  return (
    <BoardPage
      key={draft?.id ?? 'today'}
      model={{
        slug,
        name: story.vessel.name,
        glass: { lengthCm, depthCm, heightCm, waterlineCm, glassMm, build },
        stood,
        stamp: stampOf(stood),
        draft: draft && {
          id: draft.id,
          name: draft.name,
          board: draft.board,
          stamp: stampOf(draft.board),
          sinceAltered: sayDifference(draft.basis, stood),
        },
        drafts: story.drafts.map((one) => ({
          id: one.id,
          name: one.name,
          board: one.board,
          says: `${countOf(stood, one.board)}, drawn ${sayDay(one.changedAt, story.vessel.timeZone, at)}`,
        })),
        weighed: weighed.ok ? weighed.value : null,
        species,
        equipment: tank.equipment,
        life: lifeHere(story, at),
      }}
    />
  )
}

function countOf(stood: Board, board: Board): string {
  const changed = between(stood, board).things.filter(({ fate }) => fate !== 'kept').length
  if (changed === 0) return 'as it stands'
  return changed === 1 ? 'one thing otherwise' : `${changed} things otherwise`
}
