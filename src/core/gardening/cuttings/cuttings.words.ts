import { sayAll, sayDays, sayNumber } from '../../quantity/say'
import type { Measures } from '../../quantity/measures'
import type { Held } from './ledger'
import { sayPart } from '../../journal/kinds/cuttings'
import type { PlantGroup } from '../../history/types'
import { WEEKS_AHEAD, type Yield } from './yields'

/** What a cut gives today. */
export function sayNow({ now, nodes }: Yield): string {
  if (now.length === 0) return 'nothing is ready to be taken yet'
  const parts = now.filter(({ part }) => part !== 'stems laid flat')
  const flat = nodes === null ? '' : `; or, laid flat, about ${roughly(nodes)} nodes that root`
  return `${sayAll(parts.map(({ part, count }) => sayPart(part, count)))}${flat}`
}

/** What is reckoned so far ahead is good to two digits, and there are no half plants. */
const roughly = (value: number): string => sayNumber(Math.round(Number(value.toPrecision(2))))

/** “15 now, about 60 in ten weeks (30–120)”; null for what is not multiplied by hand. */
export function sayThen({ then, stock }: Yield): string | null {
  if (!then) return null
  return `${stock} now, about ${roughly(then.value)} in ${WEEKS_AHEAD} weeks (${roughly(then.low)}–${roughly(then.high)})`
}

/** What a held planting is ready for, or waits for. */
export function sayHeld(held: Held, measures: Measures): string {
  switch (held.state) {
    case 'ready':
      return 'is rooted and ready to go back'
    case 'roots':
      return `is rooting; give it ${sayDays(Math.ceil(held.days))} more`
    case 'grows':
      return `grows: ${measures.say(held.cm, 'cm', 2)} of the ${measures.say(held.wants, 'cm', 2)} it wants to be moved`
    case 'waits for the tank':
      return `waits for the tank to be stable, ${sayDays(Math.ceil(held.days))} more: very small cup-grown ones die in a raw tank`
  }
}

/** How what was taken is set again, by its group. Common practice. */
export const HOW_SET: Readonly<Record<PlantGroup, string>> = {
  'stem-fast': 'two nodes below the ground, a finger apart',
  'stem-slow': 'two nodes below the ground, a finger apart, near the lamp',
  rosette: 'with their roots, the heart above the ground',
  crypt: 'with their roots; they melt and come again. Not out of water',
  epiphyte: 'tied or glued to stone or wood, the rhizome free of the ground',
  moss: 'tied or pinned, thin; thread rots in weeks, when it holds by itself',
  carpet: 'as sods, or in plugs two fingers apart',
  floating: 'on the water',
}

/** How cuttings are held where they go. Common practice. */
export const HOW_HELD: readonly (readonly [where: string, how: string])[] = [
  ['nursery row', 'in rows, a finger apart, on good ground; not art'],
  ['jar', 'a hand of tank water on the sill, changed weekly, until it roots'],
  [
    'emersed holding',
    'water to the leaf tips, a pane with a finger’s gap, stems pushed deep so that nodes root, reds under the lamp; a month or two. Not for crypts',
  ],
  [
    'another tank',
    'in a bag of its water, written down in both books; quarantine what comes with snails or algae',
  ],
]
