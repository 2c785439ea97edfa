import type { School } from '../../history/types'

/** What a school of dosing asks and expects. Common practice throughout; keepers disagree, so all are offered. */
export interface SchoolFacts {
  school: School
  says: string
  /** What it expects of the water, of the keeper, and what it costs. */
  water: string
  keeper: string
  costs: string
  /** Doses a week the keeper has to think of. */
  dosesPerWeek: number
  testing: 'none' | 'now and then' | 'weekly'
  /** Change that goes with it: fraction and days; null: whatever the water asks for. */
  change: { fraction: number; everyDays: number } | null
}

export const SCHOOL_FACTS: readonly SchoolFacts[] = [
  {
    school: 'rich column',
    says: 'Dose more than is used, and reset by half the water every week.',
    water: 'Nitrate 10–40, phosphate 1–4, potassium 10–40 mg/L, always on the rich side.',
    keeper: 'Several doses a week and a large change that is never skipped; no testing.',
    costs: 'Most water and most salts. A skipped change shows at once; nitrate is high by design.',
    dosesPerWeek: 6,
    testing: 'none',
    change: { fraction: 0.5, everyDays: 7 },
  },
  {
    school: 'lean column',
    says: 'Little in the water, so that colours come out; the soil does the feeding.',
    water: 'Nitrate 1–10, phosphate below 0.5 mg/L; soft water, soil that still holds nutrients.',
    keeper: 'Watch new leaves, test now and then, feed the roots in time.',
    costs: 'Little room for mistakes: fast stems starve first, and old soil ends it.',
    dosesPerWeek: 2,
    testing: 'now and then',
    change: { fraction: 0.4, everyDays: 7 },
  },
  {
    school: 'all-in-one',
    says: 'One bottle once a week, after the change.',
    water: 'Whatever the bottle and the fish make of it, within the usual bands.',
    keeper: 'One dose a week, a test when something looks wrong.',
    costs: 'Cannot be tuned: one nutrient runs high or short while the others are right.',
    dosesPerWeek: 1,
    testing: 'now and then',
    change: { fraction: 0.4, everyDays: 7 },
  },
  {
    school: 'daily pump',
    says: 'A pump gives a little every day and holds a level in spite of the changes.',
    water: 'Nearly the same every day: nitrate 5–25, phosphate 0.3–2 mg/L.',
    keeper: 'Fill the bottle, check the pump monthly, test weekly until it stands.',
    costs: 'A pump, its hoses and its mains lead; what it doses wrongly it doses every day.',
    dosesPerWeek: 0,
    testing: 'weekly',
    change: null,
  },
  {
    school: 'root only',
    says: 'Tablets in the ground, nothing in the water.',
    water: 'Lean: only what fish and source bring.',
    keeper: 'Tablets every two to four months, by area; nothing in between.',
    costs:
      'Plants that feed by the water starve: stems, mosses, epiphytes, floaters. Uprooting frees the tablets.',
    dosesPerWeek: 0,
    testing: 'none',
    change: null,
  },
  {
    school: 'nothing added',
    says: 'Fish food feeds the plants, under little light.',
    water: 'What food and source leave there; low light keeps demand down.',
    keeper: 'Feed the fish well, change with care.',
    costs: 'Slow growth; soft source water runs out of calcium, magnesium and potassium first.',
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
