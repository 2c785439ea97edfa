import { readFileSync } from 'node:fs'
import { sql } from 'drizzle-orm'
import { lodge } from '../demo/lodge'
import { DAY0, entry, height, STEMS, tank, STAYS } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { ENTRY_KINDS, kindOf, type Entry } from '@/core/journal/entry'
import { importCsv } from '../import-csv'
import { rowsOf, type Database } from '../db'
import { loadStory } from '../story'
import { memoryDatabase } from '../testing/memory'
import type { CsvReport } from './line-report'
import { readEventsCsv, writeEventsCsv } from './events-csv'
import { writeSeriesCsv } from './series-csv'

const NOW = '2026-11-24T09:00:00.000Z'
const HEAD = 'at,kind,amount,unit,subject,note'
const bytes = (text: string) => new TextEncoder().encode(text)
const story = tank([], {
  populations: [
    {
      id: 'fish',
      name: 'Red tetras',
      kind: 'fish',
      adultLengthCm: 2,
      since: instantOf(DAY0),
      ...STAYS,
    },
  ],
  products: [
    {
      id: 'p',
      name: 'Weekly bottle',
      form: 'liquid',
      analysis: [{ as: 'K', amount: 20 }],
      tabletGrams: null,
      recipe: null,
    },
  ],
})
const report = async (lines: string, of = story): Promise<CsvReport> => {
  const result = await readEventsCsv(bytes(`${HEAD}\n${lines}`), of, new Set(), NOW)
  if (!result.ok) throw new Error(result.problem)
  return result.value
}

