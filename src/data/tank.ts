import { notFound } from 'next/navigation'
import type { TankHistory } from '@/core/history/types'
import { database } from './database'
import { loadStory } from './story'

/** The story of the tank in the address, or the page that says there is none. */
export async function storyOr404(slug: string): Promise<TankHistory> {
  const story = await loadStory(await database(), slug)
  return story ?? notFound()
}
