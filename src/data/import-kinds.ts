import { inArray } from 'drizzle-orm'
import type { Species, TankHistory } from '@/core/history/types'
import { shippedKind } from '@/core/plants/kinds'
import type { Instant } from '@/core/quantity/time'
import type { Database } from './db'
import { writeKind } from './facts/kinds'
import { EntryRefused } from './refused'
import * as t from './schema'
import { stampOf } from './stamp'
import { speciesOfRow } from './story-rows'

/** What a file says of kinds, which all tanks share. */
export interface KindsOfFile {
  /** Grown by the tank of the file and known to nobody here. */
  fresh: Species[]
  /** Known here, and otherwise in the file. */
  other: { here: Species; file: Species }[]
}

/** Which kinds of a file the keeper was shown and takes over. `id` begins the names of what is kept of it. */
export interface AcceptedKinds {
  ids: ReadonlySet<string>
  id: string
  now: Instant
}

/** The kinds a story grows or has drawn; what else a file lists is nobody’s. */
function kindsGrown({ species, plantings, drafts }: TankHistory): Species[] {
  const grown = new Set([
    ...plantings.flatMap(({ kinds }) => kinds.map(({ speciesId }) => speciesId)),
    ...drafts.flatMap(({ board, basis }) =>
      [...board.plantings, ...basis.plantings].map(({ speciesId }) => speciesId),
    ),
  ])
  return species.filter(({ id }) => grown.has(id))
}

async function knownHere(db: Database, kinds: readonly Species[]): Promise<Map<string, Species>> {
  const ids = kinds.map(({ id }) => id)
  // A set.
  const rows =
    ids.length === 0 ? [] : await db.select().from(t.species).where(inArray(t.species.id, ids))
  return new Map(rows.map((row) => [row.id, speciesOfRow(row)]))
}

/** What a file would have all tanks know, and what it says otherwise than is known here: to be shown before any of it is taken over. */
export async function kindsOfFile(db: Database, history: TankHistory): Promise<KindsOfFile> {
  const kinds = kindsGrown(history)
  const here = await knownHere(db, kinds)
  const found: KindsOfFile = { fresh: [], other: [] }
  for (const file of kinds) {
    const known = here.get(file.id) ?? shippedKind(file.id)
    if (known === null) found.fresh.push(file)
    else if (stampOf(known) !== stampOf(file)) found.other.push({ here: known, file })
  }
  return found
}

/**
 * Puts the kinds a story grows into the catalogue of this house. What is known here stays as it is, and so does what every Vivero knows, unless
 * the keeper took the file’s word for it; what came new was shown to him too. Each is kept with what was said before. Without `accepted` the story is of our
 * own making, and its kinds are those here. Gives remarks. Throws EntryRefused for a new kind that was not shown.
 */
export async function writeKinds(
  tx: Database,
  history: TankHistory,
  accepted: AcceptedKinds | undefined,
): Promise<string[]> {
  const kinds = kindsGrown(history)
  const here = await knownHere(tx, kinds)
  const kept: string[] = []
  for (const file of kinds) {
    const known = here.get(file.id) ?? null
    if (!accepted) {
      if (known === null) await tx.insert(t.species).values(file).onConflictDoNothing()
      else if (stampOf(known) !== stampOf(file)) kept.push(file.name)
      continue
    }
    const standing = known ?? shippedKind(file.id)
    if (standing !== null && known === null)
      await tx.insert(t.species).values(standing).onConflictDoNothing()
    if (stampOf(standing) === stampOf(file)) continue
    const { ids, id, now } = accepted
    if (ids.has(file.id))
      await writeKind(tx, {
        id: `${id}.${file.id}`.slice(0, 80),
        before: standing,
        after: file,
        now,
      })
    else if (standing !== null) kept.push(file.name)
    else
      throw new EntryRefused([
        {
          field: 'kinds',
          says: `The file grows ${file.name}, which nobody here knows; it comes with it only once that was shown. Read the file again.`,
        },
      ])
  }
  return kept.length > 0 ? [`${kept.join(', ')}: the figures already here were kept.`] : []
}
