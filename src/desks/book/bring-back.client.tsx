'use client'

import { sayProblems } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { bringBack } from './actions'

/** A former version of a line in the place of what stands, which is kept in its turn. */
export function BringBack({
  slug,
  entryId,
  revision,
  seen,
}: {
  slug: string
  entryId: string
  revision: number
  /** The revision that stands. */
  seen: number
}) {
  const { busy, refusal, send } = useSending()
  return (
    <>
      <Button
        look="quiet"
        size="line"
        busy={busy}
        onClick={() => void send(() => bringBack(slug, entryId, revision, seen))}
      >
        as it was
      </Button>
      <Problem says={refusal && sayProblems(refusal)} />
    </>
  )
}
