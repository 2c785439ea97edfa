import type { CautionCode, Side } from '@/core/history/plan-codes'

type Raw = Record<string, unknown>
const isObject = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const each = (list: unknown, change: (item: Raw) => Raw): unknown =>
  Array.isArray(list) ? list.map((item) => (isObject(item) ? change(item) : item)) : list
const texts = (list: unknown): string[] =>
  Array.isArray(list) ? list.filter((one): one is string => typeof one === 'string') : []

/** The longest text of a step or a material. */
const LONGEST = 600
/** How each caution of a plan once began, when plans held sentences. */
const CAUTIONS: readonly (readonly [string, CautionCode])[] = [
  ['Unplug heater', 'mains'],
  ['Water weighs a kilogram', 'weight'],
  ['Glass edges cut', 'glass'],
  ['Cover cuts and wash', 'hands'],
  ['Close the gas first', 'gas'],
  ['No plant, animal or water', 'nature'],
  ['Keep filter media wet', 'media'],
  ['Animals that gasp', 'animals'],
]
const cautionOf = (said: string) => CAUTIONS.find(([begins]) => said.startsWith(begins))?.[1]
const SIDES: Record<string, Side> = { Left: 'left', Middle: 'middle', Right: 'right' }

/**
 * A story whose plans held Vivero’s sentences as one that holds codes: what a plan said stays, as the keeper’s own words. A story with codes
 * is given back as it is. The migration of the database (`drizzle/0005_words.sql`) does the same; a test holds the two against each other.
 */
export const upgradeFromSentences = (raw: Raw): Raw => ({
  ...raw,
  plans: each(raw.plans, ({ title: _title, ...plan }) => ({
    ...plan,
    stages: each(plan.stages, withSide),
    steps: each(plan.steps, withOwnWords),
    materials: each(plan.materials, asItem),
  })),
})

function withSide(stage: Raw): Raw {
  if (typeof stage.says !== 'string') return stage
  const { says, ...rest } = stage
  const begins = says.split(':')[0]
  return { ...rest, side: Object.hasOwn(SIDES, begins) ? SIDES[begins] : null }
}

function withOwnWords(step: Raw): Raw {
  if (typeof step.says !== 'string') return step
  const { says, ...rest } = step
  const said = texts(step.cautions)
  const weights = said.flatMap((one) => /about (\d+) kg/.exec(one)?.[1] ?? []).map(Number)
  return {
    ...rest,
    does: 'own words',
    litres: null,
    kilograms: weights.length > 0 ? Math.max(...weights) : null,
    text: [says, ...said.filter((one) => !cautionOf(one))].join(' ').slice(0, LONGEST),
    cautions: said.flatMap((one) => cautionOf(one) ?? []),
  }
}

function asItem(material: Raw): Raw {
  const { says, unit, spare, amount } = material
  if (typeof says !== 'string') return material
  const what = [unit, says].filter(Boolean).join(' ').trim()
  return {
    item: 'own words',
    plantingId: null,
    amount,
    from: null,
    each: null,
    text: [what, ...(spare ? [spare] : [])].join('; ').slice(0, LONGEST),
  }
}
