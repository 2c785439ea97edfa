import type { School } from '../../history/types'

/** What a school of dosing does, what it expects of the water and of the keeper, and what it costs. Common practice throughout. */
export const SCHOOL_WORDS: Record<
  School,
  { says: string; water: string; keeper: string; costs: string }
> = {
  'rich column': {
    says: 'Dose more than is used, and reset by half the water every week.',
    water: 'Nitrate 10–40, phosphate 1–4, potassium 10–40 mg/L, always on the rich side.',
    keeper: 'Several doses a week and a large change that is never skipped; no testing.',
    costs: 'Most water and most salts. A skipped change shows at once; nitrate is high by design.',
  },
  'lean column': {
    says: 'Little in the water, so that colours come out; the soil does the feeding.',
    water: 'Nitrate 1–10, phosphate below 0.5 mg/L; soft water, soil that still holds nutrients.',
    keeper: 'Watch new leaves, test now and then, feed the roots in time.',
    costs: 'Little room for mistakes: fast stems starve first, and old soil ends it.',
  },
  'all-in-one': {
    says: 'One bottle once a week, after the change.',
    water: 'Whatever the bottle and the fish make of it, within the usual bands.',
    keeper: 'One dose a week, a test when something looks wrong.',
    costs: 'Cannot be tuned: one nutrient runs high or short while the others are right.',
  },
  'daily pump': {
    says: 'A pump gives a little every day and holds a level in spite of the changes.',
    water: 'Nearly the same every day: nitrate 5–25, phosphate 0.3–2 mg/L.',
    keeper: 'Fill the bottle, check the pump monthly, test weekly until it stands.',
    costs: 'A pump, its hoses and its mains lead; what it doses wrongly it doses every day.',
  },
  'root only': {
    says: 'Tablets in the ground, nothing in the water.',
    water: 'Lean: only what fish and source bring.',
    keeper: 'Tablets every two to four months, by area; nothing in between.',
    costs:
      'Plants that feed by the water starve: stems, mosses, epiphytes, floaters. Uprooting frees the tablets.',
  },
  'nothing added': {
    says: 'Fish food feeds the plants, under little light.',
    water: 'What food and source leave there; low light keeps demand down.',
    keeper: 'Feed the fish well, change with care.',
    costs: 'Slow growth; soft source water runs out of calcium, magnesium and potassium first.',
  },
}
