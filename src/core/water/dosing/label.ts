import { LABEL_FORM_NAMES, type LabelForm } from '../../chemistry/nutrients'
import { SALTS } from '../../chemistry/salts'
import type { Product } from '../../history/types'
import { readNumber } from '../../quantity/read-number'
import { ok, refuse, type Result } from '../../quantity/result'
import { checkAnalysis } from './products'

/** A form on a label and how much of it: % by weight of a powder or tablet, g/L of a liquid. */
type LabelLine = Product['analysis'][number]
type RecipeLine = NonNullable<Product['recipe']>[number]

/** Other ways in which labels write the same. */
const ALIASES: ReadonlyMap<string, LabelForm> = new Map([
  ['n-no3', 'N'],
  ['no3-n', 'N'],
  ['nh4-n', 'N-NH4'],
  ['n-urea', 'N-NH4'],
  ['po4-p', 'P'],
])

const formOf = (name: string): LabelForm | null =>
  LABEL_FORM_NAMES.find((form) => form.toLowerCase() === name.toLowerCase()) ??
  ALIASES.get(name.toLowerCase()) ??
  null

const saltOf = (name: string): string | null =>
  SALTS.find(
    (salt) =>
      salt.formula.toLowerCase() === name.toLowerCase() ||
      salt.formula.split('·')[0].toLowerCase() === name.toLowerCase() ||
      salt.name.toLowerCase() === name.toLowerCase(),
  )?.id ?? null

const linesOf = (text: string): string[] =>
  text
    .split(/[\n;]+|,(?![0-9])/)
    .map((line) => line.trim())
    .filter(Boolean)

/** What a number on a label is to be multiplied by: to per cent by weight, or to g/L at a density of 1 kg/L. */
const SHARES: Readonly<Record<string, number>> = { '': 1, '%': 1, 'g/kg': 0.1 }
const IN_A_LITRE: Readonly<Record<string, number>> = {
  '': 1,
  'g/l': 1,
  'mg/ml': 1,
  g: 1,
  'mg/l': 0.001,
}
/** One per cent by weight of a litre that weighs a kilogram, g. */
const GRAMS_PER_PERCENT = 10

const NUMBER = '([0-9]+(?:[.,][0-9]+)?)'
const PLAIN = new RegExp(`^(\\S.*?)\\s*[:=]?\\s+${NUMBER}\\s*(%|g/kg|g/L|mg/mL|mg/L|g)?$`, 'i')
/** “5 mL in 100 L adds 4 mg/L NO3”, as bottles tell it to those who do not reckon. */
const BY_EFFECT = new RegExp(
  `^${NUMBER}\\s*mL\\s+(?:in|to|per|for)\\s+${NUMBER}\\s*L\\s*(?:adds?|gives?|raises?|=|:)?\\s*${NUMBER}\\s*mg/L\\s+(?:of\\s+)?(\\S+)$`,
  'i',
)

/**
 * A label as its keeper copied it, one form a line. A liquid may be told by weight (“NO3 2 %”, with `density` in kg/L: 2 % of a litre that
 * weighs 1 kg is 20 g), in g/L or mg/mL, or by what a dose does (“5 mL in 100 L adds 4 mg/L NO3”: 80 g/L). A bare number is % of a
 * powder or tablet and g/L of a liquid. Gives canonical lines; refuses what cannot be read, with the line in the sentence, and what cannot be true.
 */
export function readLabel(form: Product['form'], text: string, density = 1): Result<LabelLine[]> {
  const lines: LabelLine[] = []
  for (const line of linesOf(text)) {
    const read = form === 'liquid' ? readLiquid(line, density) : readShare(line)
    if (!read.ok) return read
    if (read.value.amount === 0)
      return refuse(
        `“${line}” adds nothing: put in how much there is of it, or leave the line out.`,
      )
    lines.push(read.value)
  }
  if (lines.length === 0) return refuse('What does the label say is in it?')
  const sum = checkAnalysis(form, lines)
  return sum.ok ? ok(lines) : sum
}

/** The salts of a stock made at home, grams in a litre of it: “KNO3 60”. */
export function readRecipe(text: string): Result<RecipeLine[]> {
  const lines: RecipeLine[] = []
  for (const line of linesOf(text)) {
    const match = PLAIN.exec(line)
    const salt = match && saltOf(match[1].trim())
    if (!match) return unread(line, 'KNO3 60')
    if (!salt)
      return unknown(
        match[1],
        SALTS.map(({ formula }) => formula),
      )
    if (['%', 'g/kg'].includes((match[3] ?? '').toLowerCase()))
      return refuse(`“${line}”: a stock is written in grams of salt to a litre.`)
    const grams = readNumber(match[2], match[1])
    if (!grams.ok) return grams
    lines.push({
      saltId: salt,
      gramsPerLitre: grams.value * IN_A_LITRE[(match[3] ?? '').toLowerCase()],
    })
  }
  return lines.length > 0 ? ok(lines) : refuse('Which salts are in it, and how much of each?')
}

function readLiquid(line: string, density: number): Result<LabelLine> {
  const effect = BY_EFFECT.exec(line)
  if (effect) return fromEffect(effect)
  const read = readPlain(line)
  if (!read.ok) return read
  const { as, amount, unit } = read.value
  if (unit === '%' || unit === 'g/kg')
    return ok({ as, amount: round(amount * SHARES[unit] * GRAMS_PER_PERCENT * density) })
  return ok({ as, amount: round(amount * IN_A_LITRE[unit]) })
}

function readShare(line: string): Result<LabelLine> {
  const read = readPlain(line)
  if (!read.ok) return read
  const { as, amount, unit } = read.value
  return unit in SHARES
    ? ok({ as, amount: round(amount * SHARES[unit]) })
    : refuse(`“${line}”: of a powder or tablet the share by weight is wanted, in %.`)
}

function readPlain(line: string): Result<{ as: LabelForm; amount: number; unit: string }> {
  const match = PLAIN.exec(line)
  if (!match) return unread(line, 'K2O 3.5')
  const as = formOf(match[1].trim())
  if (!as) return unknown(match[1], LABEL_FORM_NAMES)
  const amount = readNumber(match[2], match[1])
  return amount.ok ? ok({ as, amount: amount.value, unit: (match[3] ?? '').toLowerCase() }) : amount
}

/** mg/L in a volume of L is mg; from so many mL of the bottle: mg/mL, which is g/L. */
function fromEffect([, doseText, volumeText, byText, name]: RegExpExecArray): Result<LabelLine> {
  const as = formOf(name)
  if (!as) return unknown(name, LABEL_FORM_NAMES)
  const [dose, volume, by] = [doseText, volumeText, byText].map((text) => readNumber(text, name))
  if (!dose.ok) return dose
  if (!volume.ok) return volume
  if (!by.ok) return by
  if (dose.value === 0) return refuse('A dose of nothing adds nothing: how many mL are given?')
  return ok({ as, amount: round((by.value * volume.value) / dose.value) })
}

/** Labels are printed to three figures; what is reckoned from them carries no more than six. */
const round = (value: number) => Number(value.toPrecision(6))

const unread = <T>(line: string, example: string): Result<T> =>
  refuse(
    `“${line.slice(0, 60)}” cannot be read; write a form and a number, like “${example}”, one a line.`,
  )
const unknown = <T>(name: string, all: readonly string[]): Result<T> =>
  refuse(`“${name.slice(0, 40)}” is not known here; known are ${all.join(', ')}.`)
