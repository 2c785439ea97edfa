import { strToU8, zipSync } from 'fflate'
import { ok } from '@/core/quantity/result'
import { lodge } from '../demo/lodge'
import { workbook } from '../formats/sheet/testing'
import { writeTankFile } from '../formats/tank-file'
import { READERS, type ReaderName } from './readers'
import { readOutside } from './run-outside'
import { eachPart, type Stream } from './stream'

const asked = { now: '2026-11-24T12:00:00.000Z', maxMegabytes: 64 }

async function all<T>(stream: Stream<T>) {
  const parts: T[] = []
  const end = await eachPart(stream, (part) => (parts.push(part), ok(null)))
  // What a process hands over is JSON: what is undefined is not there.
  return JSON.parse(JSON.stringify({ parts, end })) as { parts: T[]; end: unknown }
}
const outside = (name: ReaderName, bytes: Uint8Array) => all(readOutside(name, bytes, asked))
const problemOf = async (name: ReaderName, bytes: Uint8Array) =>
  ((await outside(name, bytes)).end as { problem?: string }).problem

const TARN = strToU8(writeTankFile(lodge(asked.now)[0]))
const CSV = strToU8(
  'at,parameter,value,unit,method,note\n2026-03-01T10:00Z,nitrate,10,mg/L,strip,"a\nb"\n',
)
const BOOK = workbook({
  Water: [
    ['Date', 'NO3'],
    ['2026-01-02', 10],
  ],
  More: [
    ['a', 'b'],
    [1, 2],
  ],
})

test.each([
  ['tank', TARN],
  ['tank', TARN.subarray(0, 2000)],
  ['rows', CSV],
  ['rows', strToU8('at,kind\n"open')],
  ['sheet', BOOK],
  ['look', BOOK],
  ['look', strToU8('Datum;NO3\n1.2.2026;"0,5"\n')],
  ['sheet', new Uint8Array()],
] as [ReaderName, Uint8Array][])(
  '%s: a process of its own reads the same as one would here',
  async (name, bytes) => {
    const inside = READERS[name](bytes, asked) as Stream<unknown>
    expect(await outside(name, bytes)).toEqual(await all(inside))
  },
)

/** Made to take more than it may; each is small as it is sent, or within what may be sent. */
test.each([
  [
    'a workbook of tags in tags',
    'look',
    () =>
      zipSync({
        'xl/workbook.xml': strToU8(
          '<workbook xmlns:r="r"><sheets><sheet name="A" r:id="a"/></sheets></workbook>',
        ),
        'xl/_rels/workbook.xml.rels': strToU8(
          '<Relationships><Relationship Id="a" Target="worksheets/s.xml"/></Relationships>',
        ),
        'xl/worksheets/s.xml': strToU8(`<worksheet>${'<a>'.repeat(6_000_000)}`),
      }),
  ],
  [
    'a tank file of millions of nothings',
    'tank',
    () =>
      strToU8(`{"format":"vivero-tank","version":3,"plantings":[${'{},'.repeat(15_000_000)}{}]}`),
  ],
] as [string, ReaderName, () => Uint8Array][])(
  '%s ends its reader, and is answered in a sentence',
  async (_name, reader, make) => {
    expect(await problemOf(reader, make())).toMatch(
      /^This file takes (more memory|longer) to read than Vivero gives it \(.*nothing was written\.$/,
    )
  },
)

test('a reader that is left ends; a reader that cannot be started is a sentence', async () => {
  const parts = readOutside('tank', TARN, asked)
  await parts.next()
  await parts.return(ok(null))
  expect((await parts.next()).done).toBe(true)
})
