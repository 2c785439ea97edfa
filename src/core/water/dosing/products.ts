import { LABEL_FORMS, NUTRIENTS, type LabelForm, type Nutrient } from '../../chemistry/nutrients'
import {
  degreesFrom,
  hardnessOf,
  KH_PER_LIME,
  nutrientShare,
  SALTS,
  saltById,
} from '../../chemistry/salts'
import type { DoseUnit, EntryOf } from '../../journal/entry'
import type { Product, TankHistory } from '../../history/types'
import { type Result, ok, refuse } from '../../quantity/result'
import type { Parameter } from '../../quantity/units'
import { releaseDays, type Added } from './release'

/** Milligrams of each nutrient set free by a dose. */
export type Nutrients = Partial<Record<Nutrient, number>>

/** A label may round; more than this sum is no label. */
const LABEL_LIMIT_PERCENT = 100
/** A litre of the densest stock that keeps: grams of everything in it. */
const STOCK_LIMIT_G_PER_L = 700

/**
 * Whether a label can be true: everything it names together cannot weigh more than the whole. Forms of the same nutrient count
 * each, since a label prints one of them. Gives the sum, or the refusal with it.
 */
export function checkAnalysis(
  form: Product['form'],
  analysis: Product['analysis'],
): Result<number> {
  const sum = analysis.reduce((total, line) => total + line.amount, 0)
  const shown = Number(sum.toPrecision(4))
  if (form === 'liquid')
    return sum > STOCK_LIMIT_G_PER_L
      ? refuse(
          `The label adds up to ${shown} g in a litre; no bottle holds more than about ${STOCK_LIMIT_G_PER_L}.`,
        )
      : ok(sum)
  return sum > LABEL_LIMIT_PERCENT
    ? refuse(`The label adds up to ${shown} %, more than the whole.`)
    : ok(sum)
}

/** Nutrients in one unit of a product, mg: per mL of a liquid, per g of a powder, per tablet. */
export function nutrientsPerUnit(product: Product): Nutrients {
  if (product.recipe)
    return sum(
      product.recipe.map(({ saltId, gramsPerLitre }) => saltNutrients(saltId, gramsPerLitre)),
    )
  const milligrams = milligramsIn(product)
  return sum(
    product.analysis.map(({ as, amount }) => ({
      [LABEL_FORMS[as].nutrient]: amount * LABEL_FORMS[as].factor * milligrams,
    })),
  )
}

/** Nutrients in a mass of a plain salt, mg in the unit of mass given per 1000. */
function saltNutrients(saltId: string, grams: number): Nutrients {
  const salt = saltById(saltId)
  return Object.fromEntries(
    (Object.keys(salt.gives) as Nutrient[]).map((nutrient) => [
      nutrient,
      grams * nutrientShare(salt, nutrient),
    ]),
  )
}

function sum(parts: readonly Nutrients[]): Nutrients {
  const total: Nutrients = {}
  for (const part of parts)
    for (const [nutrient, milligrams] of Object.entries(part) as [Nutrient, number][])
      total[nutrient] = (total[nutrient] ?? 0) + milligrams
  return total
}

const DOSE_UNIT: Record<Product['form'], DoseUnit> = {
  liquid: 'mL',
  powder: 'g',
  tablet: 'tablets',
}

/** The unit in which a product is measured out. */
export const doseUnitOf = (product: Pick<Product, 'form'>): DoseUnit => DOSE_UNIT[product.form]

/** A plain salt as a product, so that it can be weighed like any powder. */
export function saltAsProduct(saltId: string): Product {
  const salt = saltById(saltId)
  const analysis = (Object.keys(salt.gives) as Nutrient[]).map((nutrient) => ({
    as: formOf(nutrient),
    amount: 100 * nutrientShare(salt, nutrient),
  }))
  return {
    id: `salt-${salt.id}`,
    name: salt.name,
    form: 'powder',
    analysis,
    tabletGrams: null,
    recipe: null,
  }
}

const formOf = (nutrient: Nutrient): LabelForm => (nutrient === 'NH4' ? 'N-NH4' : nutrient)

