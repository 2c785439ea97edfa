import { inArray, sql } from 'drizzle-orm'
import { mainKind } from '@/core/history/tank-at'
import type { LayoutRecord, PlantingRecord, TankHistory } from '@/core/history/types'
import { nextStake } from '@/core/layout/next-stake'
import { rowsOf, type Database } from './db'
import { LIST_PARTS, ownersOf } from './fact-rows'
import { EntryRefused } from './refused'
import * as t from './schema'
import { stampOf } from './stamp'
import { othersFirst, pacer } from './yield'

export const PARTS = [...LIST_PARTS, 'plans'] as const
type StoryPart = (typeof PARTS)[number]
const SAY_PART: Record<StoryPart, string> = {
  layouts: 'layout',
  pieces: 'piece',
  plantings: 'planting',
  equipment: 'thing',
  populations: 'kind of animal',
  sources: 'source water',
  products: 'product',
  routines: 'routine',
  plans: 'plan',
  drafts: 'draft',
}

/** So many names are told; the rest are counted. */
const MOST_NAMED = 8

/** What of a file was left out because it stands here otherwise under the same id: things by their names, lines by their number. */
export async function leftAsHere(file: TankHistory, here: TankHistory): Promise<string[]> {
  const named = PARTS.flatMap((part) => {
    const own = new Map((here[part] as readonly { id: string }[]).map((item) => [item.id, item]))
    return (file[part] as readonly { id: string }[])
      .filter((item) => own.has(item.id) && differ(own.get(item.id), item))
      .map((item) => `${SAY_PART[part]} ${nameOf(item)}`)
  })
  const lines = new Map(here.entries.map((entry) => [entry.id, entry]))
  const pace = pacer(othersFirst)
  let changed = 0
  for (const entry of file.entries) {
    const own = lines.get(entry.id)
    if (own !== undefined && differ(own, entry)) changed++
    await pace()
  }
  const more = named.length > MOST_NAMED ? [`${named.length - MOST_NAMED} more`] : []
  const told = [...named.slice(0, MOST_NAMED), ...more]
  return [
    ...(told.length > 0
      ? [`Left as it stands here, though the file has it otherwise: ${told.join(', ')}.`]
      : []),
    ...(changed > 0
      ? [
          `${changed === 1 ? 'One line reads' : `${changed} lines read`} otherwise in the file; what stands here was kept.`,
        ]
      : []),
  ]
}

/** By what they hold; most are alike to the letter, and a mark of those need not be made. */
const differ = (a: unknown, b: unknown) =>
  JSON.stringify(a) !== JSON.stringify(b) && stampOf(a) !== stampOf(b)

function nameOf(item: { id: string }): string {
  const { stake, name, label, says, title } = item as Partial<
    Record<'stake' | 'name' | 'label' | 'says' | 'title', string>
  >
  return `“${stake ?? label ?? title ?? name ?? says ?? item.id}”`
}

/** The parts of a file that the tank here does not have, fitted to what it has: a taken stake gives way to a free one, a second standing layout comes as a past one. */
export function missingParts(file: TankHistory, here: TankHistory, remarks: string[]): TankHistory {
  const lacking = Object.fromEntries(
    PARTS.map((part) => {
      const known = new Set((here[part] as readonly { id: string }[]).map(({ id }) => id))
      return [part, (file[part] as readonly { id: string }[]).filter((item) => !known.has(item.id))]
    }),
  ) as unknown as Pick<TankHistory, StoryPart>
  const isLaid = ({ draft, to }: LayoutRecord) => !draft && to === null
  const standing = here.layouts.find(isLaid)
  const layouts = lacking.layouts.map((layout): LayoutRecord => {
    if (!isLaid(layout) || !standing) return layout
    remarks.push(
      `“${layout.name}” is the standing layout of the file; here “${standing.name}” stands, so the other came as a past one.`,
    )
    return { ...layout, to: layout.from }
  })
  const taken = here.plantings.map(({ stake }) => stake)
  const plantings = lacking.plantings.map((planting): PlantingRecord => {
    const stake = taken.includes(planting.stake) ? freeStake(planting, taken, file) : planting.stake
    if (stake !== planting.stake)
      remarks.push(`The stake ${planting.stake} is taken here; ${planting.name} got ${stake}.`)
    taken.push(stake)
    return { ...planting, stake }
  })
  return { ...file, ...lacking, layouts, plantings }
}

function freeStake(
  planting: PlantingRecord,
  taken: readonly string[],
  { species }: TankHistory,
): string {
  const { speciesId } = mainKind(planting)
  const group = species.find(({ id }) => id === speciesId)?.group
  return nextStake(
    group ?? 'stem-fast',
    taken.map((stake) => ({ stake })),
  )
}

const ID_BATCH = 1000

/** Nothing of a file may carry the id of a thing in another tank: what speaks of it would speak of the other's. Throws EntryRefused. */
export async function refuseForeign(tx: Database, history: TankHistory): Promise<void> {
  const own = history.vessel.id
  const foreign: string[] = []
  for (const part of PARTS) {
    // A piece has its id within its tank.
    if (part === 'pieces') continue
    const ids = (history[part] as readonly { id: string }[]).map((item) => item.id)
    const owners = part === 'plans' ? await ownersOfPlans(tx, ids) : await ownersOf(tx, part, ids)
    const stranger = owners.find(({ vesselId }) => vesselId !== own)
    if (stranger) foreign.push(`${SAY_PART[part]} “${stranger.id}”`)
  }
  const owners = await ownersOfLines(tx, history.entries)
  const entries = [...owners.values()].filter((vesselId) => vesselId !== own).length
  if (entries > 0) foreign.push(`${entries} entries`)
  if (foreign.length > 0)
    throw new EntryRefused([
      { field: '', says: `Parts of this file belong to another tank here: ${foreign.join(', ')}.` },
    ])
}

/** Whose lines of given ids are that stand here, struck out ones too; in steps that let others in. */
export async function ownersOfLines(
  db: Database,
  entries: TankHistory['entries'],
): Promise<Map<string, string>> {
  const owners = new Map<string, string>()
  for (let i = 0; i < entries.length; i += ID_BATCH) {
    const ids = entries.slice(i, i + ID_BATCH).map(({ id }) => id)
    const found = rowsOf(
      await db.execute(
        sql`select id, vessel_id from ${t.entry} where id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`,
      ),
    )
    for (const { id, vessel_id } of found) owners.set(String(id), String(vessel_id))
    await othersFirst()
  }
  return owners
}

// A set.
const ownersOfPlans = async (tx: Database, ids: readonly string[]) =>
  ids.length === 0
    ? []
    : tx
        .select({ id: t.plan.id, vesselId: t.plan.vesselId })
        .from(t.plan)
        .where(inArray(t.plan.id, [...ids]))
