import type { TankHistory } from '@/core/history/types'

/** Stories by tank, good while the tank's revision stands, the one used last at the end. */
const shared = globalThis as unknown as {
  viveroStories?: Map<string, { revision: number; story: TankHistory; bytes: number }>
}
const stories = (shared.viveroStories ??= new Map())

/** A journal line with all that is kept beside it takes about this much memory, measured over a tank of 300 000 lines. */
const BYTES_PER_ENTRY = 800
const BYTES_PER_STORY = 50_000
/** Together they may take this much; a single larger one is kept alone. */
const CACHE_BYTES = 400_000_000

/** Keeps a story for the next reader; the ones not used for longest give way. */
export function keepStory(vesselId: string, revision: number, story: TankHistory): void {
  stories.delete(vesselId)
  stories.set(vesselId, {
    revision,
    story,
    bytes: BYTES_PER_STORY + story.entries.length * BYTES_PER_ENTRY,
  })
  let bytes = [...stories.values()].reduce((sum, kept) => sum + kept.bytes, 0)
  for (const [id, kept] of stories) {
    if (bytes <= CACHE_BYTES || id === vesselId) break
    bytes -= kept.bytes
    stories.delete(id)
  }
}

/** The story of a tank's row as last read, or null when the tank was written to since. */
export function keptStory(row: { id: string; revision: number }): TankHistory | null {
  const kept = stories.get(row.id)
  if (!kept || kept.revision !== row.revision) return null
  stories.delete(row.id)
  stories.set(row.id, kept)
  return kept.story
}
