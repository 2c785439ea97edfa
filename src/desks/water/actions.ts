'use server'

import { sayWarning } from '@/core/water/dosing/dosing.words'
import { object, string } from 'yup'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { hardnessTooLow } from '@/core/water/facts/sources'
import {
  SCHOOLS,
  type Band,
  type Product,
  type School,
  type SourceWater,
} from '@/core/history/types'
import { tankNow } from '@/core/history/tank-at'
import { numberOrText, readNumber } from '@/core/quantity/read-number'
import type { Result } from '@/core/quantity/result'
import { INDICATOR_COLOURS } from '@/core/quantity/indicator-colours'
import { PARAMETERS, type Parameter } from '@/core/quantity/units'
import { sayNumber } from '@/core/quantity/say'
import { doubleUnits } from '@/core/water/dosing/dosing'
import { bandUnsaid } from '@/core/water/facts/parameters'
import { readLabel, readRecipe } from '@/core/water/dosing/label'
import { doseUnitOf, productOf } from '@/core/water/dosing/products'
import { attempt, type Attempt } from '@/data/border/attempt'
import { amount } from '@/data/border/values'
import { sane } from '@/data/border/sane'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { writeDisagreement } from '@/data/disagree'
import { addEntries, setReadingUse } from '@/data/entries'
import { EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import { setChangeRoutine } from '@/data/facts/routines'
import { changeCare, removeProduct, saveProduct, saveSource } from '@/data/water-care'
import { askBeforeTank } from '@/data/border/before-tank'
import { sinceOf } from '@/data/border/since'
import type { Sending } from '@/core/history/sending'

type Fields = Record<string, string>

/** A field's number, or the text itself for the schema to name. */
const numeric = (fields: Fields, name: string): number =>
  numberOrText(words(fields, name)) as number
const numericOrNull = (fields: Fields, name: string): number | null =>
  words(fields, name) === '' ? null : numeric(fields, name)
const words = (fields: Fields, name: string) =>
  typeof fields[name] === 'string' ? fields[name].trim() : ''

/** Who sends a form, what it showed, and since when what it says holds. Throws ValidationError or EntryRefused. */
async function sayingOf(slug: string, fields: Fields, sending: Sending) {
  const at = now()
  const { vessel } = await storyOrRefuse(slug)
  const since = sinceOf(fields, vessel.timeZone, at)
  askBeforeTank(since, vessel, sending)
  return { ...parseSending(sending), since, now: at }
}

/** Writes down that the keeper sees a finding of the water otherwise. */
export async function disagree(
  slug: string,
  finding: string,
  why: string,
  sending: Sending,
): Promise<Attempt> {
  return written(async () =>
    writeDisagreement(
      await database(),
      slug,
      { finding, why, id: parseSending(sending).id },
      now(),
    ),
  )
}

const useSchema = object({
  use: string().oneOf(['always', 'never']).nullable().defined(),
  because: string()
    .max(TEXT_LIMITS.happened, `The reason is longer than ${TEXT_LIMITS.happened} characters.`)
    .defined(),
}).noUnknown()

/** Says whether a reading is used whatever the others say, or never, and why. */
export async function sayUse(
  slug: string,
  entryId: string,
  use: 'always' | 'never' | null,
  because: string,
): Promise<Attempt> {
  return written(async () => {
    const checked = useSchema.validateSync(sane({ use, because }))
    await setReadingUse(
      await database(),
      slug,
      parseId(entryId),
      checked.use as typeof use,
      checked.because,
      now(),
    )
    return null
  })
}

/** Switches the school of dosing; bands the keeper set stay. */
export async function switchSchool(
  slug: string,
  school: string,
  sending: Sending,
): Promise<Attempt> {
  return written(async () => {
    if (!(SCHOOLS as readonly string[]).includes(school))
      throw new EntryRefused([{ field: 'school', says: 'This is not a school Vivero knows.' }])
    const { id, seen } = parseSending(sending)
    const at = now()
    await changeCare(
      await database(),
      slug,
      'school',
      { id, seen, since: at, now: at },
      (care) => ({
        ...care,
        school: school as School,
      }),
    )
    return null
  })
}

/** Bucket, food and the loss to the air. */
export async function keepHabits(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const loss =
      amount('Evaporation')
        .min(0, 'Evaporation cannot be below zero.')
        .max(500, 'That is more than a tank loses.')
        .nullable()
        .validateSync(words(fields, 'evaporation') === '' ? null : words(fields, 'evaporation')) ??
      null
    const feeding =
      words(fields, 'feedGrams') === '' && words(fields, 'feedFood') === ''
        ? null
        : {
            gramsPerDay: numeric(fields, 'feedGrams'),
            food: words(fields, 'feedFood'),
            fastDays: numericOrNull(fields, 'fastDays') ?? 0,
          }
    const habits = {
      bucketLitres: numeric(fields, 'bucketLitres'),
      foodProteinPercent: numeric(fields, 'foodProteinPercent'),
    }
    const saying = await sayingOf(slug, fields, sending)
    await changeCare(await database(), slug, 'habits', saying, (care) => ({
      ...care,
      ...habits,
      evaporationLitresPerDay: loss,
      feeding,
    }))
    return 'Kept.'
  })
}

