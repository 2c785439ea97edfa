import { eq } from 'drizzle-orm'
import { randomUUID } from 'node:crypto'
import type { Entry } from '@/core/history/entries'
import { sayChanges, type VesselFacts } from '@/core/history/vessel-changes'
import { currentLayout } from '@/core/history/lookup'
import type {
  Hardscape,
  Layout,
  Planting,
  Population,
  TankHistory,
  Vessel,
} from '@/core/history/types'
import { outsideGlass } from '@/core/layout/outside-glass'
import type { Instant } from '@/core/quantity/time'
import { layoutSchema, plantingSchema, populationSchema, vesselSchema } from './border/story-schema'
import { insertEntries } from './entries'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { refuseOvertaken } from './stamp'
import { writeTank } from './write'

/**
 * What stands on paper and can be put right: glass, lamp, gas, plantings, stones and wood, animals. Each write leaves a line in the
 * journal saying what it was before, since these facts keep no versions of their own.
 */
async function putRight(
  db: Database,
  slug: string,
  now: Instant,
  act: (tx: Database, story: TankHistory) => Promise<string | null>,
): Promise<void> {
  await writeTank(db, slug, async (tx, id, story) => {
    const text = await act(tx, story)
    if (text === null) return false
    const line: Entry = {
      id: randomUUID(),
      kind: 'note',
      at: now,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      text,
    }
    await insertEntries(tx, id, [{ entry: line, origin: null }])
  })
}

/**
 * Puts a vessel's facts, and the day it was set up, right; the layout and the ground of that first day go with it. Refuses measures
 * that would leave a planting or a stone outside the glass, and a first day after something was planted. Nothing changed: nothing is
 * written. Throws ValidationError or EntryRefused.
 */
export async function putVesselRight(
  db: Database,
  slug: string,
  facts: VesselFacts,
  startedAt: Instant,
  seen: string | null,
  now: Instant,
): Promise<void> {
  await putRight(db, slug, now, async (tx, story) => {
    refuseOvertaken(
      seen,
      glassStands(story.vessel),
      () =>
        `These were changed elsewhere meanwhile: ${story.vessel.name}, ${story.vessel.lengthCm} × ${story.vessel.depthCm} × ${story.vessel.heightCm} cm, lamp from ${story.vessel.lamp.onAt} for ${story.vessel.lamp.hours} h. Yours are not written yet.`,
    )
    const next = vesselSchema.validateSync({ ...story.vessel, ...facts }, { abortEarly: false })
    const outside = outsideGlass(story, facts)
    if (outside.length > 0)
      throw new EntryRefused(outside.map(({ side, says }) => ({ field: side, says })))
    const moved = startedAt !== story.vessel.startedAt
    const early = moved
      ? story.plantings.find((planting) => planting.plantedAt < startedAt)
      : undefined
    if (early)
      throw new EntryRefused([
        {
          field: 'startedOn',
          says: `${early.stake} was planted before that, on ${early.plantedAt.slice(0, 10)}.`,
        },
      ])
    const changes = [
      ...sayChanges(story.vessel, facts),
      ...(moved
        ? [`set up on ${story.vessel.startedAt.slice(0, 10)} → ${startedAt.slice(0, 10)}`]
        : []),
    ]
    if (changes.length === 0) return null
    if (moved) await moveFirstDay(tx, story, startedAt)
    const {
      name,
      kind,
      lengthCm,
      depthCm,
      heightCm,
      waterlineCm,
      altitudeM,
      lamp,
      gas,
      timeZone,
      standsAt,
    } = next as VesselFacts
    await tx
      .update(t.vessel)
      .set({
        name,
        kind,
        lengthCm,
        depthCm,
        heightCm,
        waterlineCm,
        altitudeM,
        lamp,
        gas,
        timeZone,
        standsAt,
      })
      .where(eq(t.vessel.id, story.vessel.id))
    return `Put right: ${changes.join('; ')}.`
  })
}

/** What the form of the glass shows, for its stamp. */
export const glassStands = ({
  name,
  kind,
  lengthCm,
  depthCm,
  heightCm,
  waterlineCm,
  altitudeM,
  lamp,
  gas,
  timeZone,
  standsAt,
  startedAt,
}: Vessel) => ({
  name,
  kind,
  lengthCm,
  depthCm,
  heightCm,
  waterlineCm,
  altitudeM,
  lamp,
  gas,
  timeZone,
  standsAt,
  startedAt,
})

