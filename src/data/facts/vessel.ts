import { measuresAsked } from '../border/measures-here'
import type { Temporary, Version } from '@/core/history/dated'
import { saidOf, type Since } from '@/core/history/facts'
import { tankNow, vesselOn } from '@/core/history/tank-at'
import { sameFact } from '@/core/history/diff'
import type { Glass, TankHistory, VesselRecord } from '@/core/history/types'
import { outsideGlass } from '@/core/layout/outside-glass'
import { sayOutside } from '@/core/layout/outside-glass.words'
import { dayOf, type Instant } from '@/core/quantity/time'
import { actOn, saying } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import { refuseOvertaken } from '../stamp'
import { refuseEndBeforeBegin } from './for-a-while'
import type { Saying } from './saying'

/** What a vessel is called and where it is: true on every day, so that saying it otherwise puts it right. */
type VesselFacts = Pick<
  VesselRecord,
  'name' | 'kind' | 'altitudeM' | 'timeZone' | 'standsAt' | 'startedAt'
>
/** What the keeper says of a vessel: who it is, what it measures, and since when it measures that. */
export interface SaidVessel {
  facts: VesselFacts
  glass: Glass
  since: Since
  /** Measures that hold for a while only: drawn low for some weeks. */
  temporary: Temporary | null
}
/** What the form of the glass shows, for its stamp. */
export const shownOfVessel = ({
  name,
  kind,
  altitudeM,
  timeZone,
  standsAt,
  ...rest
}: VesselRecord) => [name, kind, altitudeM, timeZone, standsAt, rest.startedAt, rest.glass] as const

/**
 * Writes what the keeper says of a vessel. Its first day takes the layout, the ground and the first versions of that day along. Refuses
 * measures that would leave something outside the glass, and a first day after something was planted. Throws ValidationError or EntryRefused.
 */
export async function sayVessel(
  db: Database,
  slug: string,
  { facts, glass, since: asked, temporary }: SaidVessel,
  { id, seen, now: askedAt }: Saying,
): Promise<void> {
  await actOn(db, slug, saying(id, asked, askedAt), (story, { now, holdsFrom: since }) => {
    const today = dayOf(now)
    const shown = vesselOn(story.vessel, today)
    refuseOvertaken(
      seen,
      shownOfVessel(story.vessel),
      () =>
        `These were changed elsewhere meanwhile: ${shown.name}, ${[shown.lengthCm, shown.depthCm, shown.heightCm].map((cm) => measuresAsked().figure(cm, 'cm')).join(' × ')} ${measuresAsked().unit('cm')}. Yours are not written yet.`,
    )
    const outside = outsideGlass(tankNow(story, now), glass)
    if (outside.length > 0)
      throw new EntryRefused(
        outside.map((one) => ({ field: one.side, says: sayOutside(one, measuresAsked()) })),
      )
    refuseEndBeforeBegin(temporary, since)
    const moved = withFirstDay(story, facts.startedAt)
    const held =
      sameGlass(shown, glass) && temporary === null
        ? moved.vessel.glass
        : saidOf(moved.vessel.glass, glass, since, today, temporary)
    return { story: { ...moved, vessel: { ...moved.vessel, ...facts, glass: held } } }
  })
}

const sameGlass = (a: Glass, b: Glass) =>
  (['lengthCm', 'depthCm', 'heightCm', 'waterlineCm', 'glassMm', 'build'] as const).every((side) =>
    sameFact(a[side], b[side]),
  )

/** What began with the tank begins with it still: its first layout and ground, and whatever is known from its first day on. */
function withFirstDay(story: TankHistory, startedAt: Instant): TankHistory {
  const began = story.vessel.startedAt
  if (startedAt === began) return story
  const early = story.plantings.find(({ stands }) => stands[0].from < startedAt)
  if (early)
    throw new EntryRefused([
      {
        field: 'startedOn',
        says: `${early.stake} was planted before that, on ${early.stands[0].from.slice(0, 10)}.`,
      },
    ])
  const moved = (at: Instant) => (at === began ? startedAt : at)
  const all = <V extends { from: Instant }>(versions: readonly V[]): V[] =>
    versions.map((version) => ({ ...version, from: moved(version.from) }))
  return {
    ...story,
    vessel: {
      ...story.vessel,
      startedAt,
      glass: all(story.vessel.glass),
      care: all(story.vessel.care),
    },
    layouts: story.layouts.map((layout) => ({
      ...layout,
      from: moved(layout.from),
      ground: all(layout.ground).map((version) => ({
        ...version,
        is: { ...version.is, laidAt: moved(version.is.laidAt) },
      })),
    })),
    pieces: story.pieces.map((piece) => ({ ...piece, stands: all(piece.stands) })),
    equipment: story.equipment.map(
      (thing) => ({ ...thing, settings: all<Version<unknown>>(thing.settings) }) as typeof thing,
    ),
    sources: story.sources.map((source) => ({ ...source, analyses: all(source.analyses) })),
  }
}