/** The keeper's own bands; a parameter left as the school has it is not kept, so that it goes on following the school. */
export async function keepBands(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const { vessel, populations } = tankNow(await storyOrRefuse(slug), now())
    const bands: Partial<Record<Parameter, Band>> = {}
    const problems: { field: string; says: string }[] = []
    for (const parameter of PARAMETERS) {
      const band = {
        low: numericOrNull(fields, `${parameter}-low`),
        high: numericOrNull(fields, `${parameter}-high`),
      }
      const usual = bandUnsaid(vessel, parameter, populations)
      for (const end of ['low', 'high'] as const)
        if (band[end] !== null && typeof band[end] !== 'number')
          problems.push({ field: `${parameter}-${end}`, says: 'This must be a number.' })
      if (typeof band.low === 'number' && typeof band.high === 'number' && band.low >= band.high)
        problems.push({
          field: `${parameter}-high`,
          says: 'The high end must lie above the low one.',
        })
      if (band.low !== usual.low || band.high !== usual.high) bands[parameter] = band
    }
    if (problems.length > 0) throw new EntryRefused(problems)
    const saying = await sayingOf(slug, fields, sending)
    await changeCare(await database(), slug, 'bands', saying, (care) => ({ ...care, bands }))
    return 'Kept.'
  })
}

/** Writes a source water. Gives its name. */
export async function keepSource(
  slug: string,
  known: string | null,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const saying = await sayingOf(slug, fields, sending)
    const source = {
      id: known === null ? saying.id : parseId(known),
      name: words(fields, 'name'),
      kind: words(fields, 'kind') as SourceWater['kind'],
      nitrateMgL: numericOrNull(fields, 'nitrateMgL'),
      khDegrees: numericOrNull(fields, 'khDegrees'),
      ghDegrees: numericOrNull(fields, 'ghDegrees'),
      pH: numericOrNull(fields, 'pH'),
      temperatureC: numericOrNull(fields, 'temperatureC'),
      phosphateMgL: numericOrNull(fields, 'phosphateMgL'),
      potassiumMgL: numericOrNull(fields, 'potassiumMgL'),
      calciumMgL: numericOrNull(fields, 'calciumMgL'),
      magnesiumMgL: numericOrNull(fields, 'magnesiumMgL'),
      conductivityUs: numericOrNull(fields, 'conductivityUs'),
    }
    const fromIons = hardnessTooLow(source)
    if (fromIons !== null)
      throw new EntryRefused([
        {
          field: 'ghDegrees',
          says: `Its calcium and magnesium alone make GH ${sayNumber(fromIons, 0.3)}; ${sayNumber(source.ghDegrees ?? 0)} cannot be. Which of them is wrong?`,
        },
      ])
    await saveSource(
      await database(),
      slug,
      source,
      known === null ? { ...saying, id: `${saying.id}.act` } : saying,
    )
    return `${source.name} is kept.`
  })
}

/** What was read, or the reason why not at its field. Throws EntryRefused. */
function readOr<T>(field: string, read: Result<T>): T {
  if (!read.ok) throw new EntryRefused([{ field, says: read.problem }])
  return read.value
}

/** What a litre of a bottle may weigh, kg: from spirit to the heaviest brine. */
const DENSITIES = { least: 0.7, most: 2 } as const

