import { METHODS } from '@/core/journal/kinds/reading'
import { usualMethod } from '@/core/journal/kinds/usual-method'
import { PARAMETER_UNITS, type Parameter } from '@/core/quantity/units'
import { readCell } from './cells'
import { dayOrderIn, readWallTime } from './dates'
import type { Cell, ColumnUse, Mapping, Sheet } from './mapping'

/** How keepers head their columns, in the languages we know them in; compared without case, accents, units and signs. */
const NAMES: Readonly<Record<Parameter, readonly string[]>> = {
  nitrate: ['no3', 'nitrate', 'nitrat', 'nitraat', 'nitrato', 'nitrates', 'no3-n', 'nitrate-n'],
  nitrite: ['no2', 'nitrite', 'nitrit', 'nitriet', 'nitrito', 'nitrites', 'no2-n'],
  ammonia: [
    'nh3',
    'nh4',
    'nh3/nh4',
    'nh4/nh3',
    'ammonia',
    'ammonium',
    'ammoniak',
    'ammoniac',
    'amm',
    'tan',
    'nh3/4',
  ],
  phosphate: ['po4', 'phosphate', 'phosphat', 'fosfaat', 'fosfato', 'phos', 'po4-p'],
  potassium: ['k', 'potassium', 'kalium', 'potasio', 'potassio', 'k+'],
  iron: ['fe', 'iron', 'eisen', 'fer', 'ijzer', 'hierro', 'ferro'],
  calcium: ['ca', 'calcium', 'kalzium', 'calcio'],
  magnesium: ['mg', 'magnesium', 'magnesio'],
  pH: ['ph', 'ph-wert', 'ph wert', 'ph value'],
  kh: [
    'kh',
    'dkh',
    'alk',
    'alkalinity',
    'carbonate hardness',
    'karbonatharte',
    'kh-wert',
    'durete carbonatee',
    'carbonaathardheid',
  ],
  gh: [
    'gh',
    'dgh',
    'general hardness',
    'total hardness',
    'hardness',
    'gesamtharte',
    'harte',
    'gh-wert',
    'durete totale',
  ],
  temperature: [
    't',
    'temp',
    'temperature',
    'temperatur',
    'temperatuur',
    'temperatura',
    'water temp',
    'water temperature',
    'wassertemperatur',
  ],
  conductivity: [
    'ec',
    'conductivity',
    'leitwert',
    'leitfahigkeit',
    'conductivite',
    'us/cm',
    'lf',
    'cond',
  ],
  tds: ['tds'],
  co2: ['co2', 'carbon dioxide', 'kohlendioxid'],
  oxygen: ['o2', 'oxygen', 'sauerstoff', 'do', 'oxygene', 'zuurstof'],
  clarity: ['clarity'],
  tint: ['tint'],
}
const OTHERS: readonly [ColumnUse['as'], readonly string[]][] = [
  [
    'date',
    [
      'date',
      'datum',
      'day',
      'tag',
      'fecha',
      'data',
      'when',
      'at',
      'jour',
      'dag',
      'date/time',
      'datetime',
      'timestamp',
      'date and time',
    ],
  ],
  ['time', ['time', 'uhrzeit', 'zeit', 'hour', 'heure', 'tijd', 'hora', 'clock']],
  [
    'note',
    [
      'note',
      'notes',
      'remark',
      'remarks',
      'comment',
      'comments',
      'bemerkung',
      'bemerkungen',
      'notiz',
      'notizen',
      'kommentar',
      'opmerking',
      'remarque',
      'observations',
      'notas',
      'what i did',
    ],
  ],
  ['name', ['parameter', 'test', 'what', 'measure', 'was', 'wert', 'item', 'param']],
  [
    'value',
    ['value', 'result', 'reading', 'ergebnis', 'messwert', 'amount', 'valeur', 'waarde', 'valor'],
  ],
  ['unit', ['unit', 'units', 'einheit', 'unite', 'eenheid', 'unidad']],
  ['method', ['method', 'methode', 'how', 'kit']],
  [
    'change',
    [
      'water change',
      'waterchange',
      'wc',
      'w/c',
      'change',
      'changed',
      'wasserwechsel',
      'ww',
      'tww',
      'waterwissel',
      'changement d eau',
      'cambio de agua',
    ],
  ],
]

