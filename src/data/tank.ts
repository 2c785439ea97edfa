import { notFound } from 'next/navigation'
import type { TankHistory } from '@/core/history/types'
import { database } from './database'
import { EntryRefused } from './refused'
import { loadStoryWithKin } from './story'

/** The story of the tank in the address, or the page that says there is none. */
export async function storyOr404(slug: string): Promise<TankHistory> {
  const story = await loadStoryWithKin(await database(), slug)
  return story ?? notFound()
}

/** The story of the tank an action names. Throws EntryRefused where there is none, or where what came is no name. */
export async function storyOrRefuse(slug: unknown): Promise<TankHistory> {
  const story = typeof slug === 'string' ? await loadStoryWithKin(await database(), slug) : null
  if (!story)
    throw new EntryRefused([
      {
        field: 'tank',
        says: 'There is no tank of that name here (any more). Go back to the bench.',
      },
    ])
  return story
}
