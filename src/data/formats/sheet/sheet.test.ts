/** Spreadsheets as keepers have them, made up for the purpose: each comes in right, or says why not. */
import fc from 'fast-check'
import { localMoment } from '@/core/quantity/zone'
import { tank } from '@/core/testing/tank'
import { describeEntry } from '@/core/history/describe'
import type { Entry } from '@/core/journal/entry'
import { parseEntry } from '../../border/entry-schema'
import { readCell } from './cells'
import { dayOrderIn, readClock, readWallTime } from './dates'
import { guessMapping } from './guess'
import type { Mapping } from './mapping'
import { parseMapping } from './mapping-schema'
import { readSheet } from './read-sheet'
import { sheetReader } from './sheet-reader'
import { workbook } from './testing'

const story = tank([])
const { timeZone } = story.vessel
const NOW = '2026-11-01T12:00:00.000Z'
const bytesOf = (file: string | Uint8Array) =>
  typeof file === 'string' ? new TextEncoder().encode(file) : file

async function guessed(file: string | Uint8Array) {
  const sheet = await readSheet(bytesOf(file))
  if (!sheet.ok) throw new Error(sheet.problem)
  return guessMapping(sheet.value)
}
async function reportOf(file: string | Uint8Array, change: Partial<Mapping> = {}) {
  const { columns, dayOrder } = await guessed(file)
  const mapping = parseMapping({ columns, dayOrder, ...change })
  const read = await sheetReader(mapping)(bytesOf(file), story, new Set(), NOW)
  if (!read.ok) throw new Error(read.problem)
  return read.value
}
const say = (entry: Entry) =>
  `${localMoment(entry.at, timeZone).replace('T', ' ')} ${describeEntry(parseEntry(entry), story)}${entry.note ? ` (${entry.note})` : ''}`
const linesOf = async (file: string | Uint8Array, change: Partial<Mapping> = {}) =>
  (await reportOf(file, change)).accepted.map(({ entry }) => say(entry))

describe('how much of the water was changed', () => {
  const fractions = async (file: string | Uint8Array) =>
    (await reportOf(file)).accepted.map(({ entry }) =>
      entry.kind === 'water-change' ? entry.fraction : null,
    )
  test.each<[string, string | Uint8Array, number[]]>([
    ['a sign is a sign', 'Date;WC\n2026-02-01;1 %\n2026-02-08;0,5 %\n', [0.01, 0.005]],
    [
      'text under a heading with the sign',
      'Date,WC %\n2026-02-01,1\n2026-02-08,0.5\n',
      [0.01, 0.005],
    ],
    ['one small change among large ones', 'Date,WC\n2026-02-01,30\n2026-02-08,1\n', [0.3, 0.01]],
    [
      'parts of one as some keepers write them',
      'Date,WC\n2026-02-01,0.3\n2026-02-08,1\n',
      [0.3, 1],
    ],
    [
      'a workbook keeps 30 % as 0.3',
      workbook({
        Log: [
          ['Date', 'WC %'],
          ['2026-02-01', 0.3],
          ['2026-02-08', 1],
        ],
      }),
      [0.3, 1],
    ],
    [
      'a workbook of whole numbers',
      workbook({
        Log: [
          ['Date', 'WC %'],
          ['2026-02-01', 30],
          ['2026-02-08', 1],
        ],
      }),
      [0.3, 0.01],
    ],
  ])('%s', async (_, file, expected) => {
    const read = await fractions(file)
    expect(read).toHaveLength(expected.length)
    expected.forEach((part, i) => expect(read[i]).toBeCloseTo(part, 9))
  })
  test('more than all of it is refused', async () => {
    const { accepted, refused } = await reportOf('Date,WC %\n2026-02-01,130\n')
    expect(accepted).toHaveLength(0)
    expect(JSON.stringify(refused)).toMatch(/more than the tank holds/)
  })
})