/** Kilograms a litre of a liquid weighs, as the form has it; one where nothing is said. Throws EntryRefused. */
function densityOf(fields: Fields): number {
  if (words(fields, 'density') === '') return 1
  const density = readOr('density', readNumber(words(fields, 'density'), 'The weight of a litre'))
  if (density < DENSITIES.least || density > DENSITIES.most)
    throw new EntryRefused([
      {
        field: 'density',
        says: `A litre of a bottle weighs between ${DENSITIES.least} and ${DENSITIES.most} kg.`,
      },
    ])
  return density
}

/** Writes a product by its label, or a stock by its recipe. Gives its name. */
export async function keepProduct(
  slug: string,
  known: string | null,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const form = words(fields, 'form')
    const isStock = form === 'stock'
    const lines = words(fields, 'lines')
    const density = densityOf(fields)
    const { id, seen } = parseSending(sending)
    const product = {
      id: known === null ? id : parseId(known),
      name: words(fields, 'name'),
      form: (isStock ? 'liquid' : form) as Product['form'],
      tabletGrams: numericOrNull(fields, 'tabletGrams'),
      releaseWeeks: numericOrNull(fields, 'releaseWeeks') ?? undefined,
      analysis: isStock ? [] : readOr('lines', readLabel(form as Product['form'], lines, density)),
      recipe: isStock ? readOr('lines', readRecipe(lines)) : null,
    }
    try {
      await saveProduct(await database(), slug, product, seen)
    } catch (error) {
      // The form has one field for all its lines.
      const problems = (await attempt(() => Promise.reject(error as Error))) as Attempt
      throw problems.ok
        ? error
        : new EntryRefused(
            problems.problems.map((problem) => ({
              ...problem,
              field: /^(analysis|recipe)/.test(problem.field) ? 'lines' : problem.field,
            })),
          )
    }
    return [
      `${product.name} stands on the shelf.`,
      ...doubleUnits(product.analysis).map(sayWarning),
    ].join(' ')
  })
}

/** Takes a product that was never dosed off the shelf. */
export async function dropProduct(slug: string, id: string): Promise<Attempt> {
  return written(async () => {
    await removeProduct(await database(), slug, parseId(id))
    return null
  })
}

const routineSchema = object({
  everyDays: amount('The days').required().min(1).max(90),
  fraction: amount('The change').required().moreThan(0).max(1),
}).noUnknown()

/** Makes a rhythm of changes the routine. */
export async function adoptRoutine(
  slug: string,
  everyDays: number,
  fraction: number,
  sending: Sending,
): Promise<Attempt> {
  return written(async () => {
    const { id, seen } = parseSending(sending)
    const checked = routineSchema.validateSync(sane({ everyDays, fraction }))
    await setChangeRoutine(await database(), slug, checked, { id, seen, now: now() })
    return null
  })
}

const entryBase = (sending: Sending) => ({
  id: parseSending(sending).id,
  at: now(),
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
})

/** Writes down the colour of the indicator, 1 (blue) to 5 (yellow), as seen now. */
export async function logColour(
  slug: string,
  colour: number,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const seen = typeof colour === 'number' ? INDICATOR_COLOURS[colour - 1] : undefined
    if (!seen)
      throw new EntryRefused([{ field: 'colour', says: 'This is not a colour of the indicator.' }])
    const entry = {
      ...entryBase(sending),
      kind: 'reading',
      parameter: 'co2',
      value: seen.mid,
      method: 'indicator',
      entered: { value: colour, unit: 'colour' },
    }
    await addEntries(await database(), slug, [entry], now())
    return entry.id
  })
}

const doseSchema = object({
  productId: string().max(80).required(),
  amount: amount('The dose').required(),
}).noUnknown()

/** Writes down a dose of a product or plain salt as given now. */
export async function logDose(
  slug: string,
  productId: string,
  given: number,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const checked = doseSchema.validateSync(sane({ productId, amount: given }))
    const story = await storyOrRefuse(slug)
    const product = productOf(story, { productId: checked.productId, product: '' })
    if (!product)
      throw new EntryRefused([{ field: 'product', says: 'This product is not on the shelf.' }])
    const entry = {
      ...entryBase(sending),
      kind: 'dose',
      product: product.name,
      productId: product.id,
      amount: checked.amount,
      unit: doseUnitOf(product),
    }
    await addEntries(await database(), slug, [entry], now())
    return entry.id
  })
}
