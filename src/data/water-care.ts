import { and, eq } from 'drizzle-orm'
import type { Product, Routine, SourceWater, TankHistory, WaterCare } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { careSchema, productSchema, sourceSchema } from './border/story-schema'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { refuseOvertaken } from './stamp'
import { writeTank } from './write'

/** What is kept of a vessel's water; `evaporationLitresPerDay` as once measured, or null where it is reckoned from top-ups. */
export interface KeptCare {
  care: WaterCare
  evaporationLitresPerDay: number | null
}

/** The parts of it that are changed apart from each other, each by a form of its own, and what that form shows. */
export const CARE_PARTS = {
  habits: ({ care, evaporationLitresPerDay }: KeptCare) => [
    care.bucketLitres,
    care.foodProteinPercent,
    evaporationLitresPerDay,
  ],
  bands: ({ care }: KeptCare) => [care.bands, care.school],
  school: ({ care }: KeptCare) => care.school,
} as const

/** Changes a part of what the keeper decided of a vessel's water, on what stands when it is written. `seen`: the stamp of the part as the page showed it. Throws ValidationError, EntryRefused or Overtaken. */
export async function changeCare(
  db: Database,
  slug: string,
  part: keyof typeof CARE_PARTS,
  seen: string | null,
  change: (kept: KeptCare) => KeptCare,
): Promise<void> {
  await writeTank(db, slug, async (tx, id, { vessel }) => {
    refuseOvertaken(
      seen,
      CARE_PARTS[part](vessel),
      () =>
        'This was changed elsewhere meanwhile. The page shows what stands now; yours is not written yet.',
    )
    const next = change(vessel)
    const care = careSchema.validateSync(next.care, { abortEarly: false }) as WaterCare
    await tx
      .update(t.vessel)
      .set({ care, evaporationLitresPerDay: next.evaporationLitresPerDay })
      .where(eq(t.vessel.id, id))
  })
}

/** Adds a source water or replaces the one of the same id. A name may stand once in a tank. Throws ValidationError or EntryRefused. */
export async function saveSource(
  db: Database,
  slug: string,
  source: SourceWater,
  seen: string | null,
): Promise<void> {
  const checked = sourceSchema.validateSync(source, { abortEarly: false }) as SourceWater
  await writeTank(db, slug, async (tx, id, story) => {
    const before = story.sources.find((other) => other.id === checked.id)
    if (before)
      refuseOvertaken(
        seen,
        before,
        () =>
          `“${before.name}” was changed elsewhere meanwhile. The page shows what stands now; yours is not written yet.`,
      )
    refuseTwin(story.sources, checked)
    await tx
      .insert(t.sourceWater)
      .values({ ...checked, vesselId: id })
      .onConflictDoUpdate({
        target: t.sourceWater.id,
        set: { ...checked },
        setWhere: eq(t.sourceWater.vesselId, id),
      })
  })
}

/** Adds a product or replaces the one of the same id. Throws ValidationError or EntryRefused. */
export async function saveProduct(
  db: Database,
  slug: string,
  product: Product,
  seen: string | null,
): Promise<void> {
  const checked = productSchema.validateSync(product, { abortEarly: false }) as Product
  await writeTank(db, slug, async (tx, id, story) => {
    refuseTwin(story.products, checked)
    const before = story.products.find((product) => product.id === checked.id)
    if (before)
      refuseOvertaken(
        seen,
        before,
        () =>
          `“${before.name}” was changed elsewhere meanwhile. The page shows what stands now; yours is not written yet.`,
      )
    const used = before && before.form !== checked.form ? dosesOf(story, checked.id) : 0
    if (used > 0)
      throw new EntryRefused([
        {
          field: 'form',
          says: `${used} ${used === 1 ? 'dose' : 'doses'} of it stand in the book in its former unit; put the other form on the shelf as a product of its own.`,
        },
      ])
    await tx
      .insert(t.product)
      .values({ ...checked, vesselId: id })
      .onConflictDoUpdate({
        target: t.product.id,
        set: { ...checked },
        setWhere: eq(t.product.vesselId, id),
      })
  })
}

/** Takes a product off the shelf. Doses of it keep its name; one that was ever dosed stays, or past balances would change. */
export async function removeProduct(db: Database, slug: string, productId: string): Promise<void> {
  await writeTank(db, slug, async (tx, id, story) => {
    const used = dosesOf(story, productId)
    if (used > 0)
      throw new EntryRefused([
        {
          field: 'name',
          says: `${used} ${used === 1 ? 'dose of this is' : 'doses of this are'} in the book; what ${used === 1 ? 'it' : 'they'} held must stay known.`,
        },
      ])
    await tx.delete(t.product).where(and(eq(t.product.id, productId), eq(t.product.vesselId, id)))
  })
}

/** Sets the routine of water changes: the rhythm that is due on the bench. `fresh` is the id for a tank that had none. */
export async function setChangeRoutine(
  db: Database,
  slug: string,
  everyDays: number,
  fraction: number,
  fresh: string,
  seen: string | null,
  now: Instant,
): Promise<void> {
  await writeTank(db, slug, async (tx, id, story) => {
    const before = story.routines.find((routine) => routine.kind === 'water-change')
    if (before && before.everyDays === everyDays && before.amount === fraction) return false
    refuseOvertaken(
      seen,
      before ?? null,
      () =>
        `Another rhythm was made the routine meanwhile: “${before?.says ?? 'none'}”. Yours is not written yet.`,
    )
    const routine: Omit<Routine, 'since'> = {
      id: before?.id ?? fresh,
      kind: 'water-change',
      everyDays,
      amount: fraction,
      says: `Water change, ${Math.round(fraction * 100)} %`,
    }
    await tx
      .insert(t.routine)
      .values({ ...routine, vesselId: id, since: new Date(now) })
      .onConflictDoUpdate({
        target: t.routine.id,
        set: { everyDays, amount: fraction, says: routine.says },
      })
  })
}

const dosesOf = (story: TankHistory, productId: string) =>
  story.entries.filter((entry) => entry.kind === 'dose' && entry.productId === productId).length

function refuseTwin(
  list: readonly { id: string; name: string }[],
  one: { id: string; name: string },
): void {
  if (
    list.some((other) => other.id !== one.id && other.name.toLowerCase() === one.name.toLowerCase())
  )
    throw new EntryRefused([{ field: 'name', says: `“${one.name}” stands on the list already.` }])
}
