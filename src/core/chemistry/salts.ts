import { molarMass } from '../quantity/masses'
import { NUTRIENTS, type Nutrient } from './nutrients'

/** What one formula unit of a salt sets free in water. */
export interface Salt {
  id: string
  formula: string
  /** The name on the bag. */
  name: string
  gives: Partial<Record<Nutrient, number>>
  /** Moles of charge it adds to carbonate hardness and to general hardness, eq/mol. */
  khEq: number
  ghEq: number
  /** Said wherever it is weighed; null when plain care will do. */
  caution: string | null
}

const salt = (
  id: string,
  formula: string,
  name: string,
  gives: Salt['gives'],
  khEq = 0,
  ghEq = 0,
  caution: string | null = null,
): Salt => ({ id, formula, name, gives, khEq, ghEq, caution })
const OXIDISER = 'An oxidiser: keep it dry, away from heat and from anything that burns.'

/** Plain salts a keeper weighs. Counts are stoichiometry of the formula; nothing is a measurement. */
export const SALTS: readonly Salt[] = [
  salt('kno3', 'KNO3', 'potassium nitrate', { K: 1, NO3: 1 }, 0, 0, OXIDISER),
  salt('kh2po4', 'KH2PO4', 'potassium dihydrogen phosphate', { K: 1, PO4: 1 }),
  salt('k2so4', 'K2SO4', 'potassium sulphate', { K: 2 }),
  salt('mgso4', 'MgSO4·7H2O', 'magnesium sulphate (Epsom salt)', { Mg: 1 }, 0, 2),
  salt(
    'caso4',
    'CaSO4·2H2O',
    'calcium sulphate (gypsum)',
    { Ca: 1 },
    0,
    2,
    'Dissolves slowly: stir it into the bucket hours before.',
  ),
  salt(
    'cacl2',
    'CaCl2·2H2O',
    'calcium chloride',
    { Ca: 1 },
    0,
    2,
    'Warms the water as it dissolves, and stings: eyes and cuts.',
  ),
  salt('cano3', 'Ca(NO3)2·4H2O', 'calcium nitrate', { Ca: 1, NO3: 2 }, 0, 2, OXIDISER),
  salt('mgno3', 'Mg(NO3)2·6H2O', 'magnesium nitrate', { Mg: 1, NO3: 2 }, 0, 2, OXIDISER),
  salt('nahco3', 'NaHCO3', 'sodium hydrogen carbonate', {}, 1),
  salt('khco3', 'KHCO3', 'potassium hydrogen carbonate', { K: 1 }, 1),
]

/** A salt by its id. Throws for one that is not on the list: ids are ours. */
export function saltById(id: string): Salt {
  const found = SALTS.find((candidate) => candidate.id === id)
  if (!found) throw new RangeError(`There is no salt “${id}”`)
  return found
}

/** Share of a salt's mass that is a nutrient in the form named, 0–1. Check: KNO3 is 61.33 % NO3 and 38.67 % K. */
export function nutrientShare(from: Salt, nutrient: Nutrient): number {
  return ((from.gives[nutrient] ?? 0) * NUTRIENTS[nutrient].mass) / molarMass(from.formula)
}

/** One German degree is 10 mg/L CaO, so 2 × 10 / M(CaO) meq/L (Standard Methods 2340; DIN definition). */
const MEQ_PER_DEGREE = (2 * 10) / molarMass('CaO')

/**
 * Grams of a salt that raise `litres` of water by `degrees` °dH of the hardness named.
 * Throws when the salt gives none of it. Check: 3.00 g NaHCO3 for one degree KH in 100 L; 3.07 g gypsum for one degree GH.
 */
export function gramsForHardness(
  from: Salt,
  hardness: 'kh' | 'gh',
  degrees: number,
  litres: number,
): number {
  const equivalents = hardness === 'kh' ? from.khEq : from.ghEq
  if (equivalents <= 0) throw new RangeError(`${from.name} gives no ${hardness.toUpperCase()}`)
  return (degrees * litres * MEQ_PER_DEGREE * molarMass(from.formula)) / (1000 * equivalents)
}

/** °dH that a mass of salt, mg in each litre, gives; the inverse of {@link gramsForHardness}. */
export function degreesFrom(from: Salt, hardness: 'kh' | 'gh', milligramsPerLitre: number): number {
  const equivalents = hardness === 'kh' ? from.khEq : from.ghEq
  return (milligramsPerLitre * equivalents) / (molarMass(from.formula) * MEQ_PER_DEGREE)
}

/** °dH of carbonate hardness that 1 mg/L of dissolved lime gives: two equivalents a mole. Check: 17.85 mg/L CaCO3 is one degree (Standard Methods 2320). */
export const KH_PER_LIME = 2 / (molarMass('CaCO3') * MEQ_PER_DEGREE)

/** °dH of general hardness in 1 mg/L of calcium and of magnesium: Standard Methods 2340 B through the degree's definition. Check: 7.147 mg/L Ca is one degree. */
export const GH_PER_CALCIUM = 2 / (molarMass('Ca') * MEQ_PER_DEGREE)
export const GH_PER_MAGNESIUM = 2 / (molarMass('Mg') * MEQ_PER_DEGREE)

/** The GH, °dH, that `calcium` and `magnesium` make, mg/L each (or any other amount of both, in proportion). Check: 40 mg/L Ca → 5.6. */
export const hardnessOf = (calcium: number, magnesium: number): number =>
  calcium * GH_PER_CALCIUM + magnesium * GH_PER_MAGNESIUM
