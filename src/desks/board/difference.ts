import { between } from '@/core/board/between'
import type { Board } from '@/core/history/types'

/** What is otherwise in `after` than in `before`, in one line; null where nothing is. */
export function sayDifference(before: Board, after: Board): string | null {
  const { things, ground, arrangement } = between(before, after)
  const of = (fate: string) => things.filter((one) => one.fate === fate).map(({ name }) => name)
  const part = (word: string, names: string[]) =>
    names.length > 0 ? [`${word} ${names.join(', ')}`] : []
  const parts = [
    ...part('moved', of('moved')),
    ...part('new', of('new')),
    ...part('gone', of('gone')),
    ...(ground ? ['other ground'] : []),
    ...(arrangement ? ['otherwise kept together, laid over or left bare'] : []),
  ]
  return parts.length > 0 ? parts.join(' · ') : null
}
