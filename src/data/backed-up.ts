import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Backup, CopyContent } from './at-rest/backup'
import type { Copies } from './at-rest/copies'
import type { Doomed } from './bench'
import type { Database } from './db'
import { readTank, writeTankFile } from './formats/tank-file'
import { writePrivately } from './at-rest/private'
import { dataDirectory } from './places'
import { EntryRefused } from './refused'
import { loadStory } from './story'

/** Where copies of a database are made; with the process, since the bundler loads this file once for each layer it builds. None for a database server. */
const shared = globalThis as unknown as {
  viveroCopies?: WeakMap<Database, Copies>
  viveroCopyFault?: { at: string; says: string } | null
}
const makers = (shared.viveroCopies ??= new WeakMap())

export function copiedBy(db: Database, copies: Copies): void {
  makers.set(db, copies)
}

export const copiesFor = (db: Database): Copies | null => makers.get(db) ?? null

/** Why the latest copy could not be made; null when it could. */
export const copyFault = () => shared.viveroCopyFault ?? null

/** Makes a copy and remembers how it went, for the bench. */
export async function makeCopy(copies: Copies): Promise<Backup & CopyContent> {
  try {
    const made = await copies.make().checked
    shared.viveroCopyFault = null
    return made
  } catch (error) {
    shared.viveroCopyFault = { at: new Date().toISOString(), says: sayFault(error) }
    throw error
  }
}

const sayFault = (error: unknown) => (error instanceof Error ? error.message : String(error))

/**
 * Makes a copy of the data before something large is written into them: what is to be written waits until all is in it, and not until it was looked into.
 * One that cannot be made stops nothing: what is to be written is whole or not at all, and can be taken back. Gives a remark in that case.
 */
export async function copiedFirst(db: Database): Promise<string | null> {
  try {
    await makers.get(db)?.make().packed
    return null
  } catch (error) {
    return `No copy of the data was made before it: ${sayFault(error)}`
  }
}

/** A copy that holds a tank to be deleted is kept for so long, whatever else is copied. */
const GRACE_DAYS = 30

/**
 * Makes a copy that holds a tank which is to be deleted for good, opens it and sees that the tank is in it with all its lines. It is not thinned away before
 * its day. Throws EntryRefused, and nothing may be deleted, where there is none.
 */
export async function keptBeforeDeletion(
  db: Database,
  { slug, name, lines }: Doomed,
  now: Date,
): Promise<{ until: string; in: string }> {
  const copies = makers.get(db)
  const until = new Date(now.getTime() + GRACE_DAYS * 86_400_000).toISOString().slice(0, 10)
  const refuse = (why: string) =>
    new EntryRefused([
      {
        field: '',
        says: `${name} is not deleted: before that a copy of the data is made and opened, and there is none. ${why}`,
      },
    ])
  if (!copies) {
    const kept = await keepTankFile(db, slug, until).catch((error: unknown) => {
      throw refuse(sayFault(error))
    })
    return { until, in: kept }
  }
  const made = await copies
    .make({ before: null, keptFor: { slug, until } })
    .checked.catch((error: unknown) => {
      throw refuse(sayFault(error))
    })
  const held = made.tanks.find((tank) => tank.slug === slug)
  if (!held || held.lines < lines) throw refuse(`The copy that was made does not hold all of it.`)
  return { until, in: made.file }
}

/** A database server is copied by its own means: beside those the story of the tank alone is kept as a tank file, and read again. Gives its name. */
async function keepTankFile(db: Database, slug: string, until: string): Promise<string> {
  const story = await loadStory(db, slug)
  if (!story) throw new Error('It could not be read.')
  const home = join(dataDirectory(), 'deleted')
  mkdirSync(home, { recursive: true, mode: 0o700 })
  const path = join(home, `${slug}-until-${until}-${Date.now()}.vivero-tank.json`)
  const written = writeTankFile(story)
  writePrivately(path, written)
  const read = await readTank(readFileSync(path), new Date().toISOString())
  if (!read.ok) throw new Error(read.problem)
  if (writeTankFile(read.value.story) !== written)
    throw new Error('Its tank file does not hold all of it.')
  return path
}
