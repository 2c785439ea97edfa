import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type { Backup } from './backup'

const NAME =
  /^vivero-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})(?:-before-([\w-]+)|-until-(\d{4}-\d{2}-\d{2})-of-([a-z0-9-]{1,80}))?\.tar\.gz$/

/** Why a copy is made, beside that it is time for one. */
export type CopyReason = Pick<Backup, 'before' | 'keptFor'>
export const USUAL: CopyReason = { before: null, keptFor: null }

/** What a copy is called. All that is known of it stands in its name: there is no list beside it that could be lost. */
export function nameOfCopy(at: Date, { before, keptFor }: CopyReason): string {
  const tag = keptFor ? `-until-${keptFor.until}-of-${keptFor.slug}` : ''
  const moment = at.toISOString().slice(0, 19).replaceAll(':', '-')
  return `vivero-${moment}${before ? `-before-${before}` : tag}.tar.gz`
}

/** Where the copies of a data directory lie. */
export const backupsOf = (directory: string) => join(directory, 'backups')

/** The copies in the place for copies of a data directory, the latest first. */
export const listBackups = (directory: string): Backup[] => copiesIn(backupsOf(directory))

/** The copies in a directory, the latest first; none where it is not there. */
export function copiesIn(home: string): Backup[] {
  if (!existsSync(home)) return []
  return readdirSync(home)
    .flatMap((file): Backup[] => {
      const match = NAME.exec(file)
      if (!match) return []
      const [, day, hour, minute, second, before = null, until, slug] = match
      const at = new Date(`${day}T${hour}:${minute}:${second}Z`)
      const path = join(home, file)
      const bytes = statSync(path, { throwIfNoEntry: false })?.size
      if (Number.isNaN(at.getTime()) || bytes === undefined) return []
      return [{ file, path, at, bytes, before, keptFor: slug ? { slug, until } : null }]
    })
    .sort((a, b) => b.at.getTime() - a.at.getTime())
}
