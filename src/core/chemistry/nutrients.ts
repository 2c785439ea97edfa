import type { Parameter } from '../quantity/units'
import { molarMass } from '../quantity/masses'

/** Forms in which a nutrient is written: in water as the ion, on a label as element or oxide. */
export const NUTRIENTS = {
  NO3: { mass: molarMass('NO3'), says: 'nitrate', parameter: 'nitrate' },
  NH4: { mass: molarMass('NH4'), says: 'ammonium', parameter: 'ammonia' },
  PO4: { mass: molarMass('PO4'), says: 'phosphate', parameter: 'phosphate' },
  K: { mass: molarMass('K'), says: 'potassium', parameter: 'potassium' },
  Ca: { mass: molarMass('Ca'), says: 'calcium', parameter: 'calcium' },
  Mg: { mass: molarMass('Mg'), says: 'magnesium', parameter: 'magnesium' },
  Fe: { mass: molarMass('Fe'), says: 'iron', parameter: 'iron' },
} as const satisfies Record<string, { mass: number; says: string; parameter: Parameter }>
export type Nutrient = keyof typeof NUTRIENTS

/**
 * What labels print, and what 1 g of it holds of the nutrient as Vivero reckons it, g.
 * Element and oxide factors are stoichiometry (IUPAC 2021 masses). Nitrogen is taken as nitrate unless the label says ammonium
 * or urea, which end as ammonia first.
 */
export const LABEL_FORMS = {
  N: {
    nutrient: 'NO3',
    factor: molarMass('NO3') / molarMass('N'),
    says: 'N (nitrogen, as nitrate)',
  },
  'N-NH4': {
    nutrient: 'NH4',
    factor: molarMass('NH4') / molarMass('N'),
    says: 'N (as ammonium or urea)',
  },
  NO3: { nutrient: 'NO3', factor: 1, says: 'NO3' },
  P: { nutrient: 'PO4', factor: molarMass('PO4') / molarMass('P'), says: 'P (phosphorus)' },
  P2O5: { nutrient: 'PO4', factor: (2 * molarMass('PO4')) / molarMass('P2O5'), says: 'P2O5' },
  PO4: { nutrient: 'PO4', factor: 1, says: 'PO4' },
  K: { nutrient: 'K', factor: 1, says: 'K (potassium)' },
  K2O: { nutrient: 'K', factor: (2 * molarMass('K')) / molarMass('K2O'), says: 'K2O' },
  Ca: { nutrient: 'Ca', factor: 1, says: 'Ca (calcium)' },
  CaCO3: {
    nutrient: 'Ca',
    factor: molarMass('Ca') / molarMass('CaCO3'),
    says: 'CaCO3 (lime of shell and coral)',
  },
  CaO: { nutrient: 'Ca', factor: molarMass('Ca') / molarMass('CaO'), says: 'CaO' },
  Mg: { nutrient: 'Mg', factor: 1, says: 'Mg (magnesium)' },
  MgO: { nutrient: 'Mg', factor: molarMass('Mg') / molarMass('MgO'), says: 'MgO' },
  Fe: { nutrient: 'Fe', factor: 1, says: 'Fe (iron)' },
} as const satisfies Record<string, { nutrient: Nutrient; factor: number; says: string }>
export type LabelForm = keyof typeof LABEL_FORMS
export const LABEL_FORM_NAMES = Object.keys(LABEL_FORMS) as LabelForm[]