const ASIDE = /[([{][^)\]}]*[)\]}]/g
const UNIT_WORDS =
  /\b(?:mg\s*\/\s*l|mg\/l|ppm|us\/cm|dkh|dgh|dh|percent|litres?|liters?|gal)\b|[%°]\s*(?:d?[kg]?h|c|f)?/g

/** A heading as it is compared: small, without accents, brackets and units. */
const bareHeading = (heading: string) =>
  heading
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace('₃', '3')
    .replace('₂', '2')
    .replace('₄', '4')
    .replaceAll('µ', 'u')
    .replaceAll('μ', 'u')

const trimmed = (text: string) => text.replace(/[\s:;,_-]+/g, ' ').trim()

/** The parameter that goes by a name, or null. */
export function parameterNamed(text: string): Parameter | null {
  const bare = bareHeading(text)
  const candidates = [
    trimmed(bare),
    trimmed(bare.replace(ASIDE, ' ')),
    trimmed(bare.replace(ASIDE, ' ').replace(UNIT_WORDS, ' ')),
  ]
  for (const candidate of candidates)
    for (const [parameter, names] of Object.entries(NAMES) as [Parameter, readonly string[]][])
      if (names.includes(candidate) || names.includes(candidate.replaceAll(' ', '-')))
        return parameter
  return null
}

/** The unit a heading or a cell names, for a parameter; null where it names none of its units. */
export function unitNamed(text: string, parameter: Parameter): string | null {
  const bare = bareHeading(text).replace(/\s+/g, ' ')
  const units = PARAMETER_UNITS[parameter].units
  const has = (unit: string) => Object.hasOwn(units, unit)
  const rules: readonly [RegExp, string][] = [
    [/no[23]-?n\b|nh[34]-?n\b|(?:mg\/l|ppm)\s*(?:as\s*)?-?n\b|nitrate-?n\b/, 'mg/L N'],
    [/po4-?p\b|(?:mg\/l|ppm)\s*(?:as\s*)?-?p\b/, 'mg/L P'],
    [/ppm.*caco3|caco3.*ppm/, 'ppm CaCO3'],
    [/caco3/, 'mg/L CaCO3'],
    [/ms\s*\/?\s*cm|\bms\b/, 'mS/cm'],
    [/us\s*\/?\s*cm|\bus\b/, 'µS/cm'],
    [/°\s*f\b|\bf\b|fahrenheit/, '°F'],
    [/°\s*c\b|\bc\b|celsius/, '°C'],
    [/°?\s*d\s*[kg]?h\b|\bdeg/, '°dH'],
    [/ppm/, parameter === 'kh' || parameter === 'gh' ? 'ppm CaCO3' : 'ppm'],
    [/mg\s*\/\s*l|mg l\b/, 'mg/L'],
  ]
  return rules.find(([sign, unit]) => has(unit) && sign.test(bare))?.[1] ?? null
}

/** Temperatures over this are Fahrenheit, hardnesses over this are parts per million: no tank has them in degrees. */
const WARMEST_C = 45
const HARDEST_DEGREES = 35

