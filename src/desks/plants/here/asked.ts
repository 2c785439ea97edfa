import type { HereAsked } from '@/core/gardening/here/what-grows'
import type { Measures } from '@/core/quantity/measures'
import { readNumber } from '@/core/quantity/read-number'
import { firstOf, type Query } from '../query'

const FIELDS = { x: 'From the left', z: 'From the front', wide: 'Wide' } as const
type Field = keyof typeof FIELDS

/** The question as typed, and as it can be taken; null where nothing, or nothing that can be read, was typed. */
export interface AskedHere {
  typed: Record<Field, string> & { dense: boolean }
  asked: HereAsked | null
  problem: string | null
}
const USUAL_WIDE_CM = 10
const WIDEST_CM = 60

/** The place asked for, in the keeper’s measures. */
export function readHere(query: Query, measures: Measures): AskedHere {
  const one = (name: string) => firstOf(query, name)
  const typed = {
    x: one('x'),
    z: one('z'),
    wide: one('wide') || String(measures.typed(USUAL_WIDE_CM, 'cm')),
    dense: one('grow') !== 'patient',
  }
  if (typed.x === '' && typed.z === '') return { typed, asked: null, problem: null }
  const read = (Object.keys(FIELDS) as Field[]).map((field) =>
    readNumber(typed[field], FIELDS[field]),
  )
  const bad = read.find((each) => !each.ok)
  if (bad && !bad.ok) return { typed, asked: null, problem: bad.problem }
  const [x, z, wideCm] = read.map((each) => (each.ok ? measures.back(each.value, 'cm') : 0))
  if (wideCm <= 0 || wideCm > WIDEST_CM)
    return {
      typed,
      asked: null,
      problem: `A place is wider than nothing, and no wider than ${measures.say(WIDEST_CM, 'cm', 2)}.`,
    }
  return { typed, asked: { x, z, wideCm, dense: typed.dense }, problem: null }
}
