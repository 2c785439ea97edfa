import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/pglite'
import { rowsOf } from '../db'
import type { Backup } from './backup'
import { packDirectory, unpackInto } from './archive'
import { openDurable } from './durable-fs'
import { makePrivate, syncPath } from './private'
import { keptCopies } from './retention'

const NAME = /^vivero-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})(?:-before-(\w+))?\.tar\.gz$/
const nameAt = (at: Date, before: string | null) =>
  `vivero-${at.toISOString().slice(0, 19).replaceAll(':', '-')}${before ? `-before-${before}` : ''}.tar.gz`
/** Copies made before one and the same migration that are kept: a start that was cut short makes another. */
const KEPT_OF_A_MIGRATION = 2

/** Where the copies of a data directory lie. */
export const backupsOf = (directory: string) => join(directory, 'backups')

/** The copies there are, the latest first. */
export function listBackups(directory: string): Backup[] {
  const home = backupsOf(directory)
  if (!existsSync(home)) return []
  return readdirSync(home)
    .flatMap((file): Backup[] => {
      const match = NAME.exec(file)
      if (!match) return []
      const [, day, hour, minute, second, before = null] = match
      const at = new Date(`${day}T${hour}:${minute}:${second}Z`)
      const path = join(home, file)
      return Number.isNaN(at.getTime())
        ? []
        : [{ file, path, at, bytes: statSync(path).size, before }]
    })
    .sort((a, b) => b.at.getTime() - a.at.getTime())
}

/** Copies a cluster into an empty directory while nobody writes to it. */
export type CopyCluster = (into: string) => Promise<void>

/**
 * Makes a copy of the running data: the cluster is copied while writes wait (a fraction of a second for a usual one), packed beside that, and put
 * in its place whole. What a fall left half made is taken away first. Then copies past their age go. `before` names the migration before which it
 * is made. Gives the new one.
 */
export async function makeBackup(
  directory: string,
  copyCluster: CopyCluster,
  at: Date,
  before: string | null = null,
): Promise<Backup> {
  const home = backupsOf(directory)
  mkdirSync(home, { recursive: true, mode: 0o700 })
  for (const file of readdirSync(home))
    if (file.endsWith('.part')) rmSync(join(home, file), { recursive: true, force: true })
  const file = nameAt(at, before)
  const path = join(home, file)
  const [copied, packed] = [`${path}.copy.part`, `${path}.part`]
  try {
    await copyCluster(copied)
    await packDirectory(copied, packed)
    syncPath(packed)
    renameSync(packed, path)
    syncPath(home)
  } finally {
    rmSync(copied, { recursive: true, force: true })
    rmSync(packed, { force: true })
  }
  dropOld(directory)
  return { file, path, at, bytes: statSync(path).size, before }
}

function dropOld(directory: string): void {
  const all = listBackups(directory)
  const usual = all.filter(({ before }) => before === null)
  const kept = new Set(keptCopies(usual.map(({ at }) => at)).map((at) => at.getTime()))
  const ofItsMigration = ({ path, before }: Backup) =>
    all.filter((one) => one.before === before).findIndex((one) => one.path === path)
  for (const backup of all) {
    const stays = backup.before
      ? ofItsMigration(backup) < KEPT_OF_A_MIGRATION
      : kept.has(backup.at.getTime())
    if (!stays) rmSync(backup.path, { force: true })
  }
}

/** What a copy holds, seen by opening it: how many tanks and lines. Throws for one that cannot be opened. It takes the room of a second cluster for as long. */
export async function checkBackup(path: string): Promise<{ tanks: number; lines: number }> {
  const room = `${path}.check.part`
  rmSync(room, { recursive: true, force: true })
  try {
    await unpackInto(path, room)
    makePrivate(room)
    const engine = await openDurable(room, (sentence) => {
      throw new Error(sentence)
    })
    try {
      const [row] = rowsOf(
        await drizzle(engine).execute(
          sql`select (select count(*) from vessel) as tanks, (select count(*) from entry) as lines`,
        ),
      )
      return { tanks: Number(row.tanks), lines: Number(row.lines) }
    } finally {
      await engine.close()
    }
  } finally {
    rmSync(room, { recursive: true, force: true })
  }
}