/** The product of a dose: by its id, a plain salt's id, or the name that was written: one on the shelf, else a plain salt by its name or its formula. */
export function productOf(
  history: TankHistory,
  dose: Pick<EntryOf<'dose'>, 'productId' | 'product'>,
): Product | null {
  const written = dose.product.trim().toLowerCase()
  const shelved =
    history.products.find((product) => product.id === dose.productId) ??
    history.products.find((product) => product.name.toLowerCase() === written)
  const salt =
    SALTS.find((candidate) => `salt-${candidate.id}` === dose.productId) ??
    (shelved ? undefined : SALTS.find((candidate) => namesOf(candidate).includes(written)))
  return salt ? saltAsProduct(salt.id) : (shelved ?? null)
}

/** “magnesium sulphate (Epsom salt)” is also magnesium sulphate, Epsom salt, MgSO4·7H2O and MgSO4. */
function namesOf({ name, formula }: (typeof SALTS)[number]): string[] {
  const [plain, aside] = name.split(' (')
  return [name, plain, aside?.replace(')', ''), formula, formula.split('·')[0]]
    .filter((one): one is string => Boolean(one))
    .map((one) => one.toLowerCase())
}

/**
 * What one unit of a product adds to a parameter in a litre of water, canonical unit per (unit/L). Hardness counts calcium and
 * magnesium; carbonate hardness counts hydrogen carbonates of a recipe. Zero for what it does not hold.
 */
export function raises(product: Product, parameter: Parameter): number {
  const nutrients = nutrientsPerUnit(product)
  if (parameter === 'gh') return hardnessOf(nutrients.Ca ?? 0, nutrients.Mg ?? 0)
  if (parameter === 'kh') return carbonateDegrees(product)
  return (Object.entries(nutrients) as [Nutrient, number][]).reduce(
    (total, [nutrient, milligrams]) =>
      total + (NUTRIENTS[nutrient].parameter === parameter ? milligrams : 0),
    0,
  )
}

function carbonateDegrees(product: Product): number {
  const salt = SALTS.find((candidate) => `salt-${candidate.id}` === product.id)
  if (salt) return degreesFrom(salt, 'kh', 1000)
  return (
    limeIn(product) * KH_PER_LIME +
    (product.recipe ?? []).reduce(
      (total, line) => total + degreesFrom(saltById(line.saltId), 'kh', line.gramsPerLitre),
      0,
    )
  )
}

/** Lime in one unit of a product, mg. */
const limeIn = (product: Product): number =>
  product.analysis.reduce((sum, { as, amount }) => sum + (as === 'CaCO3' ? amount : 0), 0) *
  milligramsIn(product)

/** Milligrams that one of a label is in one unit: g/L in a mL, per cent of a gram or of a tablet. */
const milligramsIn = ({ form, tabletGrams }: Product): number =>
  ({ liquid: 1, powder: 10, tablet: 10 * (tabletGrams ?? 0) })[form]

/**
 * What the doses of a tank add to a parameter, canonical unit times litres, and over how many days: a function of the dose, zero for tablets and
 * for what is on no shelf. Each product's label is worked out once.
 */
export function addedByDose(
  history: TankHistory,
  parameter: Parameter,
): (dose: EntryOf<'dose'>) => Added {
  // By the product, then by what it was called: a year of doses names few.
  const perUnit = new Map<string | null, Map<string, Added>>()
  return (dose) => {
    const byName = perUnit.get(dose.productId) ?? new Map<string, Added>()
    let known = byName.get(dose.product)
    if (known === undefined) {
      const product = productOf(history, dose)
      known =
        product && feedsWater(product)
          ? { amount: raises(product, parameter), overDays: releaseDays(product) }
          : NOTHING
      perUnit.set(dose.productId, byName.set(dose.product, known))
    }
    return { ...known, amount: known.amount * dose.amount }
  }
}
const NOTHING: Added = { amount: 0, overDays: 0 }

/** Tablets lie in the ground: what they hold reaches the roots, not the water. */
export const feedsWater = (product: Pick<Product, 'form'>): boolean => product.form !== 'tablet'