describe('events.csv', () => {
  test('each kind becomes its entry: per cent and gallons, products by name, plantings by stake, animals by what happened', async () => {
    const { accepted, refused } = await report(
      [
        '2026-03-01T10:00Z,water-change,40,percent,tap,half by the window',
        '2026-03-01T11:00Z,water-change,10,gal,,',
        '2026-03-02T10:00Z,top-off,3,L,Tap,',
        '2026-03-03T10:00Z,dose,5,mL,weekly bottle,',
        '2026-03-03T11:00Z,dose,2,g,some powder,',
        '2026-03-04T10:00Z,feed,1.2,g,flakes,',
        '2026-03-05T10:00Z,trim,12,cm,S1,',
        '2026-03-05T11:00Z,trim,2,in,"Carpet, front",',
        '2026-03-06T10:00Z,equipment,,,Heater,new one',
        '2026-03-06T11:00Z,clean,,,sponge,',
        '2026-03-07T10:00Z,stock,22,counted,Red tetras,',
      ].join('\n'),
    )
    expect(refused).toEqual([])
    const entries = accepted.map(({ entry: one }) => one)
    expect(entries.map((one) => one.kind)).toEqual([
      'water-change',
      'water-change',
      'top-off',
      'dose',
      'dose',
      'feed',
      'trim',
      'trim',
      'equipment',
      'clean',
      'stock',
    ])
    expect(entries[0]).toMatchObject({
      fraction: 0.4,
      sourceId: 'src',
      note: 'half by the window',
      by: 'import',
    })
    expect(entries[1]).toMatchObject({ litres: expect.closeTo(37.854, 3), sourceId: null })
    expect(entries[3]).toMatchObject({
      product: 'Weekly bottle',
      productId: 'p',
      amount: 5,
      unit: 'mL',
    })
    expect(entries[4]).toMatchObject({ product: 'some powder', productId: null })
    expect(entries[6]).toMatchObject({ plantingId: STEMS.id, toCm: 12 })
    expect(entries[7]).toMatchObject({ toCm: expect.closeTo(5.08, 6) })
    expect(entries[8]).toMatchObject({ item: 'Heater', says: 'new one', note: null })
    expect(entries[10]).toMatchObject({ populationId: 'fish', event: 'counted', count: 22 })
  })
  test.each([
    ['an unknown kind', 'party,1,L,,', /not a kind of event/],
    ['a change over the whole', 'water-change,140,percent,,', /more than 100 %/],
    ['more litres than the tank holds', 'water-change,900,L,,', /The tank holds \d+ L/],
    ['a top-up in per cent', 'top-off,10,percent,,', /a top-up is in L or gal/],
    [
      'a source nobody described',
      'water-change,40,percent,Brook,',
      /“Brook” is not a source water of this tank/,
    ],
    [
      'a planting that is not there, never guessed',
      'trim,10,cm,S9,',
      /“S9” is not a planting of this tank; put it on the plan first/,
    ],
    ['animals that are not there', 'stock,2,added,Sharks,', /not animals of this tank/],
    ['half an animal', 'stock,2.5,added,Red tetras,', /whole numbers/],
    [
      'a stock line that does not say what happened',
      'stock,2,pieces,Red tetras,',
      /says what happened/,
    ],
    ['a dose in drops', 'dose,3,drops,Weekly bottle,', /a dose is in mL, g, tablets/],
    [
      'a powder in millilitres',
      'dose,3,mL,potassium nitrate,',
      /potassium nitrate is measured in grams, not in millilitres/,
    ],
    ['letters', 'feed,some,g,flakes,', /not a number/],
    ['nothing', 'feed,0,g,flakes,', /more than zero/],
    ['equipment without what happened', 'equipment,,,Heater,', /what happened/],
  ])('%s is refused by its line, the rest is kept', async (_name, line, sentence) => {
    const { accepted, refused } = await report(
      `2026-03-01T09:00Z,feed,1,g,flakes,\n2026-03-01T10:00Z,${line}\n2026-03-01T11:00Z,feed,2,g,flakes,`,
    )
    expect(accepted).toHaveLength(2)
    expect(refused).toEqual([{ line: 3, says: expect.stringMatching(sentence) }])
  })
  test('readings are no events: the heading says what is missing', async () => {
    expect(
      await readEventsCsv(bytes('at,parameter,value,unit,method,note\n'), story, new Set(), NOW),
    ).toMatchObject({ ok: false, problem: expect.stringContaining('kind, amount are missing') })
  })
  test('what is written is read back: every event of the demo', async () => {
    const [tarn] = lodge(NOW)
    const result = await readEventsCsv(
      bytes(writeEventsCsv(tarn)),
      { ...tarn, entries: [] },
      new Set(),
      NOW,
    )
    if (!result.ok) throw new Error(result.problem)
    expect(result.value.refused).toEqual([])
    const kinds = ['water-change', 'top-off', 'dose', 'feed', 'trim', 'equipment', 'clean', 'stock']
    const much = (one: Entry) =>
      one.kind === 'water-change'
        ? one.fraction.toFixed(6)
        : one.kind === 'dose'
          ? `${one.productId} ${one.amount}`
          : one.kind === 'trim'
            ? `${one.plantingId} ${one.toCm}`
            : one.kind
    const of = (entries: readonly Entry[]) =>
      entries
        .filter((one) => kinds.includes(one.kind))
        .map((one) => `${one.at} ${much(one)}`)
        .sort()
    expect(of(result.value.accepted.map(({ entry: one }) => one))).toEqual(of(tarn.entries))
    const again = await readEventsCsv(bytes(writeEventsCsv(tarn)), tarn, new Set(), NOW)
    expect(again.ok && [again.value.accepted.length, again.value.refused.length]).toEqual([0, 0])
  })
  test('imported twice, it adds nothing', async () => {
    const { db, close } = await memoryDatabase(story)
    const file = bytes(
      `${HEAD}\n2026-03-01T10:00Z,water-change,40,percent,,\n2026-03-02T10:00Z,feed,1,g,flakes,`,
    )
    await importCsv(db, 'test', readEventsCsv, { name: 'events.csv', bytes: file }, NOW)
    expect((await loadStory(db, 'test'))!.entries).toHaveLength(2)
    const again = await importCsv(
      db,
      'test',
      readEventsCsv,
      { name: 'events.csv', bytes: file },
      NOW,
    )
    expect(again.ok && again.value.known.map((line) => line.says)).toEqual([
      'in the journal already',
      'in the journal already',
    ])
    await close()
  })
})

test('series.csv holds ink, pencil and what is to come of every parameter read', async () => {
  const [tarn] = lodge(NOW)
  const lines = writeSeriesCsv(tarn, NOW).trim().split('\r\n')
  expect(lines[0]).toBe('at,parameter,value,low,high,unit,what')
  const nitrate = lines.filter((line) => line.includes(',nitrate,'))
  expect(nitrate.filter((line) => line.endsWith(',ink set aside'))).toHaveLength(1)
  expect(
    nitrate.filter((line) => line.endsWith(',ahead')).every((line) => line.slice(0, 24) > NOW),
  ).toBe(true)
  for (const line of nitrate) {
    const [, , value, low, high] = line.split(',').map(Number)
    if (!line.includes(',ink')) expect(low <= value && value <= high).toBe(true)
  }
  expect(new Set(lines.slice(1).map((line) => line.split(',')[1])).size).toBeGreaterThan(12)
})

