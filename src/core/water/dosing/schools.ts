import type { School } from '../../history/types'

/** What a school of dosing asks and expects. Common practice throughout; keepers disagree, so all are offered. */
export interface SchoolFacts {
  school: School
  /** Doses a week the keeper has to think of. */
  dosesPerWeek: number
  testing: 'none' | 'now and then' | 'weekly'
  /** Change that goes with it: fraction and days; null: whatever the water asks for. */
  change: { fraction: number; everyDays: number } | null
}

export const SCHOOL_FACTS: readonly SchoolFacts[] = [
  {
    school: 'rich column',
    dosesPerWeek: 6,
    testing: 'none',
    change: { fraction: 0.5, everyDays: 7 },
  },
  {
    school: 'lean column',
    dosesPerWeek: 2,
    testing: 'now and then',
    change: { fraction: 0.4, everyDays: 7 },
  },
  {
    school: 'all-in-one',
    dosesPerWeek: 1,
    testing: 'now and then',
    change: { fraction: 0.4, everyDays: 7 },
  },
  {
    school: 'daily pump',
    dosesPerWeek: 0,
    testing: 'weekly',
    change: null,
  },
  {
    school: 'root only',
    dosesPerWeek: 0,
    testing: 'none',
    change: null,
  },
  {
    school: 'nothing added',
    dosesPerWeek: 0,
    testing: 'none',
    change: null,
  },
]

/** The facts of a school. */
export function schoolFacts(school: School): SchoolFacts {
  const found = SCHOOL_FACTS.find((facts) => facts.school === school)
  if (!found) throw new RangeError(`There is no school “${school}”`)
  return found
}
