import fc from 'fast-check'
import { instantOf } from '../quantity/time'
import { DAY0, recordOf, STAYS, STEMS, tank } from '../testing/tank'
import { litresOn, litresOver } from '../vessel/litres-over'
import {
  heldOn,
  inOrder,
  putVersionRight,
  since,
  versionOn,
  withVersion,
  type Dated,
} from './dated'
import { applyDiffs, diffOf, inverseOf, overtakenBy } from './diff'
import {
  endPlanting,
  movePiece,
  movePlanting,
  saidOf,
  setEquipment,
  withFact,
  withNewFact,
} from './facts'
import { storyFaults } from './sound'
import { plantingAsLastSeen, tankAt } from './tank-at'
import type { TankHistory } from './types'

const at = (day: number) => instantOf(DAY0 + day)
const NOW = at(400)

describe('versions', () => {
  const dated: Dated<string> = [since(at(0), 'a'), since(at(10), 'b'), since(at(20), 'c')]
  test('each holds from its moment to the next; before the first only what a tank always has', () => {
    const on = (day: number) => versionOn(dated, DAY0 + day)?.is ?? null
    expect([-1, 0, 9.99, 10, 19, 20, 500].map(on)).toEqual([null, 'a', 'a', 'b', 'b', 'c', 'c'])
    expect(heldOn(dated, DAY0 - 1)).toBe('a')
    expect(() => heldOn([], DAY0)).toThrow(RangeError)
  })
  test('a change goes in between or in place of one of the same moment; a correction leaves the days alone', () => {
    expect(withVersion(dated, since(at(15), 'x')).map(({ is }) => is)).toEqual(['a', 'b', 'x', 'c'])
    expect(withVersion(dated, since(at(10), 'x')).map(({ is }) => is)).toEqual(['a', 'x', 'c'])
    expect(putVersionRight(dated, DAY0 + 12, 'x').map(({ is }) => is)).toEqual(['a', 'x', 'c'])
    expect(putVersionRight(dated, DAY0 - 5, 'x').map(({ is }) => is)).toEqual(['x', 'b', 'c'])
    expect(inOrder(dated)).toBe(true)
    expect([inOrder([]), inOrder([dated[1], dated[0]]), inOrder([dated[0], dated[0]])]).toEqual([
      false,
      false,
      false,
    ])
  })
})

/** What a keeper may do to a tank on a day. */
type Deed =
  | { do: 'fill'; day: number; cm: number }
  | { do: 'lamp'; day: number; hours: number | null }
  | { do: 'stone'; day: number; x: number | null }
  | { do: 'stems'; day: number; stems: number | null }
const day = fc.integer({ min: 1, max: 200 })
const deed: fc.Arbitrary<Deed> = fc.oneof(
  fc.record({ do: fc.constant('fill' as const), day, cm: fc.integer({ min: 10, max: 39 }) }),
  fc.record({
    do: fc.constant('lamp' as const),
    day,
    hours: fc.option(fc.integer({ min: 1, max: 14 })),
  }),
  fc.record({
    do: fc.constant('stone' as const),
    day,
    x: fc.option(fc.integer({ min: 0, max: 40 })),
  }),
  fc.record({
    do: fc.constant('stems' as const),
    day,
    stems: fc.option(fc.integer({ min: 1, max: 50 })),
  }),
)
const spotAt = (x: number) => ({
  layoutId: 'lay',
  outline: [
    [x, 5],
    [x + 10, 5],
    [x + 5, 12],
  ] as const,
  footprint: [
    [x, 10],
    [x + 10, 10],
    [x + 5, 20],
  ] as const,
})
const stone = {
  id: 'stone',
  label: 'the stone',
  material: 'stone' as const,
  focal: false,
  stands: [since(at(0), spotAt(20))],
}
const begun = tank([], { pieces: [stone], plantings: [recordOf(STEMS)] })
const FIRST = begun.plantings[0].stands[0].is!

function doIt(story: TankHistory, one: Deed): TankHistory {
  const from = at(one.day)
  switch (one.do) {
    case 'fill': {
      const glass = { ...heldOn(story.vessel.glass, DAY0 + one.day), waterlineCm: one.cm }
      return {
        ...story,
        vessel: { ...story.vessel, glass: saidOf(story.vessel.glass, glass, from, DAY0 + 300) },
      }
    }
    case 'lamp':
      return withFact(story, 'equipment', 'lamp', (thing) =>
        thing.kind === 'lamp'
          ? setEquipment(
              thing,
              one.hours === null ? null : { ...thing.settings[0].is!, hours: one.hours },
              from,
              DAY0 + 300,
            )
          : thing,
      )
    case 'stone':
      return movePiece(story, 'stone', from, one.x === null ? null : spotAt(one.x))
    case 'stems':
      return withFact(story, 'plantings', STEMS.id, (planting) =>
        movePlanting(planting, from, one.stems === null ? null : { ...FIRST, stems: one.stems }),
      )
  }
}

