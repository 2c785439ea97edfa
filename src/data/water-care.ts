import { and, eq } from 'drizzle-orm'
import { heldOn, since as version } from '@/core/history/dated'
import { saidOf, withFact, withNewFact, type Since } from '@/core/history/facts'
import { sourceOn } from '@/core/history/tank-at'
import type { Product, SourceWater, TankHistory, WaterCare } from '@/core/history/types'
import { dayOf } from '@/core/quantity/time'
import { actOn, saying } from './acts'
import { productSchema } from './border/story-schema'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { refuseOvertaken } from './stamp'
import { writeTank } from './write'
import type { Saying } from './facts/saying'

/** The parts of the care that are changed apart from each other, each by a form of its own, and what that form shows. */
export const CARE_PARTS = {
  habits: (care: WaterCare) => [
    care.bucketLitres,
    care.foodProteinPercent,
    care.evaporationLitresPerDay,
    care.feeding,
  ],
  bands: (care: WaterCare) => [care.bands, care.school],
  school: (care: WaterCare) => care.school,
  kits: (care: WaterCare) => care.kits ?? [],
  prices: (care: WaterCare) => care.prices ?? null,
} as const

interface SayingSince extends Saying {
  /** Since when it is so; null: all along. */
  since: Since
}

/** Changes a part of what the keeper decided of a vessel's water, on what stands when it is written. `seen`: the stamp of the part as the page showed it. Throws ValidationError, EntryRefused or Overtaken. */
export async function changeCare(
  db: Database,
  slug: string,
  part: keyof typeof CARE_PARTS,
  { id, seen, since: asked, now: askedAt }: SayingSince,
  change: (care: WaterCare) => WaterCare,
): Promise<void> {
  await actOn(db, slug, saying(id, asked, askedAt), (story, { now, holdsFrom: since }) => {
    const care = heldOn(story.vessel.care, dayOf(now))
    refuseOvertaken(
      seen,
      CARE_PARTS[part](care),
      () =>
        'This was changed elsewhere meanwhile. The page shows what stands now; yours is not written yet.',
    )
    const next = saidOf(story.vessel.care, change(care), since, dayOf(now))
    return { story: { ...story, vessel: { ...story.vessel, care: next } } }
  })
}

/** Adds a source water, known from the tank's first day on, or says what one holds: all along, or since a day. A name may stand once in a tank. Throws ValidationError or EntryRefused. */
export async function saveSource(
  db: Database,
  slug: string,
  source: SourceWater,
  { id: actId, seen, since: asked, now: askedAt }: SayingSince,
): Promise<void> {
  const { id, name, kind, ...analysis } = source
  await actOn(db, slug, saying(actId, asked, askedAt), (story, { now, holdsFrom: since }) => {
    refuseTwin(story.sources, source)
    const before = story.sources.find((other) => other.id === id)
    if (!before)
      return {
        story: withNewFact(story, 'sources', {
          id,
          name,
          kind,
          analyses: [version(story.vessel.startedAt, analysis)],
        }),
      }
    refuseOvertaken(
      seen,
      sourceOn(before, dayOf(now)),
      () =>
        `“${before.name}” was changed elsewhere meanwhile. The page shows what stands now; yours is not written yet.`,
    )
    const held = heldOn(before.analyses, dayOf(now))
    const same = (Object.keys(analysis) as (keyof typeof analysis)[]).every(
      (key) => analysis[key] === held[key],
    )
    return {
      story: withFact(story, 'sources', id, (one) => ({
        ...one,
        name,
        kind,
        analyses: same ? one.analyses : saidOf(one.analyses, analysis, since, dayOf(now)),
      })),
    }
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
  const row = { ...checked, releaseWeeks: checked.releaseWeeks ?? null }
  await writeTank(db, slug, async (tx, { id, story }) => {
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
      .values({ ...row, vesselId: id })
      .onConflictDoUpdate({
        target: t.product.id,
        set: row,
        setWhere: eq(t.product.vesselId, id),
      })
  })
}

/** Takes a product off the shelf. Doses of it keep its name; one that was ever dosed stays, or past balances would change. */
export async function removeProduct(db: Database, slug: string, productId: string): Promise<void> {
  await writeTank(db, slug, async (tx, { id, story }) => {
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
