'use client'

import { chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { JudgedReading } from '@/core/water/estimate/estimate'
import { sayProblems } from '@/ui/ask.client'
import { useKeptText } from '@/ui/kit/at-hand.client'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { sayUse } from '../actions'

type Use = 'always' | 'never'
const DOES: Record<Use, string> = { always: 'use it all the same', never: 'never use it' }

/** The keeper's word on a reading: reckoned with whatever the others say, or never, with the reason; and back. */
export function ReadingUse({ slug, reading }: { slug: string; reading: JudgedReading }) {
  const [asked, setAsked] = useState<Use | null>(null)
  const why = useKeptText(`use ${slug} ${reading.entryId}`)
  const { busy, refusal, send } = useSending()
  const say = async (use: Use | null) => {
    const answer = await send(() => sayUse(slug, reading.entryId, use, why.text))
    if (!answer.ok) return
    why.letGo()
    setAsked(null)
  }
  return (
    <>
      <Flex as="span" display="inline-flex" gap={3} ml={2} wrap="wrap">
        {(['always', 'never'] as const)
          .filter((use) => use !== reading.use)
          .map((use) => (
            <Button
              key={use}
              look="quiet"
              size="line"
              aria-expanded={asked === use}
              onClick={() => setAsked(asked === use ? null : use)}
            >
              {DOES[use]}
            </Button>
          ))}
        {reading.use ? (
          <Button look="quiet" size="line" busy={busy} onClick={() => void say(null)}>
            let the others decide
          </Button>
        ) : null}
      </Flex>
      {asked ? (
        <chakra.form
          mt={1}
          mb={2}
          onSubmit={(event) => {
            event.preventDefault()
            void say(asked)
          }}
        >
          <chakra.label>
            {DOES[asked]}, because{' '}
            <Input
              autoFocus
              value={why.text}
              onChange={(event) => why.write(event.target.value)}
              placeholder="if you like"
              minH="36px"
              w="260px"
            />
          </chakra.label>{' '}
          <Button look="paper" size="plain" type="submit" busy={busy}>
            Note it
          </Button>
        </chakra.form>
      ) : null}
      <Problem says={refusal && sayProblems(refusal)} />
    </>
  )
}