describe('one row a date, a column a parameter', () => {
  test.each<[string, string | Uint8Array, string[]]>([
    [
      'commas and ISO days',
      'Date,NO3,KH,pH\n2026-02-01,20,4,6.8\n2026-02-08,25,,6.9\n',
      [
        '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-01 12:00 KH 4 °dH, by titration',
        '2026-02-01 12:00 pH 6.8, by drops and chart',
        '2026-02-08 12:00 Nitrate 25 mg/L, by drops and chart',
        '2026-02-08 12:00 pH 6.9, by drops and chart',
      ],
    ],
    [
      'semicolons, decimal commas and days with dots',
      'Datum;Nitrat (mg/l);PO4;Temperatur °C\r\n01.02.2026;12,5;0,5;24,5\r\n',
      [
        '2026-02-01 12:00 Nitrate 12.5 mg/L, by drops and chart',
        '2026-02-01 12:00 Phosphate 0.5 mg/L, by drops and chart',
        '2026-02-01 12:00 Temperature 24.5 °C, by probe',
      ],
    ],
    [
      'tabs, a title above, empty lines between, and a column nobody knows',
      'My tank\t\t\n\t\t\nday\tnitrate\tmood\n3 Feb 2026\t20\thappy\n\t\t\n10 Feb 2026\t30\tcross\n',
      [
        '2026-02-03 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-10 12:00 Nitrate 30 mg/L, by drops and chart',
      ],
    ],
    [
      'hardness in ppm and warmth in Fahrenheit, told by what stands there',
      'Date,Alk,GH (ppm),Temp\n2026-02-01,71.4,143,77\n',
      [
        '2026-02-01 12:00 KH 71.4 ppm CaCO3, by titration',
        '2026-02-01 12:00 GH 143 ppm CaCO3, by titration',
        '2026-02-01 12:00 Temperature 25 °C, by probe',
      ],
    ],
    [
      'the element instead of the ion',
      'Date,NO3-N,PO4-P mg/L\n2026-02-01,5,0.1\n',
      [
        '2026-02-01 12:00 Nitrate 5 mg/L N, by drops and chart',
        '2026-02-01 12:00 Phosphate 0.1 mg/L P, by drops and chart',
      ],
    ],
    [
      'what is under, over, about, between, and blank',
      'Date,NO3,NO2,NH4,Fe,K\n2026-02-01,>160,<0.05,~0.25,-,10-15\n2026-02-08,n/a,0,,?,\n',
      [
        '2026-02-01 12:00 Nitrate over 160 mg/L, by drops and chart',
        '2026-02-01 12:00 Nitrite under 0.05 mg/L, by drops and chart',
        '2026-02-01 12:00 Ammonia 0.25 mg/L, by drops and chart',
        '2026-02-01 12:00 Potassium 12.5 mg/L, by drops and chart',
        '2026-02-08 12:00 Nitrite 0 mg/L, by drops and chart',
      ],
    ],
    [
      'units written into the cells',
      'Date;NO3;Temp;KH\n2026-02-01;20 mg/l;24 °C;4 dKH\n',
      [
        '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-01 12:00 Temperature 24 °C, by probe',
        '2026-02-01 12:00 KH 4 °dH, by titration',
      ],
    ],
    [
      'times of day, in a column or with the date, and remarks',
      'Date,Time,NO3,Notes\n2026-02-01,18:30,20,after feeding\n2026-02-02 07:15,,10,\n2026-02-03,6.05 pm,,only a look\n',
      [
        '2026-02-01 18:30 Nitrate 20 mg/L, by drops and chart (after feeding)',
        '2026-02-02 07:15 Nitrate 10 mg/L, by drops and chart',
        '2026-02-03 18:05 only a look',
      ],
    ],
    [
      'water changes beside the tests',
      'Date,WC %,NO3\n2026-02-01,30,20\n2026-02-08,50%,\n2026-02-15,,15\n',
      [
        '2026-02-01 12:00 Changed 30 % of the water (23.9 L)',
        '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-08 12:00 Changed 50 % of the water (39.9 L)',
        '2026-02-15 12:00 Nitrate 15 mg/L, by drops and chart',
      ],
    ],
    [
      'a workbook with days as it counts them, formulas not run, and a second table left alone',
      workbook({
        Tests: [
          ['Date', 'NO3', 'KH', 'Change %'],
          [{ serial: 46054 }, 20, { formula: '2*2', shows: 4 }, 0.3],
          [{ serial: 46054.75 }, '<5', null, null],
        ],
        Plants: [
          ['a', 'b'],
          ['c', 'd'],
        ],
      }),
      [
        '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-01 12:00 KH 4 °dH, by titration',
        '2026-02-01 12:00 Changed 30 % of the water (23.9 L)',
        '2026-02-01 18:00 Nitrate under 5 mg/L, by drops and chart',
      ],
    ],
    [
      'days as their count in a text file',
      'Date,NO3\n46054,20\n46055.5,10\n',
      [
        '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-02 12:00 Nitrate 10 mg/L, by drops and chart',
      ],
    ],
    [
      'letters of Western Europe, not UTF-8',
      new Uint8Array(
        [...'Datum;Leitf\u00e4higkeit\n1. M\u00e4rz 2026;340\n'].map((c) => c.charCodeAt(0)),
      ),
      ['2026-03-01 12:00 Conductivity 340 µS/cm, by probe'],
    ],
    [
      'a date column that is called something else',
      'Weekly log,Nitrat\n2026-02-01,20\n2026-02-08,10\n',
      [
        '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
        '2026-02-08 12:00 Nitrate 10 mg/L, by drops and chart',
      ],
    ],
  ])('%s', async (_name, file, lines) => {
    expect(await linesOf(file)).toEqual(lines)
  })
})