/** What began with the tank begins with it still: its first layout, and the ground that was laid for it. */
async function moveFirstDay(tx: Database, story: TankHistory, startedAt: Instant): Promise<void> {
  const began = story.vessel.startedAt
  await tx
    .update(t.vessel)
    .set({ startedAt: new Date(startedAt) })
    .where(eq(t.vessel.id, story.vessel.id))
  for (const layout of story.layouts) {
    if (layout.from === began)
      await tx
        .update(t.layout)
        .set({ from: new Date(startedAt) })
        .where(eq(t.layout.id, layout.id))
    if (layout.ground.laidAt === began)
      await tx
        .update(t.layout)
        .set({ groundLaidAt: new Date(startedAt) })
        .where(eq(t.layout.id, layout.id))
  }
}

/** Puts a planting's name, zone, patch, number or day right. Throws ValidationError or EntryRefused. */
export async function putPlantingRight(
  db: Database,
  slug: string,
  plantingId: string,
  facts: Pick<Planting, 'name' | 'zone' | 'patch' | 'stems' | 'plantedAt' | 'perch'>,
  seen: string | null,
  now: Instant,
): Promise<void> {
  await putRight(db, slug, now, async (tx, story) => {
    const before = findPlanting(story, plantingId)
    refuseOvertaken(
      seen,
      before,
      () =>
        `${before.stake} was changed elsewhere meanwhile: ${before.name}, ${before.stems} in the ${before.zone}, at ${sayPatch(before)}. Yours is not written yet.`,
    )
    const next = plantingSchema.validateSync(
      { ...before, ...facts },
      { abortEarly: false },
    ) as Planting
    const changes = [
      before.name === next.name ? null : `it was called ${before.name}`,
      before.zone === next.zone ? null : `it stood in the ${before.zone}`,
      before.stems === next.stems ? null : `it had ${before.stems}`,
      JSON.stringify(before.patch) === JSON.stringify(next.patch)
        ? null
        : `it stood at ${sayPatch(before)}`,
      before.plantedAt === next.plantedAt
        ? null
        : `it was planted ${before.plantedAt.slice(0, 10)}`,
      samePerch(before.perch, next.perch) ? null : sayPerch(before.perch),
    ].filter((one): one is string => one !== null)
    if (changes.length === 0) return null
    const { name, zone, stems, perch } = next
    await tx
      .update(t.planting)
      .set({
        name,
        zone,
        stems,
        perch,
        patch: next.patch.map(([x, z]) => [x, z]),
        plantedAt: new Date(next.plantedAt),
      })
      .where(eq(t.planting.id, plantingId))
    return `${before.stake} ${next.name} put right: ${changes.join('; ')}.`
  })
}

/** Takes a planting out of the tank from `at` on, or puts it back where it was (null). Its record stays. Throws EntryRefused. */
export async function pullOut(
  db: Database,
  slug: string,
  plantingId: string,
  at: Instant | null,
  now: Instant,
): Promise<void> {
  await putRight(db, slug, now, async (tx, story) => {
    const before = findPlanting(story, plantingId)
    if (at !== null && at < before.plantedAt)
      throw new EntryRefused([
        { field: 'removedOn', says: `${before.stake} was not planted yet on that day.` },
      ])
    if ((at === null) === (before.removedAt === null)) return null
    await tx
      .update(t.planting)
      .set({ removedAt: at === null ? null : new Date(at) })
      .where(eq(t.planting.id, plantingId))
    return at === null
      ? `${before.stake} ${before.name} stands again: it was not pulled out after all.`
      : `Pulled out ${before.stake} ${before.name}.`
  })
}

/** Adds a piece of stone or wood to the current layout, or puts back one that was taken out. A label may stand once. Throws ValidationError or EntryRefused. */
export async function addPiece(
  db: Database,
  slug: string,
  piece: Hardscape,
  now: Instant,
): Promise<void> {
  await putRight(db, slug, now, async (tx, story) => {
    const layout = standingLayout(story)
    if (layout.hardscape.some((other) => other.id === piece.id)) return null
    if (layout.hardscape.some((other) => other.label.toLowerCase() === piece.label.toLowerCase()))
      throw new EntryRefused([{ field: 'label', says: `“${piece.label}” stands there already.` }])
    await savePieces(tx, layout, [...layout.hardscape, piece])
    const kept = story.layouts.filter(
      (other) => holdsOneTakenOut(other, story) && other.hardscape[0].id === piece.id,
    )
    for (const { id } of kept) await tx.delete(t.layout).where(eq(t.layout.id, id))
    return `${piece.label} (${piece.material}) ${kept.length > 0 ? 'stands again: it was not taken out after all' : 'put into the layout'}.`
  })
}

