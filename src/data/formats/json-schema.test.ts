import { readFileSync, writeFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020'
import addFormats from 'ajv-formats'
import { tank } from '@/core/testing/tank'
import { lodge } from '../demo/lodge'
import { sampleEntries } from '../testing/samples'
import { eventsTable } from './events-table'
import { tankFileSchema } from './json-schema'
import { writeTankFile } from './tank-file'

const FILE = 'docs/vivero-tank.schema.json'
const text = `${JSON.stringify(tankFileSchema(), null, 1)}\n`
// `npm run schema` writes the file anew.
if (process.env.VIVERO_WRITE_SCHEMA) writeFileSync(FILE, text)

test('the shipped JSON Schema is the one made of the schemas that files are read with', () =>
  expect(readFileSync(FILE, 'utf8')).toBe(text))

const DOCS = 'docs/formats.md'
const TABLE = /(<!-- kinds: [^\n]*-->\n\n)[\s\S]*?(\n*<!-- \/kinds -->)/
const docs = readFileSync(DOCS, 'utf8')
const withTable = docs.replace(TABLE, (_all, open, close) => `${open}${eventsTable()}${close}`)
if (process.env.VIVERO_WRITE_SCHEMA) writeFileSync(DOCS, withTable)

test('the table of kinds in the docs is the one made of the kinds', () => {
  expect(docs).toMatch(TABLE)
  expect(readFileSync(DOCS, 'utf8')).toBe(withTable)
})

describe('by an independent validator (ajv)', () => {
  const ajv = new Ajv2020({ strict: false })
  addFormats(ajv)
  const validate = ajv.compile(JSON.parse(text) as object)
  const [tarn, ...others] = lodge('2026-11-24T09:00:00.000Z')
  const file = (story: typeof tarn) => JSON.parse(writeTankFile(story)) as Record<string, unknown>

  test('every story that is written is accepted, with an entry of every kind', () => {
    for (const story of [tarn, ...others, tank(), { ...tarn, entries: sampleEntries() }])
      expect(validate(file(story)) || validate.errors).toBe(true)
  })
  const [lamp] = tarn.equipment.filter((thing) => thing.kind === 'lamp')
  test.each<[string, Record<string, unknown>]>([
    ['half a vessel', { vessel: { name: 'half' } }],
    ['another format', { format: 'other' }],
    ['another version', { version: 2 }],
    ['a part nobody knows', { more: [] }],
    ['a fact without a version', { plantings: [{ ...tarn.plantings[0], stands: [] }] }],
    [
      'a lamp set like a heater',
      {
        equipment: [
          { ...lamp, settings: [{ ...lamp.settings[0], is: { targetC: 24, watts: 9 } }] },
        ],
      },
    ],
    ['an entry of no kind', { entries: [{ ...tarn.entries[0], kind: 'dream' }] }],
    ['a text for a number', { routines: [{ ...tarn.routines[0], everyDays: 'seven' }] }],
    ['a length below zero', { populations: [{ ...tarn.populations[0], adultLengthCm: -1 }] }],
  ])('%s is refused', (_name, over) => expect(validate({ ...file(tarn), ...over })).toBe(false))
})