describe('a reading a row', () => {
  test('with its unit and method, in the keeper’s words', async () => {
    const file =
      'date,test,result,unit,method\n2026-02-01,Nitrat,20,mg/l,Tropftest\n2026-02-01,KH,5,,\n2026-02-01,temp,77,F,thermometer\n2026-02-01,Joy,3,,\n2026-02-02,NO2,<0.1,furlongs,\n'
    const { accepted, refused } = await reportOf(file)
    expect(accepted.map(({ entry }) => say(entry))).toEqual([
      '2026-02-01 12:00 Nitrate 20 mg/L, by drops and chart',
      '2026-02-01 12:00 KH 5 °dH, by titration',
      '2026-02-01 12:00 Temperature 25 °C, by probe',
    ])
    expect(refused.map(({ line, says }) => `${line}: ${says}`)).toEqual([
      '5: “Joy” is nothing Vivero knows a test of',
      '6: “furlongs” is no unit of nitrite',
    ])
  })
})

describe('days that can be read two ways', () => {
  const file = 'Date,NO3\n03/04/2026,20\n05/06/2026,10\n'
  test('are asked about, once for the file', async () => {
    expect(await guessed(file)).toMatchObject({ askDayOrder: true, dayOrder: 'day first' })
    expect(await linesOf(file, { dayOrder: 'day first' })).toEqual([
      '2026-04-03 12:00 Nitrate 20 mg/L, by drops and chart',
      '2026-06-05 12:00 Nitrate 10 mg/L, by drops and chart',
    ])
    expect((await linesOf(file, { dayOrder: 'month first' }))[0]).toMatch(/^2026-03-04/)
  })
  test('are not, where one of them settles it; a file that mixes them is asked about', async () => {
    expect(await guessed('Date,NO3\n03/04/2026,20\n03/25/2026,10\n')).toMatchObject({
      askDayOrder: false,
      dayOrder: 'month first',
    })
    expect(dayOrderIn(['13/01/2026', '01/13/2026'])).toBe('mixed')
    expect(dayOrderIn(['01.13.2026', '04/04/2026'])).toBe('plain')
  })
})

test('what cannot be read is named by its row and heading, and the rest is kept', async () => {
  const { accepted, refused } = await reportOf(
    'Date,NO3,KH\n2026-02-01,lots,4\nlast week,20,4\n2026-02-30,20,4\n2031-02-01,20,4\n2026-02-04,"1,400",99\n2026-02-05,900,4\n',
  )
  expect(accepted).toHaveLength(2)
  expect(refused.map(({ line, says }) => `${line}: ${says}`)).toEqual([
    '2: NO3: “lots” must be a number.',
    '3: “last week” is not a date Vivero can read',
    '4: there is no 30.2.2026',
    '5: 2031-02-01 has not happened yet',
    expect.stringMatching(/^6: NO3: .*two ways/),
    expect.stringMatching(/^6: .*KH/),
    expect.stringMatching(/^7: .*nitrate/),
  ])
})

test('the same file again adds nothing, and twins within it are said', async () => {
  const file = 'Date,NO3\n2026-02-01,20\n2026-02-01,20\n'
  const first = await reportOf(file)
  expect([first.accepted.length, first.known.length]).toEqual([1, 1])
  const { columns, dayOrder } = await guessed(file)
  const again = await sheetReader({ columns, dayOrder })(
    bytesOf(file),
    story,
    new Set(first.accepted.map(({ origin }) => origin)),
    NOW,
  )
  expect(again).toMatchObject({ ok: true, value: { accepted: [] } })
})

test.each<[string, Uint8Array | string, RegExp]>([
  ['nothing', '', /The file is empty/],
  ['an old workbook', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]), /old kind/],
  [
    'a zip of something else',
    new Uint8Array([0x50, 0x4b, 0x03, 0x04, 9, 9]),
    /damaged|not a workbook/,
  ],
  ['a picture', new Uint8Array([0xff, 0xd8, 0, 0, 0, 1, 2]), /not a text file/],
  ['one column', 'only this\n1\n2\n', /No row of headings/],
  ['headings alone', 'Date,NO3\n', /no row below/],
  ['a quotation that never ends', 'Date,NO3\n"2026-02-01,20\n', /never closed/],
])('%s is refused with its reason', async (_name, file, sentence) => {
  const read = await readSheet(bytesOf(file))
  expect(read.ok ? '' : read.problem).toMatch(sentence)
})

