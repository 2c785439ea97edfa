import { currentLayout } from '@/core/history/lookup'
import type { TankHistory } from '@/core/history/types'
import { sayDays } from '@/core/quantity/say'
import { dueNow, type DueTask } from '@/core/routine/due'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { listVessels, loadStory } from '@/data/story'
import { BenchRail } from '@/ui/frame/bench-rail'
import { sayLongDay } from '@/ui/when'

export interface BenchTank {
  story: TankHistory
  due: DueTask[]
}

/** Every tank's story with what is due in it, left to right. */
export async function benchTanks(): Promise<BenchTank[]> {
  const db = await database()
  const at = now()
  const tanks: BenchTank[] = []
  for (const vessel of await listVessels(db)) {
    const story = await loadStory(db, vessel.slug)
    if (story) tanks.push({ story, due: currentLayout(story) ? dueNow(story, at) : [] })
  }
  return tanks
}

/** What is due, in one sentence. */
export function dueSentence(tanks: readonly BenchTank[]): string {
  const all = tanks.flatMap(({ story, due }) => due.map((task) => ({ name: story.vessel.name, task })))
  if (tanks.length === 0) return 'The bench is empty.'
  if (all.length === 0) return 'Nothing is due today.'
  const first = all.reduce((a, b) => (b.task.daysLate > a.task.daysLate ? b : a))
  const what = first.task.says.charAt(0).toLowerCase() + first.task.says.slice(1)
  const when = first.task.daysLate > 0 ? `, ${sayDays(first.task.daysLate)} late` : ''
  const count = ['', 'One thing is', 'Two things are', 'Three things are', 'Four things are', 'Five things are', 'Six things are'][all.length] ?? `${all.length} things are`
  return `${count} due today; the ${first.task.daysLate > 0 ? 'latest' : 'first'} is ${first.name}’s ${what.split(',')[0]}${when}.`
}

/** The rail along the top with the open tank inked. */
export async function Rail({ open }: { open: string | null }) {
  const tanks = await benchTanks()
  const zone = tanks[0]?.story.vessel.timeZone ?? 'UTC'
  const vessels = tanks.map(({ story: { vessel }, due }) => ({
    vessel: { slug: vessel.slug, name: vessel.name, lengthCm: vessel.lengthCm, heightCm: vessel.heightCm, waterlineCm: vessel.waterlineCm }, due: due.length, late: due.some((task) => task.daysLate > 0),
  }))
  return <BenchRail vessels={vessels} open={open} sentence={dueSentence(tanks)} day={sayLongDay(now(), zone)} />
}