describe('older data', () => {
  test('the migration rewrites doses kept in millilitres, in the journal and in its history', async () => {
    const { db, close } = await memoryDatabase(
      tank([
        entry(
          3,
          'dose',
          { product: 'bottle', productId: null, amount: 7, unit: 'mL' },
          { id: 'd' },
        ),
      ]),
    )
    await legacyDose(db)
    for (const statement of readFileSync('drizzle/0002_water.sql', 'utf8')
      .split('--> statement-breakpoint')
      .filter((part) => part.trim().startsWith('UPDATE')))
      await db.execute(sql.raw(statement))
    const [row] = rowsOf(await db.execute(sql`select detail from entry where id = 'd'`))
    expect(row.detail).toEqual({ product: 'bottle', productId: null, amount: 7, unit: 'mL' })
    const [revision] = rowsOf(
      await db.execute(sql`select snapshot from entry_revision where entry_id = 'd'`),
    )
    expect(revision.snapshot).toMatchObject({
      kind: 'dose',
      amount: 5,
      unit: 'mL',
      productId: null,
    })
    await close()
  })
})

async function legacyDose(db: Database): Promise<void> {
  await db.execute(
    sql`update entry set detail = '{"product": "bottle", "millilitres": 7}' where id = 'd'`,
  )
  await db.execute(
    sql`insert into entry_revision (entry_id, revision, replaced_at, act, snapshot) values ('d', 1, now(), 'edit', '{"id": "d", "kind": "dose", "product": "bottle", "millilitres": 5}')`,
  )
}

describe('the door that forms have too', () => {
  const STORY = tank(
    [
      entry(1, 'stock', {
        populationId: 'fish',
        event: 'added',
        count: 60,
        plusMinus: 0,
        otherVesselId: null,
      }),
      height(1, STEMS.id, 20),
    ],
    {
      populations: [
        {
          id: 'fish',
          name: 'Red tetras',
          kind: 'fish',
          adultLengthCm: 2,
          since: instantOf(DAY0),
          ...STAYS,
        },
      ],
    },
  )
  const on = (day: number) => instantOf(DAY0 + day)
  test.each([
    [
      'a trim before the planting',
      `${on(-3)},trim,12,cm,S1,`,
      /S1 was not planted yet on that day/,
    ],
    ['a trim taller than the plant', `${on(2)},trim,300,cm,S1,`, /a trim cannot leave 300 cm/],
    [
      'more deaths than animals',
      `${on(2)},stock,5000,died,Red tetras,`,
      /About 60 were left then; 5000 cannot have died/,
    ],
    ['more water than the tank holds', `${on(2)},top-off,500,L,,`, /the tank holds/i],
  ])('%s is refused by its line, the others are taken', async (_name, line, sentence) => {
    const { accepted, refused } = await report(
      `${on(1)},feed,1,g,flakes,\n${line}\n${on(3)},feed,2,g,flakes,`,
      STORY,
    )
    expect(accepted.map((one) => one.line)).toEqual([2, 4])
    expect(refused).toEqual([{ line: 3, says: expect.stringMatching(sentence) }])
  })
  test('what a file itself brought counts for its later lines, in whatever order they stand', async () => {
    const lines = [
      `${on(9)},stock,70,died,Red tetras,`,
      `${on(5)},stock,30,added,Red tetras,`,
      `${on(10)},stock,30,died,Red tetras,`,
    ]
    const { accepted, refused } = await report(lines.join('\n'), STORY)
    expect(accepted.map((one) => one.line)).toEqual([2, 3])
    expect(refused).toEqual([
      { line: 4, says: expect.stringMatching(/About 20 were left then; 30 cannot have died/) },
    ])
  })
})

describe('a line of every kind', () => {
  const [story] = lodge(NOW)
  test('what is written is read back the same: every kind that has a line', async () => {
    const events = story.entries.filter((entry) => kindOf(entry.kind).csv !== undefined)
    expect(new Set(events.map(({ kind }) => kind)).size).toBe(
      ENTRY_KINDS.filter((kind) => kindOf(kind).csv).length,
    )
    const text = writeEventsCsv(story)
    const blank = { ...story, entries: story.entries.filter(({ kind }) => kind === 'measure') }
    const read = await readEventsCsv(new TextEncoder().encode(text), blank, new Set(), NOW)
    if (!read.ok) throw new Error(read.problem)
    expect(read.value.refused).toEqual([])
    const bare = ({ kind, at }: Entry) => `${at} ${kind}`
    expect(read.value.accepted.map(({ entry }) => bare(entry)).sort()).toEqual(
      events.map(bare).sort(),
    )
    // Read into the tank it was written from, it adds nothing.
    const again = await readEventsCsv(new TextEncoder().encode(text), story, new Set(), NOW)
    expect(again.ok && again.value.accepted).toEqual([])
  })
})
