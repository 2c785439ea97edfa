import type { TankHistory } from '../history/types'
import type { Entry } from '../journal/entry'
import { litresOver } from '../vessel/litres-over'
import { storyProblems } from './admit'
import { askOf, listsOf } from './ask'

/**
 * What an entry that stands in a story already says against the rest of it, as sentences: more dead than were alive, a change of more
 * than the tank holds. A record is never refused for that (its keeper may have put right what was around it since); it is remarked on.
 * How tall a plant was is not asked: every trim would have every growth before it worked out anew.
 */
export function unlikelyIn(story: TankHistory): (entry: Entry) => string[] {
  const litresOf = litresOver(story)
  const lists = listsOf(story)
  return (entry) =>
    storyProblems(entry, {
      ...askOf(story, entry.at, litresOf, lists),
      mostHeight: () => ({ most: Infinity, measured: null }),
    }).map(({ says }) => says)
}
