import type { DueTask } from '@/core/routine/due'
import { sayLate } from '@/core/routine/due.words'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { dueOnBench, type BenchPlace } from '@/data/due'
import { BenchRail } from '@/ui/frame/bench-rail'
import { sayLongDay } from '@/ui/when'

/** How late a task is, days; one that was never written down is due, and nobody knows since when. */
const lateness = ({ daysLate, lastAt }: DueTask): number => (lastAt === null ? 0 : daysLate)

/** What is due, in one sentence. */
export function dueSentence(places: readonly BenchPlace[]): string {
  const all = places.flatMap(({ vessel, due }) => due.map((task) => ({ name: vessel.name, task })))
  if (places.length === 0) return 'The bench is empty.'
  if (all.length === 0) return 'Nothing is due today.'
  const first = all.reduce((a, b) => (lateness(b.task) > lateness(a.task) ? b : a))
  const what = first.task.says.charAt(0).toLowerCase() + first.task.says.slice(1)
  const late = lateness(first.task) > 0 ? sayLate(first.task) : ''
  const when = late && `, ${late}`
  const count =
    [
      '',
      '',
      'Two things are',
      'Three things are',
      'Four things are',
      'Five things are',
      'Six things are',
    ][all.length] ?? `${all.length} things are`
  if (all.length === 1)
    return `One thing is due today in ${first.name}: ${what.split(',')[0]}${when}.`
  return `${count} due today; the ${late ? 'latest' : 'first'} in ${first.name}: ${what.split(',')[0]}${when}.`
}

/** Whether a tank holds no water to speak of: desks of water are none of its. */
export async function isDry(slug: string): Promise<boolean> {
  const places = await dueOnBench(await database(), now())
  return places.some(({ vessel }) => vessel.slug === slug && vessel.kind === 'terrarium')
}

/** The rail along the top with the open tank inked. */
export async function Rail({ open }: { open: string | null }) {
  const at = now()
  const places = await dueOnBench(await database(), at)
  const zone = places[0]?.vessel.timeZone ?? 'UTC'
  const vessels = places.map(({ vessel, due }) => ({
    vessel: {
      slug: vessel.slug,
      name: vessel.name,
      lengthCm: vessel.lengthCm,
      heightCm: vessel.heightCm,
      waterlineCm: vessel.waterlineCm,
    },
    due: due.length,
    late: due.some((task) => task.daysLate > 0),
  }))
  return (
    <BenchRail
      vessels={vessels}
      open={open}
      sentence={dueSentence(places)}
      day={sayLongDay(at, zone)}
    />
  )
}
