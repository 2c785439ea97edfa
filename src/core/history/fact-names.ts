import { recordsOf } from './diff'
import type { FactSubject } from '../journal/fact-change'
import type { TankHistory } from './types'

/** How a fact that is no more is called, by its part. */
const NAMELESS: Record<FactSubject['part'], string> = {
  vessel: 'the tank',
  layouts: 'a layout',
  pieces: 'a piece',
  plantings: 'a planting',
  equipment: 'a thing',
  populations: 'animals',
  sources: 'a source water',
  products: 'a product',
  routines: 'a routine',
  drafts: 'a draft',
}
/** What a record is called by, whatever it is of. */
interface Named {
  id: string
  stake?: string
  name?: string
  label?: string
  says?: string
}

/** How a fact is called in a sentence: “S1 Green stems”, “the main stone”, “Lamp”; a fact that is no more by its part. */
export function factName({ part, id }: FactSubject, history: TankHistory): string {
  const found = recordsOf(history, part).find((one) => one.id === id) as Named | undefined
  if (!found) return NAMELESS[part]
  const name = found.name ?? found.label ?? found.says ?? NAMELESS[part]
  return found.stake === undefined ? name : `${found.stake} ${name}`
}
