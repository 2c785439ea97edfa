import type { Schema } from 'yup'
import { STORY_PARTS } from '../border/story-schema'
import { lodge } from '../demo/lodge'
import { readTankFile, writeTankFile } from './tank-file'

const NOW = '2026-11-24T12:00:00.000Z'
type Json = null | boolean | number | string | Json[] | { [key: string]: Json }
type Way = (string | number)[]

/** Every key below a value, with its way there; of the items of a list the first that has it. */
function* keysBelow(value: Json, path: string, way: Way): Generator<{ path: string; way: Way }> {
  if (typeof value !== 'object' || value === null) return
  for (const [key, inner] of Object.entries(value)) {
    const [step, name]: [string | number, string] = Array.isArray(value)
      ? [Number(key), '[]']
      : [key, `.${key}`]
    if (!Array.isArray(value)) yield { path: `${path}${name}`, way: [...way, step] }
    yield* keysBelow(inner, `${path}${name}`, [...way, step])
  }
}

function without(whole: Json, way: Way): Json {
  const bent = structuredClone(whole)
  let parent = bent as { [key: string]: Json }
  for (const step of way.slice(0, -1)) parent = parent[step] as { [key: string]: Json }
  delete parent[way.at(-1)!]
  return bent
}

/** What a keeper need not say. Everything else is missed where it is not there: what is read without it would make the desks fail. */
const SPARE = [
  'drafts[].basis.fittings',
  'drafts[].board.fittings',
  'equipment[].settings[].is.longCm',
  'equipment[].settings[].is.spreadDegrees',
  'plantings[].kept',
  'populations[].needs.gh',
  'populations[].needs.kh',
  'populations[].needs.nitrate',
  'populations[].needs.pH',
  'populations[].needs.temperature',
]

const FILES = lodge(NOW).map(
  (story) =>
    ({ ...JSON.parse(writeTankFile(story)), entries: [] }) as { [part: string]: Json } & {
      entries: Json[]
    },
)

test('a part of a tank file that lacks a key is refused, each key there is, but for what need not be said', () => {
  const tried = new Set<string>()
  const accepted: string[] = []
  for (const file of FILES)
    for (const [part, schema] of Object.entries(STORY_PARTS) as [string, Schema][])
      for (const { path, way } of keysBelow(file[part], part, [])) {
        if (tried.has(path)) continue
        tried.add(path)
        if (schema.isValidSync(without(file[part], way), { strict: true })) accepted.push(path)
      }
  expect(tried.size).toBeGreaterThan(200)
  expect(accepted.sort()).toEqual(SPARE)
})

test.each(Object.keys(STORY_PARTS).filter((part) => part !== 'drafts'))(
  'a tank file without its %s says so',
  async (part) => {
    const read = await readTankFile(Buffer.from(JSON.stringify(without(FILES[1], [part]))), NOW)
    expect(read).toMatchObject({
      ok: false,
      problem: expect.stringContaining(`${part}: it is missing`),
    })
  },
)
