import { mixed, object } from 'yup'
import {
  EMERSED,
  GAS_NEEDS,
  LIGHT_NEEDS,
  WAYS_TO_CUT,
  type KindFacts,
} from '@/core/history/kind-facts'
import { PLANT_GROUPS, type PlantGroup, type Species } from '@/core/history/types'
import { SAY } from '@/core/journal/faults'
import { factsOf } from '@/core/plants/kinds'
import { bookGrowth } from '@/core/plants/kinds/facts'
import { speciesFromKin } from '@/core/plants/kin'
import { amount, words } from '@/data/border/values'

const TINTS = ['green', 'olive', 'red', 'pale'] as const
const FEEDS = ['column', 'root', 'both'] as const

const oneOf = <T extends string>(what: string, ids: readonly T[]) =>
  mixed<T>()
    .oneOf([...ids], `${what}: this is none of the choices.`)
    .required(SAY.missing(what))
const within = (what: string, least: number, most: number) =>
  amount(what)
    .min(least, `${what} cannot be below ${least}.`)
    .max(most, `${what} cannot be over ${most}.`)
const asked = (what: string, least: number, most: number) =>
  within(what, least, most).required(SAY.missing(what))

const kindForm = object({
  name: words('The name', 80).required(SAY.missing('The name')),
  names: words('What it goes by', 400).default(''),
  group: oneOf<PlantGroup>('The kind of plant', PLANT_GROUPS),
  heightCm: asked('The height', 0.2, 300),
  widthCm: asked('The width', 0.2, 300),
  growth: asked('The growth', 0, 30),
  growthLow: within('The least growth', 0, 30).nullable().default(null),
  growthHigh: within('The most growth', 0, 30).nullable().default(null),
  light: oneOf('The light', LIGHT_NEEDS),
  gas: oneOf('The gas', GAS_NEEDS),
  warmFrom: asked('The coolest', 0, 40),
  warmTo: asked('The warmest', 0, 40),
  ghFrom: asked('The softest', 0, 60),
  ghTo: asked('The hardest', 0, 60),
  feedsBy: oneOf('How it feeds', FEEDS),
  cut: oneOf('How it is cut', WAYS_TO_CUT),
  emersed: oneOf('How it takes the air', EMERSED),
  sulksWeeks: asked('The weeks it sulks', 0, 52),
  portionCm2: asked('What a portion covers', 1, 10000),
  tint: oneOf('The colour', TINTS),
  colour: words('On what its colour depends', 200).default(''),
  caution: words('The caution', 300).default(''),
})
  .noUnknown()
  .test('growth', function (form) {
    const { value, low, high } = growthOf(form)
    // What is no number is told at its own field.
    return !Number.isFinite(value) || (low <= value && value <= high)
      ? true
      : this.createError({
          path: 'growth',
          message: 'The growth must lie between its least and its most.',
        })
  })
  .test('warm', function ({ warmFrom, warmTo }) {
    return warmFrom <= warmTo
      ? true
      : this.createError({ path: 'warmTo', message: 'The warmest is below the coolest.' })
  })
  .test('gh', function ({ ghFrom, ghTo }) {
    return ghFrom <= ghTo
      ? true
      : this.createError({ path: 'ghTo', message: 'The hardest is below the softest.' })
  })

/** A growth of which only the middle was said is good to as much as one of books. */
function growthOf({
  growth,
  growthLow,
  growthHigh,
}: {
  growth: number
  growthLow: number | null
  growthHigh: number | null
}): Species['growthCmPerDay'] {
  const book = bookGrowth(growth)
  return { value: growth, low: growthLow ?? book.low, high: growthHigh ?? book.high }
}

/** What a form says of a kind; `standing`: the one that is changed, null for a new one. Throws ValidationError. */
export function kindSaid(raw: Record<string, string>, standing: Species | null): Species {
  const form = kindForm.validateSync(raw, { abortEarly: false })
  const base = standing ?? speciesFromKin(form.name, form.group, form.heightCm, form.tint)
  const own: KindFacts = {
    names: form.names
      .split(/[,;\n]/)
      .map((name) => name.trim().toLowerCase())
      .filter(Boolean),
    light: form.light,
    gas: form.gas,
    temperature: [form.warmFrom, form.warmTo],
    gh: [form.ghFrom, form.ghTo],
    cut: form.cut,
    emersed: form.emersed,
    sulksWeeks: form.sulksWeeks,
    colour: form.colour || null,
    caution: form.caution || null,
  }
  return {
    ...base,
    name: form.name,
    group: form.group,
    growthCmPerDay: growthOf(form),
    matureHeightCm: form.heightCm,
    matureWidthCm: form.widthCm,
    areaPerPortionCm2: form.portionCm2,
    // A leaf grows with its plant.
    leaf: {
      ...base.leaf,
      lengthCm: (base.leaf.lengthCm * form.heightCm) / base.matureHeightCm,
      tint: form.tint,
    },
    feedsBy: form.feedsBy,
    own,
  }
}

/** A kind as it stands in its form. */
export function kindFields(species: Species): Record<string, string> {
  const facts = factsOf(species)
  const { value, low, high } = species.growthCmPerDay
  const said = {
    heightCm: species.matureHeightCm,
    widthCm: species.matureWidthCm,
    growth: value,
    growthLow: low,
    growthHigh: high,
    warmFrom: facts.temperature[0],
    warmTo: facts.temperature[1],
    ghFrom: facts.gh[0],
    ghTo: facts.gh[1],
    sulksWeeks: facts.sulksWeeks,
    portionCm2: species.areaPerPortionCm2,
  }
  return {
    name: species.name,
    names: facts.names.join(', '),
    group: species.group,
    light: facts.light,
    gas: facts.gas,
    feedsBy: species.feedsBy,
    cut: facts.cut,
    emersed: facts.emersed,
    tint: species.leaf.tint,
    colour: facts.colour ?? '',
    caution: facts.caution ?? '',
    ...Object.fromEntries(
      Object.entries(said).map(([name, figure]) => [name, String(Number(figure.toPrecision(4)))]),
    ),
  }
}
