import type { Species } from '../history/types'
import { factsOf } from './kinds'

/** Small letters without their accents: “Échinodorus” is sought as “echino”. */
const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '')
    .toLowerCase()

/**
 * Kinds by what is typed of their name: every word must begin a word of the name, of a name it goes by, or of its
 * group; those whose name begins with it come first, then those that go by it.
 * All of them, in their order, where nothing is typed.
 */
export function findKinds<T extends Pick<Species, 'id' | 'name' | 'group' | 'own'>>(
  kinds: readonly T[],
  sought: string,
): T[] {
  const words = plain(sought).split(/\s+/).filter(Boolean)
  if (words.length === 0) return [...kinds]
  const matches = kinds.filter((kind) => {
    const own = plain([kind.name, kind.group, ...factsOf(kind).names].join(' ')).split(
      /[^\p{L}\p{N}]+/u,
    )
    return words.every((word) => own.some((one) => one.startsWith(word)))
  })
  const phrase = words.join(' ')
  const rank = (kind: T) => {
    if (plain(kind.name).startsWith(words[0])) return 0
    return factsOf(kind).names.some((name) => plain(name).startsWith(phrase)) ? 1 : 2
  }
  return matches.sort((a, b) => rank(a) - rank(b))
}
