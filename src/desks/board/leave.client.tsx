'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { sayProblems, type Answer, type Sending } from '@/ui/ask.client'
import { newId } from '@/ui/new-id'
import { Overtaken } from '@/ui/overtaken'
import NextLink from '@/ui/page-link'
import { useSending } from '@/ui/use-sending.client'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'
import { dropTheDraft, keepTheDraft, layTheBoard } from './actions'
import type { BoardModel } from './model'
import type { BoardInHand } from './use-board.client'

type Act = (sending: Sending) => Promise<Answer<string>>

/** The three ways off the board: it was so all along, stands so from today, or a draft. It stands beside the title: in sight while one draws. */
export function Leave({
  model,
  hand,
  changed,
  leaving,
}: {
  model: BoardModel
  hand: BoardInHand
  changed: boolean
  leaving: Leaving
}) {
  const { busy, refusal, said, insist, lay } = leaving
  return (
    <Box
      as="section"
      aria-label="Off the board"
      flex={{ md: '0 1 40rem' }}
      minW={0}
      // On a phone the drawing is nearer to hand where nothing was drawn yet.
      display={{ base: changed ? 'block' : 'none', md: 'block' }}
    >
      <Flex columnGap={3} rowGap={1} align="center" wrap="wrap" fontSize="sm">
        <Box as="span" className="serif" fontSize="md">
          What you drew
        </Box>
        <Button
          look="paper"
          size="plain"
          busy={busy}
          disabled={!changed}
          onClick={() => lay('all-along')}
        >
          was so all along
        </Button>
        <Button
          look="ink"
          size="plain"
          busy={busy}
          disabled={!changed}
          onClick={() => lay('today')}
        >
          stands so from today
        </Button>
        <AsDraft model={model} leaving={leaving} />
        {changed ? (
          <Button look="quiet" size="line" onClick={hand.beginAgain}>
            begin again from what stands
          </Button>
        ) : null}
      </Flex>
      {refusal?.overtaken ? (
        <Overtaken says={sayProblems(refusal)} busy={busy} onInsist={insist} />
      ) : (
        <Problem says={refusal && sayProblems(refusal)} />
      )}
      <Box role="status" color="moss" fontSize="sm">
        {said}
      </Box>
    </Box>
  )
}

/** What is sent, and where the page goes when it was written. */
export function useLeaving({ slug, draft, stamp }: BoardModel, hand: BoardInHand) {
  const router = useRouter()
  const { busy, refusal, send } = useSending(draft ? draft.stamp : hand.begunOn)
  const [said, setSaid] = useState<string | null>(null)
  const [last, setLast] = useState<{ act: Act; then: () => void } | null>(null)
  const run = async (act: Act, then: () => void, overruling?: string) => {
    setSaid(null)
    setLast({ act, then })
    const answer = await send(act, overruling)
    if (!answer.ok) return
    setSaid(answer.value)
    then()
    router.refresh()
  }
  const here = `/tanks/${slug}/board`
  return {
    busy,
    refusal,
    said,
    insist: () => last && void run(last.act, last.then, refusal?.overtaken),
    keep: (id: string, name: string) => {
      const known = draft?.id === id
      void run(
        (sending) =>
          keepTheDraft(slug, id, name, hand.board, known ? sending : { ...sending, seen: null }),
        () => {
          // What was drawn lives in the draft now; the board of the tank is the tank again.
          if (!draft) hand.beginAgain()
          router.push(`${here}?draft=${id}`)
        },
      )
    },
    lay: (holds: 'all-along' | 'today') =>
      void run(
        (sending) =>
          layTheBoard(slug, hand.board, holds, draft ? { ...sending, seen: stamp } : sending),
        () => {
          hand.forget()
          if (draft) router.push(here)
        },
      ),
    drop: (id: string) =>
      void run(
        (sending) => dropTheDraft(slug, id, sending),
        () => {
          if (id === draft?.id) router.push(here)
        },
      ),
  }
}
type Leaving = ReturnType<typeof useLeaving>

function AsDraft({ model: { draft }, leaving }: { model: BoardModel; leaving: Leaving }) {
  const { busy, keep } = leaving
  const [name, setName] = useState(draft?.name ?? '')
  return (
    <Flex as="span" gap={2} align="center" wrap="wrap">
      <chakra.label fontSize="sm" color="pencil">
        is a draft, called{' '}
        <Input
          value={name}
          onChange={(event) => setName(event.target.value)}
          maxLength={60}
          w="130px"
          color="ink"
        />
      </chakra.label>
      {draft ? (
        <Button look="paper" size="plain" busy={busy} onClick={() => keep(draft.id, name)}>
          keep this draft
        </Button>
      ) : null}
      <Button look="paper" size="plain" busy={busy} onClick={() => keep(newId(), name)}>
        {draft ? 'keep it as another' : 'keep it as a draft'}
      </Button>
    </Flex>
  )
}

/** Links that stand under each other are as high as a finger asks for. */
const FINGER_WIDE = {
  '& a': { display: 'inline-block', minHeight: '32px', lineHeight: '32px' },
}

/** The drafts that are kept, at the foot of the page. */
export function Drafts({
  model: { slug, draft, drafts },
  leaving,
}: {
  model: BoardModel
  leaving: Leaving
}) {
  if (drafts.length === 0) return null
  return (
    <Box mt={2}>
      <Box as="h2" className="serif" fontSize="lg" fontWeight={620}>
        Drafts
      </Box>
      <Box as="ul" listStyleType="none" p={0} m={0} css={FINGER_WIDE}>
        {drafts.map((one) => (
          <Flex as="li" key={one.id} gap={4} align="baseline" wrap="wrap">
            <Box
              as="span"
              fontWeight={one.id === draft?.id ? 650 : 430}
              color="water"
              textDecoration="underline"
            >
              <NextLink href={`/tanks/${slug}/board?draft=${one.id}`}>{one.name}</NextLink>
            </Box>
            <Box as="span" fontSize="sm" color="pencil">
              {one.says}
            </Box>
            <Button
              look="clay"
              size="line"
              busy={leaving.busy}
              onClick={() => leaving.drop(one.id)}
              aria-label={`put ${one.name} away`}
            >
              put it away
            </Button>
          </Flex>
        ))}
        {draft ? (
          <Box as="li" color="water" textDecoration="underline" fontSize="sm">
            <NextLink href={`/tanks/${slug}/board`}>the tank as it stands</NextLink>
          </Box>
        ) : null}
      </Box>
    </Box>
  )
}
