import { lodge } from '@/data/demo/lodge'
import { DAY0, entry, height, STEMS, tank } from '@/core/testing/tank'
import { sceneOn, stageOf } from '@/core/layout/scene'
import { instantOf } from '@/core/quantity/time'
import { lookModel } from './model'
import { packStage, unpackStage } from '@/core/layout/pack-stage'
import { unpackTicks } from './pack'
import { OUTLOOK_DAYS } from './shown-day'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn, spring] = lodge(NOW)

test('the margin says four things at most, one a topic, weightiest first; the rest is not lost', () => {
  const model = lookModel(tarn, NOW)
  expect(model.notes.length).toBeLessThanOrEqual(4)
  expect(new Set(model.notes.map((note) => note.key.split(':')[0])).size).toBe(model.notes.length)
  expect(model.notes[0].level).toBe('act')
  expect(new Set([...model.notes, ...model.more].map((note) => note.key)).size).toBe(
    model.notes.length + model.more.length,
  )
})
test('the rule holds the whole life in ink and the weeks ahead in pencil', () => {
  const { stage, band, ...model } = lookModel(tarn, NOW)
  const ticks = unpackTicks(model.ticks)
  expect(ticks.filter((tick) => !tick.pencil).every((tick) => tick.day <= stage.today)).toBe(true)
  expect(
    ticks
      .filter((tick) => tick.pencil)
      .every((tick) => tick.day > stage.today - 1 && tick.day <= stage.today + OUTLOOK_DAYS + 1),
  ).toBe(true)
  expect(ticks.filter((tick) => tick.kind === 'change' && !tick.pencil).length).toBe(
    tarn.entries.filter((one) => one.kind === 'water-change').length,
  )
  expect(band).toMatchObject({ label: 'black tufts' })
})
test('facts and marginalia are sentences with numbers in them, none of them broken', () => {
  for (const story of [tarn, spring]) {
    const model = lookModel(story, NOW)
    expect(model.facts).toMatch(/\d+ × \d+ × \d+ cm · \d+ L of water · about \d+ kg filled/)
    expect([model.facts, model.sentence, ...model.marginalia].join()).not.toMatch(
      /NaN|undefined|null/,
    )
  }
  expect(lookModel(tarn, NOW).marginalia.join()).toMatch(
    /Gas on 07:30, lamp 09:00 for 7\.5 h.*forecasts came true/,
  )
})
test('what must be acted on is marked on its stake, unless the keeper disagrees', () => {
  const long = tank([height(1, STEMS.id, 20), height(15, STEMS.id, 33)])
  expect(lookModel(long, instantOf(DAY0 + 16)).alarmed).toEqual([STEMS.id])
  const disputed = {
    ...long,
    entries: [
      ...long.entries,
      entry(15.5, 'disagreement', { finding: `surface:${STEMS.id}`, why: 'I want it so.' }),
    ],
  }
  expect(lookModel(disputed, instantOf(DAY0 + 16)).alarmed).toEqual([])
})
test('an empty tank is a page, not an error', () => {
  expect(lookModel(tank([], { plantings: [] }), instantOf(DAY0 + 1))).toMatchObject({
    notes: [],
    more: [],
    band: null,
    sentence: expect.stringContaining('no entry yet'),
  })
})

test('a stage packed for its way to the page stands there as it was, to the millimetre and the quarter hour, and draws the same', () => {
  for (const story of [tarn, spring]) {
    const stage = stageOf(story, NOW)
    const back = unpackStage(packStage(stage))
    const heights = (one: { plantings: { course: { anchors: unknown } }[] }) =>
      JSON.stringify(one.plantings.map((staged) => staged.course.anchors)).length
    expect(heights(packStage(stage))).toBeLessThan(0.5 * heights(stage))
    for (const [i, staged] of stage.plantings.entries()) {
      expect(back.plantings[i]).toMatchObject({
        id: staged.id,
        species: staged.species,
        course: { rate: staged.course.rate, ceilingCm: staged.course.ceilingCm },
      })
      expect(back.plantings[i].course.anchors).toHaveLength(staged.course.anchors.length)
      for (const [k, anchor] of staged.course.anchors.entries())
        expect(
          Math.hypot(
            (back.plantings[i].course.anchors[k].day - anchor.day) * 10,
            back.plantings[i].course.anchors[k].cm - anchor.cm,
          ),
        ).toBeLessThan(0.1)
      expect(back.plantings[i].cover?.points.length).toBe(staged.cover?.points.length)
    }
    for (const day of [stage.today - 100, stage.today, stage.today + 30])
      for (const [i, plant] of sceneOn(stage, day).plants.entries())
        expect(
          Math.abs(sceneOn(back, day).plants[i].height.value - plant.height.value),
        ).toBeLessThan(0.15)
  }
})
