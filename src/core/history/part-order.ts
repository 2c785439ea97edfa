import type { TankHistory } from './types'

/** The parts of a story of which there are several, but for its journal, which has an order of its own. */
type StoryPart = Exclude<
  {
    [K in keyof TankHistory]: TankHistory[K] extends readonly { id: string }[] ? K : never
  }[keyof TankHistory],
  'entries' | undefined
>
type Of<P extends StoryPart> = NonNullable<TankHistory[P]>[number]

/** By what the things of each part stand one after the other; what is alike in it stands by its id. */
const BY: { readonly [P in StoryPart]: (one: Of<P>) => string } = {
  layouts: ({ from }) => from,
  pieces: () => '',
  species: () => '',
  plantings: ({ stake }) => stake,
  equipment: () => '',
  populations: ({ name }) => name,
  sources: ({ name }) => name,
  products: ({ name }) => name,
  routines: ({ kind }) => kind,
  plans: ({ madeAt }) => madeAt,
  drafts: ({ madeAt }) => madeAt,
}

const byCode = (a: string, b: string) => {
  if (a === b) return 0
  return a < b ? -1 : 1
}

/** A part in its order: the same whichever database it comes from, after a restart as before. */
export function inPartOrder<P extends StoryPart>(part: P, records: readonly Of<P>[]): Of<P>[] {
  const by = BY[part] as (one: Of<P>) => string
  return [...records].sort((a, b) => byCode(by(a), by(b)) || byCode(a.id, b.id))
}

/** A story with every part in its order. */
export function inOrder(story: TankHistory): TankHistory {
  const parts = (Object.keys(BY) as StoryPart[]).map(
    (part) => [part, inPartOrder(part, story[part] as never)] as const,
  )
  return { ...story, ...Object.fromEntries(parts) }
}