const TAKEN_OUT = 'Taken out: '
/** A past layout that was made to hold a piece taken out, and nothing but that: a layout that once stood, with one stone, is none. */
export const holdsOneTakenOut = (layout: Layout, story: TankHistory) =>
  layout.state === 'past' &&
  layout.name.startsWith(TAKEN_OUT) &&
  layout.hardscape.length === 1 &&
  story.plantings.every((planting) => planting.layoutId !== layout.id)

/**
 * Takes a piece out of the current layout. It is kept in a past layout of its own, for the lines that speak of it. Refused while
 * plants are kept on it. Throws EntryRefused.
 */
export async function takePieceOut(
  db: Database,
  slug: string,
  pieceId: string,
  now: Instant,
): Promise<void> {
  await putRight(db, slug, now, async (tx, story) => {
    const layout = standingLayout(story)
    const piece = layout.hardscape.find((candidate) => candidate.id === pieceId)
    if (!piece)
      throw new EntryRefused([
        { field: 'piece', says: 'This piece is not in the layout any more.' },
      ])
    const on = story.plantings.filter(
      (planting) => planting.perch?.hardscapeId === pieceId && planting.removedAt === null,
    )
    if (on.length > 0)
      throw new EntryRefused([
        {
          field: 'piece',
          says: `${on.map((planting) => planting.stake).join(', ')} ${on.length === 1 ? 'grows' : 'grow'} on it; pull that out first, or say where it grows now.`,
        },
      ])
    await savePieces(
      tx,
      layout,
      layout.hardscape.filter((candidate) => candidate.id !== pieceId),
    )
    await tx.insert(t.layout).values({
      id: randomUUID(),
      vesselId: story.vessel.id,
      name: `${TAKEN_OUT}${piece.label}`.slice(0, 120),
      state: 'past',
      from: new Date(layout.from),
      to: new Date(now),
      groundMaterial: layout.ground.material,
      groundLaidAt: new Date(layout.ground.laidAt),
      groundProfile: [...layout.ground.profile],
      hardscape: [piece],
    })
    return `${piece.label} (${piece.material}) taken out of the layout.`
  })
}

function standingLayout(story: TankHistory): Layout {
  const layout = currentLayout(story)
  if (!layout)
    throw new EntryRefused([{ field: 'piece', says: 'This tank has no current layout.' }])
  return layout
}

async function savePieces(
  tx: Database,
  layout: Layout,
  hardscape: readonly Hardscape[],
): Promise<void> {
  const checked = layoutSchema.validateSync(
    { ...layout, hardscape },
    { abortEarly: false },
  ) as Layout
  await tx
    .update(t.layout)
    .set({ hardscape: [...checked.hardscape] })
    .where(eq(t.layout.id, layout.id))
}

/** Adds animals of a kind, with their first count as an entry. A name may stand once in a tank. Throws ValidationError or EntryRefused. */
export async function addPopulation(
  db: Database,
  slug: string,
  population: Population,
  count: number,
): Promise<void> {
  const checked = populationSchema.validateSync(population, { abortEarly: false }) as Population
  await writeTank(db, slug, async (tx, id, story) => {
    if (story.populations.some((other) => other.id === checked.id)) return false
    if (story.populations.some((other) => other.name.toLowerCase() === checked.name.toLowerCase()))
      throw new EntryRefused([
        { field: 'name', says: `“${checked.name}” live there already; count them in the Book.` },
      ])
    await tx
      .insert(t.population)
      .values({ ...checked, vesselId: id, since: new Date(checked.since) })
    const first: Entry = {
      id: `${checked.id}.first`,
      kind: 'stock',
      at: checked.since,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      populationId: checked.id,
      event: 'added',
      count,
      plusMinus: 0,
    }
    await insertEntries(tx, id, [{ entry: first, origin: null }])
  })
}

function findPlanting(story: TankHistory, plantingId: string): Planting {
  const found = story.plantings.find((planting) => planting.id === plantingId)
  if (!found)
    throw new EntryRefused([{ field: 'planting', says: 'This planting is not in this tank.' }])
  return found
}

/** By value: the database keeps no order of keys. */
const samePerch = (a: Planting['perch'], b: Planting['perch']) =>
  a?.hardscapeId === b?.hardscapeId && a?.heightCm === b?.heightCm

const sayPerch = (perch: Planting['perch']) =>
  perch ? 'it grew on another piece or height' : 'it grew in the ground'

function sayPatch({ patch }: Planting): string {
  const [xs, zs] = [patch.map((point) => point[0]), patch.map((point) => point[1])]
  return `${Math.min(...xs)}–${Math.max(...xs)} cm from the left, ${Math.min(...zs)}–${Math.max(...zs)} from the front`
}