/** The unit of values that nobody named: the canonical one, unless no tank could hold them in it. */
export function usualUnit(parameter: Parameter, values: readonly number[]): string {
  const middle = [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0
  if (parameter === 'temperature') return middle > WARMEST_C ? '°F' : '°C'
  if (parameter === 'kh' || parameter === 'gh')
    return middle > HARDEST_DEGREES ? 'ppm CaCO3' : '°dH'
  return PARAMETER_UNITS[parameter].canonical
}

/** What is guessed of a sheet, and what must be asked. */
export interface Guess extends Mapping {
  /** Nothing in the file says whether the day or the month stands first. */
  askDayOrder: boolean
  /** Columns whose unit stands nowhere and was guessed. */
  guessedUnits: number[]
}

/** What each column of a sheet is most likely for, from its heading and what stands in it. */
export function guessMapping({ headings, rows }: Sheet): Guess {
  const guessedUnits: number[] = []
  const columns = headings.map((heading, i): ColumnUse => {
    const cells = rows.map(({ cells }) => cells[i] ?? null).filter((cell) => cell !== null)
    return useOf(heading, cells, () => guessedUnits.push(i))
  })
  const dates = columns.flatMap((use, i) => (use.as === 'date' ? [i] : []))
  if (dates.length === 0) {
    const likely = headings.findIndex((_, i) => areDates(rows.map(({ cells }) => cells[i] ?? null)))
    if (likely >= 0) columns[likely] = { as: 'date' }
  }
  // Only one column of each sort is read; of a second date, say, nobody knows which is meant.
  for (const sort of ['date', 'time', 'name', 'value', 'unit', 'method'] as const)
    columns.forEach((use, i) => {
      if (use.as === sort && columns.findIndex(({ as }) => as === sort) < i)
        columns[i] = { as: 'nothing' }
    })
  // A column of units or methods belongs to a table with a reading a row.
  if (!columns.some(({ as }) => as === 'name'))
    columns.forEach((use, i) => {
      if (['value', 'unit', 'method'].includes(use.as)) columns[i] = { as: 'nothing' }
    })
  const date = columns.findIndex(({ as }) => as === 'date')
  const order = date < 0 ? 'plain' : dayOrderIn(rows.map(({ cells }) => cells[date] ?? null))
  return {
    columns,
    dayOrder: order === 'month first' ? order : 'day first',
    askDayOrder: order === 'unknown' || order === 'mixed',
    guessedUnits,
  }
}

function useOf(heading: string, cells: readonly Cell[], onGuess: () => void): ColumnUse {
  const parameter = parameterNamed(heading)
  if (parameter) {
    const values = cells.flatMap((cell) => {
      const read = readCell(cell)
      return read.ok && read.value ? [read.value.value] : []
    })
    const unit = unitNamed(heading, parameter)
    if (unit === null && parameter !== 'pH') onGuess()
    return {
      as: 'reading',
      parameter,
      unit: unit ?? usualUnit(parameter, values),
      method: usualMethod(parameter),
    }
  }
  const bare = trimmed(bareHeading(heading).replace(ASIDE, ' ').replace(UNIT_WORDS, ' '))
  const other = OTHERS.find(([, names]) => names.includes(bare))?.[0]
  if (other === 'change') return { as: 'change', unit: changeUnit(heading) }
  return other ? ({ as: other } as ColumnUse) : { as: 'nothing' }
}

function changeUnit(heading: string): 'percent' | 'L' | 'gal' {
  if (/\bgal/i.test(heading)) return 'gal'
  return /\bl\b|lit(?:re|er)/i.test(heading) ? 'L' : 'percent'
}

const SAMPLE = 20
const MOSTLY = 0.8
function areDates(cells: readonly Cell[]): boolean {
  const some = cells.filter((cell) => cell !== null && cell !== '').slice(0, SAMPLE)
  const read = some.filter((cell) => typeof cell !== 'number' && readWallTime(cell, 'day first').ok)
  return some.length > 0 && read.length / some.length >= MOSTLY
}

/** A method by what keepers call it, or null. */
export function methodNamed(text: string): (typeof METHODS)[number] | null {
  const bare = text.trim().toLowerCase()
  if (bare === '') return null
  const known = METHODS.find((method) => method === bare)
  if (known) return known
  if (/strip|streifen|bandelette/.test(bare)) return 'strip'
  if (/photo|colorim/.test(bare)) return 'photometer'
  if (/probe|pen|meter|sonde|electrode|thermom/.test(bare)) return 'probe'
  if (/titr/.test(bare)) return 'titration'
  if (/drop|tropf|card|liquid|kit/.test(bare)) return 'drops-chart'
  return null
}
