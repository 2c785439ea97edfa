import { lodge } from '@/data/demo/lodge'
import { DAY0, entry, height, STEMS, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { lookModel, OUTLOOK_DAYS } from './model'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn, spring] = lodge(NOW)

test('the margin says four things at most, one a topic, weightiest first; the rest is not lost', () => {
  const model = lookModel(tarn, NOW)
  expect(model.notes.length).toBeLessThanOrEqual(4)
  expect(new Set(model.notes.map((note) => note.key.split(':')[0])).size).toBe(model.notes.length)
  expect(model.notes[0].level).toBe('act')
  expect(new Set([...model.notes, ...model.more].map((note) => note.key)).size).toBe(model.notes.length + model.more.length)
})
test('the rule holds the whole life in ink and the weeks ahead in pencil', () => {
  const { ticks, stage, band } = lookModel(tarn, NOW)
  expect(ticks.filter((tick) => !tick.pencil).every((tick) => tick.day <= stage.today)).toBe(true)
  expect(ticks.filter((tick) => tick.pencil).every((tick) => tick.day > stage.today - 1 && tick.day <= stage.today + OUTLOOK_DAYS + 1)).toBe(true)
  expect(ticks.filter((tick) => tick.kind === 'change' && !tick.pencil).length).toBe(tarn.entries.filter((one) => one.kind === 'water-change').length)
  expect(band).toMatchObject({ label: 'black tufts' })
})
test('facts and marginalia are sentences with numbers in them, none of them broken', () => {
  for (const story of [tarn, spring]) {
    const model = lookModel(story, NOW)
    expect(model.facts).toMatch(/\d+ × \d+ × \d+ cm · \d+ L of water · about \d+ kg filled/)
    expect([model.facts, model.sentence, ...model.marginalia].join()).not.toMatch(/NaN|undefined|null/)
  }
  expect(lookModel(tarn, NOW).marginalia.join()).toMatch(/Gas on 07:30, lamp 09:00 for 7\.5 h.*pencilled values held/)
})
test('what must be acted on is marked on its stake, unless the keeper disagrees', () => {
  const long = tank([height(1, STEMS.id, 20), height(15, STEMS.id, 33)])
  expect(lookModel(long, instantOf(DAY0 + 16)).alarmed).toEqual([STEMS.id])
  const disputed = { ...long, entries: [...long.entries, entry(15.5, 'disagreement', { finding: `surface:${STEMS.id}`, why: 'I want it so.' })] }
  expect(lookModel(disputed, instantOf(DAY0 + 16)).alarmed).toEqual([])
})
test('an empty tank is a page, not an error', () => {
  expect(lookModel(tank([], { plantings: [] }), instantOf(DAY0 + 1))).toMatchObject({ notes: [], more: [], band: null, sentence: expect.stringContaining('no entry yet') })
})