test('a mapping from outside is held to what there is', () => {
  const fine = { columns: [{ as: 'date' }], dayOrder: 'day first' }
  expect(parseMapping(fine)).toEqual(fine)
  for (const bad of [
    null,
    {},
    { ...fine, columns: [] },
    { ...fine, dayOrder: 'year first' },
    { ...fine, columns: [{ as: 'reading', parameter: 'joy', unit: 'mg/L', method: 'strip' }] },
    { ...fine, columns: [{ as: 'reading', parameter: 'kh', unit: 'furlongs', method: 'strip' }] },
    { ...fine, columns: Array.from({ length: 61 }, () => ({ as: 'nothing' })) },
    { ...fine, columns: [{ as: 'constructor' }] },
    { ...fine, extra: 1 },
  ])
    expect(() => parseMapping(bad)).toThrow()
})

test('any day written in any of the usual ways is that day (property)', () => {
  const two = (n: number) => String(n).padStart(2, '0')
  const ways: ((y: number, m: number, d: number) => string)[] = [
    (y, m, d) => `${y}-${two(m)}-${two(d)}`,
    (y, m, d) => `${y}/${m}/${d}`,
    (y, m, d) => `${d}.${m}.${y}`,
    (y, m, d) => `${two(d)}/${two(m)}/${y}`,
    (y, m, d) => `${d}-${m}-${String(y).slice(2)}`,
    (y, m, d) =>
      new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' }).format(
        Date.UTC(y, m - 1, d),
      ),
    (y, m, d) =>
      new Intl.DateTimeFormat('en-US', { dateStyle: 'full', timeZone: 'UTC' }).format(
        Date.UTC(y, m - 1, d),
      ),
    (y, m, d) =>
      new Intl.DateTimeFormat('de', { dateStyle: 'full', timeZone: 'UTC' }).format(
        Date.UTC(y, m - 1, d),
      ),
    (y, m, d) =>
      new Intl.DateTimeFormat('fr', { dateStyle: 'long', timeZone: 'UTC' }).format(
        Date.UTC(y, m - 1, d),
      ),
    (y, m, d) =>
      new Intl.DateTimeFormat('es', { dateStyle: 'long', timeZone: 'UTC' }).format(
        Date.UTC(y, m - 1, d),
      ),
    (y, m, d) => String(Math.round(Date.UTC(y, m - 1, d) / 86_400_000) + 25_569),
  ]
  fc.assert(
    fc.property(
      fc.integer({
        min: Date.UTC(2001, 0, 1) / 86_400_000,
        max: Date.UTC(2046, 11, 31) / 86_400_000,
      }),
      fc.constantFrom(...ways),
      (days, way) => {
        const at = new Date(days * 86_400_000)
        const text = way(at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate())
        expect([text, readWallTime(text, 'day first', 2026)]).toEqual([
          text,
          { ok: true, value: { day: at.toISOString().slice(0, 10), clock: null } },
        ])
      },
    ),
    { seed: 7, numRuns: 400 },
  )
})

test('times of day', () => {
  const read = (cell: Parameters<typeof readClock>[0]) => {
    const clock = readClock(cell)
    return clock.ok ? clock.value : clock.problem
  }
  expect(['7:05', '19.30', '7:05 pm', '12:00 am', '18h30', 0.75, null].map(read)).toEqual([
    '07:05',
    '19:30',
    '19:05',
    '00:00',
    '18:30',
    '18:00',
    null,
  ])
  expect(read('25:00')).toMatch(/not a time of day/)
  expect(read('soon')).toMatch(/not a time of day/)
})

test('cells: a number in whatever dress, and never a number out of something else (property)', () => {
  const value = (cell: string | number) => {
    const read = readCell(cell)
    return read.ok ? (read.value?.value ?? null) : read.problem
  }
  expect(['0,5', '.5', '20 ppm', '~ 20', 'ca. 20', '≤5', 7].map(value)).toEqual([
    0.5, 0.5, 20, 20, 20, 5, 7,
  ])
  expect(['', '–', 'n/a', 'x', null].map((cell) => value(cell as string))).toEqual(
    Array(5).fill(null),
  )
  fc.assert(
    fc.property(fc.string({ maxLength: 12 }), (text) => {
      const read = readCell(text)
      if (read.ok && read.value) expect(text).toMatch(/\d/)
    }),
    { seed: 3 },
  )
})

test.each([
  [2026, '46', 2046],
  [2026, '47', 1947],
  [2031, '47', 2047],
  [2031, '51', 2051],
  [2031, '52', 1952],
  [2085, '05', 2105],
  [2085, '06', 2006],
  [2026, '99', 1999],
  [2026, '00', 2000],
])('in %i a year written %s is %i', (thisYear, short, year) => {
  const read = readWallTime(`03.04.${short}`, 'day first', thisYear)
  // What was before any record is refused with its full year.
  if (year < 1970) expect(read).toEqual({ ok: false, problem: expect.stringContaining(`${year}-`) })
  else expect(read).toEqual({ ok: true, value: { day: `${year}-04-03`, clock: null } })
})
