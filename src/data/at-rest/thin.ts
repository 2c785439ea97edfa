import { rmSync } from 'node:fs'
import type { Backup } from './backup'
import { copiesIn } from './copy-names'
import { keptCopies } from './retention'

/** Copies made before one and the same migration that are kept: a start that was cut short makes another. */
const KEPT_OF_A_MIGRATION = 2

/** Those of some copies that may go on a day: past their age, and holding nothing that is promised to be kept. */
function pastTheirAge(all: readonly Backup[], today: string): Backup[] {
  const isPromised = ({ keptFor }: Backup) => keptFor !== null && keptFor.until >= today
  const usual = all.filter((one) => one.before === null && !isPromised(one))
  const kept = new Set(keptCopies(usual.map(({ at }) => at)).map((at) => at.getTime()))
  const ofItsMigration = ({ path, before }: Backup) =>
    all.filter((one) => one.before === before).findIndex((one) => one.path === path)
  return all.filter((one) => {
    if (isPromised(one)) return false
    return one.before ? ofItsMigration(one) >= KEPT_OF_A_MIGRATION : !kept.has(one.at.getTime())
  })
}

/** Takes the copies in a directory away that are past their age. */
export function thinCopies(home: string, now: Date): void {
  for (const { path } of pastTheirAge(copiesIn(home), now.toISOString().slice(0, 10)))
    rmSync(path, { force: true })
}
