import { entriesOf } from '@/core/history/journal-index'
import { instantOf } from '@/core/quantity/time'
import { DAY0, entry, STEMS, tank } from '@/core/testing/tank'
import { lodge } from '../demo/lodge'
import { readGrowthCsv, writeGrowthCsv } from './growth-csv'

const NOW = '2026-11-24T09:00:00.000Z'
const HEAD = 'at,plant,measure,value,unit,note'
const bytes = (text: string) => new TextEncoder().encode(text)
const on = (day: number) => instantOf(DAY0 + day)
const read = async (lines: string, story = tank(), origins: ReadonlySet<string> = new Set()) => {
  const result = await readGrowthCsv(bytes(`${HEAD}\n${lines}`), story, origins, NOW)
  if (!result.ok) throw new Error(result.problem)
  return result.value
}

test('every measure in its unit: lengths turned into centimetres, shares, counts, marks out of ten', async () => {
  const { accepted, refused } = await read(
    [
      `${on(5)},S1,height,4,in,after the cut`,
      `${on(5)},s1,width,60,mm,`,
      `${on(5)},L1,cover,70,percent,`,
      `${on(5)},S1,crowns,12,count,`,
      `${on(5)},S1,tip colour,7,of 10,`,
    ].join('\n'),
  )
  expect(refused).toEqual([])
  expect(accepted.map(({ entry: one }) => one)).toMatchObject([
    { measure: 'height', value: expect.closeTo(10.16, 9), note: 'after the cut' },
    { measure: 'width', value: 6 },
    { measure: 'cover', value: 70 },
    { measure: 'crowns', value: 12 },
    { measure: 'tip colour', value: 7 },
  ])
})

test.each([
  ['a plant this tank does not have', 'X9,height,4,cm', 'is not a planting of this tank'],
  ['no measure', 'S1,girth,4,cm', 'is not a measure of plants'],
  ['over all', 'L1,cover,130,percent', '100'],
  ['a share in centimetres', 'L1,cover,30,cm', 'in percent'],
  ['half a leaf', 'S1,leaves,2.5,count', 'whole numbers'],
  ['a mark over ten', 'S1,condition,12,of 10', 'between 0 and 10'],
  ['a length in stones', 'S1,height,2,stone', 'not a unit of length'],
  ['no number', 'S1,height,tall,cm', ''],
])('%s is refused by its line, the rest is kept', async (_what, line, says) => {
  const { accepted, refused } = await read(`${on(5)},${line},\n${on(6)},S1,height,9,cm,`)
  expect(accepted).toHaveLength(1)
  expect(refused).toHaveLength(1)
  expect(refused[0].says).toContain(says)
})

test('a height that can hardly be is kept and remarked on', async () => {
  const { accepted, remarks } = await read(`${on(5)},S1,height,300,cm,`)
  expect(accepted).toHaveLength(1)
  expect(remarks[0]).toContain('Line 2: S1 would stand 300 cm high')
})

test('before it was planted nothing was measured; read twice nothing is added', async () => {
  expect((await read(`${on(-3)},S1,height,9,cm,`)).refused[0].says).toContain('not planted yet')
  const story = tank([entry(5, 'measure', { plantingId: STEMS.id, measure: 'height', value: 9 })])
  expect((await read(`${on(5)},S1,height,9,cm,`, story)).accepted).toEqual([])
})

test('what is written is read back: every measure of the lodge', async () => {
  const [tarn] = lodge(NOW)
  const result = await readGrowthCsv(
    bytes(writeGrowthCsv(tarn)),
    { ...tarn, entries: [] },
    new Set(),
    NOW,
  )
  if (!result.ok) throw new Error(result.problem)
  expect(result.value.refused).toEqual([])
  const of = (entries: typeof tarn.entries) =>
    entriesOf(entries, 'measure').map(({ at, plantingId, measure, value }) => ({
      at,
      plantingId,
      measure,
      value,
    }))
  expect(of(result.value.accepted.map(({ entry: one }) => one) as typeof tarn.entries)).toEqual(
    of(tarn.entries),
  )
})
