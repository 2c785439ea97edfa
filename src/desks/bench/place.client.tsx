'use client'

import { Box } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { createContext, useContext, useEffect, useRef, useState, type ReactNode } from 'react'
import { useTypeScale } from '@/ui/use-type-scale.client'
import type { Vessel } from '@/core/history/types'
import { Silhouette } from '@/ui/drawing/silhouette'
import type { PlaceContent } from './place'

/** Drawing is left to a script of its own: most places of a long bench are never looked at. */
const Drawing = dynamic(() => import('./drawing.client').then((module) => module.Drawing), {
  ssr: false,
})

type Silhouetted = Pick<Vessel, 'slug' | 'name' | 'lengthCm' | 'heightCm' | 'waterlineCm'>
interface Seen {
  content: PlaceContent | null
  problem: string | null
}
const Context = createContext<Seen>({ content: null, problem: null })

/** Places are fetched a little before they come into view. */
const BEFORE_VIEW = '400px'

/** Waits until its place comes near the view and fetches what stands there; a place that fails says so and leaves the others be. */
export function PlaceWatch({
  slug,
  problem,
  children,
}: {
  slug: string
  problem: string | null
  children: ReactNode
}) {
  const [seen, setSeen] = useState<Seen>({ content: null, problem })
  const mark = useRef<HTMLSpanElement>(null)
  useEffect(() => {
    const place = mark.current?.parentElement
    if (!place || problem !== null) return
    const leave = new AbortController()
    const watch = new IntersectionObserver(
      (entries) => {
        if (!entries.some((entry) => entry.isIntersecting)) return
        watch.disconnect()
        void fetchPlace(slug, leave.signal).then((found) => {
          if (!leave.signal.aborted) setSeen(found)
        })
      },
      { rootMargin: BEFORE_VIEW },
    )
    watch.observe(place)
    return () => {
      watch.disconnect()
      leave.abort()
    }
  }, [slug, problem])
  return (
    <Context.Provider value={seen}>
      <span ref={mark} hidden />
      {children}
    </Context.Provider>
  )
}

async function fetchPlace(slug: string, signal: AbortSignal): Promise<Seen> {
  try {
    const answer = (await (await fetch(`/api/tanks/${slug}/place`, { signal })).json()) as
      PlaceContent | { problem: string }
    return 'problem' in answer
      ? { content: null, problem: answer.problem }
      : { content: answer, problem: null }
  } catch {
    return { content: null, problem: 'Vivero did not answer' }
  }
}

/** What rulers and stakes take beside the glass, px. */
const MARGINS = { across: 46, down: 62 }

/** What the page leaves free on a narrow screen, px. */
const PAGE_MARGINS = 32

/** How wide a drawing may be on this screen, px; without end until the browser has said. */
function useRoom(): number {
  const [room, setRoom] = useState(Infinity)
  useEffect(() => {
    const read = () => setRoom(document.documentElement.clientWidth - PAGE_MARGINS)
    read()
    window.addEventListener('resize', read)
    return () => window.removeEventListener('resize', read)
  }, [])
  return room
}

export function PlaceDrawing({
  vessel,
  pixelsPerCm,
}: {
  vessel: Silhouetted
  /** At the usual size of type. */
  pixelsPerCm: number
}) {
  const { content } = useContext(Context)
  const fits = (useRoom() - MARGINS.across) / vessel.lengthCm
  const perCm = Math.min(pixelsPerCm * useTypeScale(), fits)
  const width = vessel.lengthCm * perCm + MARGINS.across
  const maxHeight = vessel.heightCm * perCm + MARGINS.down
  const title = `${vessel.name} from the front, to scale`
  const waiting = <Silhouette vessel={vessel} width={width} maxHeight={maxHeight} title={title} />
  return content ? (
    <Drawing
      content={content}
      width={width}
      maxHeight={maxHeight}
      title={title}
      waiting={waiting}
    />
  ) : (
    waiting
  )
}

/** What a tank has to say: as the page knew it, or as it was fetched; or why nothing can be said, and the way to put it away. */
export function PlaceSentence({
  sentence,
  putAway,
}: {
  sentence: string | null
  putAway: ReactNode
}) {
  const { content, problem } = useContext(Context)
  if (problem !== null) {
    return (
      <Box as="span" color="clay">
        could not be drawn: {problem}. {putAway}
      </Box>
    )
  }
  const says = content?.sentence ?? sentence
  return says === null ? (
    <Box as="span" color="pencil">
      is being looked at …
    </Box>
  ) : (
    <>{says}</>
  )
}
