import { SURENESSES } from '@/core/journal/sureness'
import type { EntryProblem } from '@/core/journal/faults'
import { mainKind } from '@/core/history/tank-at'
import type { KindShare, Species } from '@/core/history/types'
import { readNumber } from '@/core/quantity/read-number'

/** “Moss 20 %”, one a line: what grows in a planting beside its main kind; “, thought to be” where that is less sure, or surer, than the main one. */
export function sayOtherKinds(kinds: readonly KindShare[], species: readonly Species[]): string {
  const main = mainKind({ kinds })
  return kinds
    .filter((kind) => kind !== main)
    .map(({ speciesId, share, sure }) => {
      const name = species.find(({ id }) => id === speciesId)?.name ?? speciesId
      return `${name} ${Math.round(share * 100)} %${sure === main.sure ? '' : `, ${sure}`}`
    })
    .join('\n')
}

/** The kinds of a planting: the main one with what the others leave of it, or what is wrong with the lines. */
export function kindsFrom(
  main: Omit<KindShare, 'share'>,
  lines: string,
  known: readonly Species[],
): { kinds: KindShare[]; problems: EntryProblem[] } {
  const wrong = (says: string) => ({ kinds: [], problems: [{ field: 'also', says }] })
  const others: KindShare[] = []
  for (const line of lines
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)) {
    const match = /^(.+?)\s+([0-9]+(?:[.,][0-9]+)?)\s*%?(?:\s*,\s*([a-z ]+))?$/.exec(line)
    if (!match)
      return wrong(`“${line.slice(0, 40)}”: write a kind and its share, like “Moss 20 %”.`)
    const species = known.find(({ name }) => name.toLowerCase() === match[1].toLowerCase())
    if (!species)
      return wrong(
        `“${match[1].slice(0, 40)}” is not in the catalogue; plant it once to put it there.`,
      )
    const share = readNumber(match[2], 'The share')
    if (!share.ok) return wrong(share.problem)
    if (!(share.value > 0 && share.value < 100)) return wrong('A share lies between 0 and 100 %.')
    if (species.id === main.speciesId || others.some((other) => other.speciesId === species.id))
      return wrong(`${species.name} is named twice.`)
    const sure = SURENESSES.find((one) => one === match[3]?.trim())
    if (match[3] && !sure)
      return wrong(`“${match[3].slice(0, 40)}”: say sure, thought to be, or unknown.`)
    others.push({
      speciesId: species.id,
      share: share.value / 100,
      sure: sure ?? main.sure,
    })
  }
  const rest = 1 - others.reduce((sum, { share }) => sum + share, 0)
  if (rest < LEAST_SHARE) return wrong('Together they leave nothing for the kind above.')
  return { kinds: [{ ...main, share: Number(rest.toFixed(4)) }, ...others], problems: [] }
}
const LEAST_SHARE = 0.01