/** The oracle: deeds sorted by their days (of one day the one written last counts), played from the first up to a day. */
function played(deeds: readonly Deed[], until: number) {
  const state = {
    line: 36,
    hours: 8 as number | null,
    x: 20 as number | null,
    stems: 15 as number | null,
  }
  const sorted = deeds
    .map((one, i) => ({ one, i }))
    .sort((a, b) => a.one.day - b.one.day || a.i - b.i)
  for (const { one } of sorted) {
    if (one.day > until) break
    if (one.do === 'fill') state.line = one.cm
    if (one.do === 'lamp') state.hours = one.hours
    if (one.do === 'stone') state.x = one.x
    if (one.do === 'stems') state.stems = one.stems
  }
  return state
}

function seen(story: TankHistory, day: number) {
  const { vessel, layout, plantings, equipment } = tankAt(story, DAY0 + day)
  const lamp = equipment.find(({ id }) => id === 'lamp')
  const piece = layout?.hardscape[0]
  return {
    line: vessel.waterlineCm,
    hours: lamp?.kind === 'lamp' && lamp.setting ? lamp.setting.hours : null,
    x: piece ? Math.min(...piece.footprint.map(([x]) => x)) : null,
    stems: plantings[0]?.stems ?? null,
  }
}

test('the tank of any day is what the deeds up to that day made of it, in whatever order they were written (property, against a replay from scratch)', () => {
  fc.assert(
    fc.property(
      fc.array(deed, { maxLength: 25 }),
      fc.integer({ min: 0, max: 260 }),
      (deeds, on) => {
        const story = deeds.reduce(doIt, begun)
        expect(seen(story, on + 0.5)).toEqual(played(deeds, on + 0.5))
        expect(storyFaults(story, NOW)).toEqual([])
      },
    ),
  )
})
test('litres over a life are those of each day (property)', () => {
  fc.assert(
    fc.property(
      fc.array(deed, { maxLength: 12 }),
      fc.array(fc.integer({ min: -5, max: 260 })),
      (deeds, days) => {
        const story = deeds.reduce(doIt, begun)
        const over = litresOver(story)
        for (const on of days)
          expect(over(DAY0 + on + 0.25)).toBe(litresOn(story, DAY0 + on + 0.25))
      },
    ),
  )
})

test('differences turned round give back the same bytes, and forward again the same (property)', () => {
  fc.assert(
    fc.property(
      fc.array(deed, { maxLength: 8 }),
      fc.array(deed, { minLength: 1, maxLength: 8 }),
      (first, then) => {
        const before = first.reduce(doIt, begun)
        const fish = {
          id: 'f',
          name: 'Fish',
          kind: 'fish' as const,
          adultLengthCm: 3,
          since: at(3),
          ...STAYS,
        }
        const after = withNewFact(then.reduce(doIt, before), 'populations', fish)
        const diffs = diffOf(before, after)
        expect(applyDiffs(before, diffs)).toEqual(after)
        expect(JSON.stringify(applyDiffs(after, inverseOf(diffs)))).toBe(JSON.stringify(before))
        expect(overtakenBy(after, diffs)).toEqual([])
        expect(overtakenBy(before, diffs)).toHaveLength(diffs.length)
        expect(diffOf(before, before)).toEqual([])
      },
    ),
  )
})

test('a planting that is gone is told as it last stood; one that never stood is an error', () => {
  const moved = movePlanting(recordOf(STEMS), at(20), { ...FIRST, stems: 30 })
  const held = movePlanting(moved, at(30), null)
  const gone = endPlanting(held, at(40), 'composted')
  expect(plantingAsLastSeen(gone, DAY0 + 100)).toMatchObject({ stems: 30, removedAt: at(40) })
  expect(plantingAsLastSeen(gone, DAY0 + 10)).toMatchObject({ stems: 15 })
  expect(plantingAsLastSeen(gone, DAY0 - 10)).toMatchObject({ stems: 15 })
  expect(() => plantingAsLastSeen({ ...gone, stands: [since(at(0), null)] }, DAY0)).toThrow(
    /never stood/,
  )
})
test('two layouts never lie there at once; a draft never does', () => {
  const [lay] = begun.layouts
  const ended = { ...lay, to: at(50) }
  const next = { ...lay, id: 'next', from: at(50) }
  const draft = { ...lay, id: 'draft', draft: true }
  const story = { ...begun, layouts: [ended, next, draft] }
  expect([-1, 10, 49.9, 50, 300].map((on) => tankAt(story, DAY0 + on).layout?.id)).toEqual([
    undefined,
    'lay',
    'lay',
    'next',
    'next',
  ])
  expect(storyFaults(story, NOW)).toEqual([])
  expect(storyFaults({ ...story, layouts: [lay, next] }, NOW).map(({ fault }) => fault)).toEqual([
    'it lies in the tank at the same time as layouts[0]',
  ])
})
