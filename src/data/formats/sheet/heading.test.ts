import { strToU8, zipSync } from 'fflate'
import { gathered, sheetParts } from './sheet-parts'
import { guessMapping } from './guess'
import { otherUse, parameterNamed, parameterWithin, unitNamed } from './heading'

const of = (heading: string) => parameterNamed(heading) ?? parameterWithin(heading)

// Headings as keepers write them, of several languages; invented for the check, from common practice.
test.each([
  ['Nitrat NO3 (mg/l)', 'nitrate', 'mg/L'],
  ['Phosphat PO4', 'phosphate', null],
  ['Leitwert µS', 'conductivity', 'µS/cm'],
  ['Leitfähigkeit (µS/cm)', 'conductivity', 'µS/cm'],
  ['Wassertemperatur in °C', 'temperature', '°C'],
  ['Temp. Wasser', 'temperature', null],
  ['Karbonathärte KH (°dH)', 'kh', '°dH'],
  ['GH Gesamthärte', 'gh', null],
  ['carbonate hardness KH ppm', 'kh', 'ppm CaCO3'],
  ['total hardness (GH)', 'gh', null],
  ['pH morgens', 'pH', null],
  ['pH-Wert Becken', 'pH', null],
  ['Nitratgehalt', 'nitrate', null],
  ['Nitrite NO2 ppm', 'nitrite', 'ppm'],
  ['Nitraat NO3', 'nitrate', null],
  ['Fosfaat (PO4) mg/l', 'phosphate', 'mg/L'],
  ['Eisen Fe mg/l', 'iron', 'mg/L'],
  ['Kalium K (mg/l)', 'potassium', 'mg/L'],
  ['Ammonium NH4', 'ammonia', null],
  ['Sauerstoff O2', 'oxygen', null],
  ['CO2 in mg/l', 'co2', 'mg/L'],
  ['température eau', 'temperature', null],
  ['NO3 test', 'nitrate', null],
  ['my nitrate reading', 'nitrate', null],
  ['Magnesium Mg', 'magnesium', null],
] as const)('“%s” is %s', (heading, parameter, unit) => {
  expect(of(heading)).toBe(parameter)
  expect(unitNamed(heading, parameter)).toBe(unit)
})

test.each([
  'NO3 dose (ml)',
  'KNO3 g',
  'Düngung NO3',
  'Eisendünger',
  'CO2 Blasen',
  'CO2 bubbles per second',
  'Soll NO3',
  'target KH',
  'Leitungswasser GH',
  'Raumtemperatur',
  'room temperature',
  'NO2/NO3',
  'KH & GH',
  'mg/l',
  'Licht h',
  'Fische',
  'Laune',
  '',
  '–',
])('“%s” is no reading of this water', (heading) => {
  expect(of(heading)).toBeNull()
})

test('dates, remarks and changes are found in longer headings, where no column bears the plain one', () => {
  expect(otherUse('Datum der Messung', true)).toBe('date')
  expect(otherUse('Wasserwechsel in %', true)).toBe('change')
  expect(otherUse('Bemerkungen / Sonstiges', true)).toBe('note')
  const guess = (headings: string[]) =>
    guessMapping({ headings, rows: [{ line: 2, cells: ['2026-01-02', 5, 'x'] }], remarks: [] })
      .columns
  expect(guess(['Datum der Messung', 'Nitrat NO3 (mg/l)', 'Notizen hier'])).toMatchObject([
    { as: 'date' },
    { as: 'reading', parameter: 'nitrate', unit: 'mg/L' },
    { as: 'note' },
  ])
  expect(guess(['Datum', 'Wasserwechsel Liter', 'Datum nächster Wechsel'])).toMatchObject([
    { as: 'date' },
    { as: 'change', unit: 'L' },
    { as: 'nothing' },
  ])
})

test('an open document table is told how to be saved', async () => {
  const ods = zipSync({
    mimetype: strToU8('application/vnd.oasis.opendocument.spreadsheet'),
    'content.xml': strToU8('<office:document-content/>'),
  })
  expect(await gathered(sheetParts(ods, { maxMegabytes: 20 } as never))).toMatchObject({
    ok: false,
    problem: expect.stringMatching(
      /open document table \(\.ods\).*\.xlsx or CSV.*nothing was written/,
    ),
  })
})
