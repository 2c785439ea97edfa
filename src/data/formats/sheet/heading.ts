import { PARAMETER_UNITS, type Parameter } from '@/core/quantity/units'
import type { ColumnUse } from './mapping'

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

/** A heading without what stands in brackets and without its units. */
const withoutUnits = (bare: string) => trimmed(bare.replace(ASIDE, ' ').replace(UNIT_WORDS, ' '))

/** The parameter that goes by a name, or null. */
export function parameterNamed(text: string): Parameter | null {
  const bare = bareHeading(text)
  const candidates = [trimmed(bare), trimmed(bare.replace(ASIDE, ' ')), withoutUnits(bare)]
  for (const candidate of candidates)
    for (const [parameter, names] of Object.entries(NAMES) as [Parameter, readonly string[]][])
      if (names.includes(candidate) || names.includes(candidate.replaceAll(' ', '-')))
        return parameter
  return null
}

/** Names of so few letters, and these, stand in a heading for much else. */
const SHORT = 1
const AMBIGUOUS: ReadonlySet<string> = new Set([
  'do',
  'tan',
  'amm',
  'mg',
  'ca',
  'lf',
  'alk',
  'hardness',
  'harte',
])
/** A heading with such a word is not of what was measured in this tank: of a dose, of bubbles, of what is wanted, of other water or of the room. */
const NOT_MEASURED =
  /\b(?:dos(?:e|es|ed|ing|is|age|ierung)|\w*dung(?:er|ung)?|fert\w*|added|zugabe|ml|tropfen|drops?|bubbles?|bps|blasen\w*|target|goal|soll\w*|ziel\w*|wanted|tap|leitungs\w*|source|osmose\w*|ro|room|raum\w*|zimmer\w*|outside|aussen\w*|luft\w*|air|kit|price|preis)\b/
/** What names of parameters are made longer with. */
const ENDINGS = '(?:wert|gehalt|konzentration|e|es|level|value)?'

/** The one parameter that a longer heading speaks of, “Nitrat NO3 (mg/l)”; null where it speaks of none, of several, or of something else. */
export function parameterWithin(text: string): Parameter | null {
  const bare = bareHeading(text)
  if (NOT_MEASURED.test(bare)) return null
  const said = ` ${withoutUnits(bare).replace(/[^\p{L}\p{N}/+-]+/gu, ' ')} `
  const names = (Object.entries(NAMES) as [Parameter, readonly string[]][])
    .flatMap(([parameter, all]) => all.map((name) => ({ parameter, name })))
    .filter(({ name }) => name.length > SHORT && !AMBIGUOUS.has(name))
    .sort((a, b) => b.name.length - a.name.length)
  const found = new Set<Parameter>()
  let left = said
  for (const { parameter, name } of names) {
    const sign = new RegExp(
      `(?<=[ /])${escaped(name)}${name.length > 4 ? ENDINGS : ''}(?=[ /])`,
      'g',
    )
    const without = left.replace(sign, ' ')
    if (without !== left) found.add(parameter)
    left = without
  }
  return found.size === 1 ? [...found][0] : null
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** What else a heading says a column is for, or null; `within`: somewhere in a longer one. */
export function otherUse(text: string, within: boolean): ColumnUse['as'] | null {
  const said = withoutUnits(bareHeading(text))
  const exact = OTHERS.find(([, names]) => names.includes(said))?.[0]
  if (exact || !within) return exact ?? null
  const words = ` ${said.replace(/[^\p{L}\p{N}]+/gu, ' ')} `
  return (
    OTHERS.find(
      ([use, names]) =>
        WITHIN.has(use) && names.some((name) => name.length >= 4 && words.includes(` ${name} `)),
    )?.[0] ?? null
  )
}
const WITHIN: ReadonlySet<ColumnUse['as']> = new Set(['date', 'note', 'change'])

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
