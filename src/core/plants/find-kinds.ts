import type { Species } from '../history/types'

/** Small letters without their accents: “Échinodorus” is sought as “echino”. */
const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '')
    .toLowerCase()

/**
 * Kinds by what is typed of their name: every word must begin a word of the name or of its group; those whose name begins with it come first.
 * All of them, in their order, where nothing is typed.
 */
export function findKinds<T extends Pick<Species, 'name' | 'group'>>(
  kinds: readonly T[],
  sought: string,
): T[] {
  const words = plain(sought).split(/\s+/).filter(Boolean)
  if (words.length === 0) return [...kinds]
  const matches = kinds.filter(({ name, group }) => {
    const own = plain(`${name} ${group}`).split(/[^\p{L}\p{N}]+/u)
    return words.every((word) => own.some((one) => one.startsWith(word)))
  })
  const begins = ({ name }: T) => (plain(name).startsWith(words[0]) ? 0 : 1)
  return matches.sort((a, b) => begins(a) - begins(b))
}
