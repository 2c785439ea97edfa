import { lodge } from '@/data/demo/lodge'
import { findings } from '../judgement/findings'
import { lampRecord, plantingRecord } from '../history/records'
import { CATALOGUE } from '../plants/catalogue'
import { instantOf } from '../quantity/time'
import { contradictionsIn } from '../judgement/contradictions'
import { CARPET, DAY0, entry, height, KEPT_UP, STEMS, tank } from '../testing/tank'
import { duesOf, MATTERS } from './due-rules'

const NOW = '2026-11-24T09:00:00.000Z'
const LODGE = lodge(NOW)
const at = (day: number) => instantOf(DAY0 + day)

test.each(LODGE.map((story) => [story.vessel.name, story] as const))(
  'in %s every act is due once, soonest first, said whole, with its minutes and a way to do it',
  (_name, story) => {
    const dues = duesOf(story, NOW)
    expect(dues.length).toBeGreaterThan(0)
    expect(new Set(dues.map(({ key }) => key)).size).toBe(dues.length)
    for (const [i, due] of dues.entries()) {
      if (i > 0) expect(due.days.value).toBeGreaterThanOrEqual(dues[i - 1].days.value)
      expect(due.days.low).toBeLessThanOrEqual(due.days.value)
      expect(due.days.high ?? Infinity).toBeGreaterThanOrEqual(due.days.value)
      expect(due.minutes.low).toBeLessThan(due.minutes.high)
      const said = [due.what, due.why, due.waiting].join('. ')
      expect(said).not.toMatch(/undefined|NaN|null|\[object|  /)
      expect(contradictionsIn(said)).toEqual([])
      expect(due.what).toMatch(/^[A-Z]/)
    }
  },
)

test('the display of the lodge wants its stems cut, its lawn mown, its floaters or leaves groomed, and what the keeper set', () => {
  const rules = new Set(duesOf(LODGE[0], NOW).map(({ rule }) => rule))
  expect([...rules]).toEqual(expect.arrayContaining(['routine', 'trim', 'mow', 'groom']))
})

test.each(LODGE.map((story) => [story.vessel.name, story] as const))(
  'what a finding of %s wants cut is due within the same days, and what is due now is found',
  (_name, story) => {
    const cuts = duesOf(story, NOW, undefined, ['trim'])
    const found = findings(story, NOW).filter(
      ({ rule }) => rule === 'to-cut' || rule === 'at-surface',
    )
    for (const { subject, level } of found) {
      const due = cuts.find((one) => 'id' in subject && one.key === `trim:${subject.id}`)
      expect(due).toBeDefined()
      expect(due!.days.value).toBeLessThanOrEqual(level === 'act' ? 5 : 12)
    }
    const seen = new Set(
      findings(story, NOW)
        .filter(({ topic }) => topic === 'surface')
        .flatMap(({ subject }) => ('id' in subject ? [`trim:${subject.id}`] : [])),
    )
    for (const { key, days } of cuts) if (days.value < 0.5) expect(seen).toContain(key)
  },
)

/** A centimetre a day, read every other day, and kept as a hedge of 22 cm. */
const hedge = (days: number) => {
  const story = tank(
    Array.from({ length: days / 2 + 1 }, (_, i) => height(2 * i, STEMS.id, 2 + 2 * i)),
  )
  return {
    ...story,
    plantings: story.plantings.map((one) => ({ ...one, kept: { as: 'hedge' as const, atCm: 22 } })),
  }
}
test('what outgrows its form is found by the judgement too, with the reason and the days of the list', () => {
  const story = hedge(22)
  const [due] = duesOf(story, at(22), undefined, ['trim'])
  expect(due.facts.why.of).toBe('shape')
  const found = findings(story, at(22)).find(({ rule }) => rule === 'to-cut')!
  expect(found.level).toBe('watch')
  expect(found.says).toMatch(/^Trim S1 in \d+ days \(\d+–\d+\): it outgrows its hedge then$/)
})

test('what takes the light of a carpet is cut for it, and is found for it; what nobody ever measured is to be measured first', () => {
  // By hand: 110 µmol on the water leave the carpet about 39 without the stems, of the 30 it must have, and 14 under them.
  const over = { ...STEMS, patch: CARPET.patch, stems: 60 }
  const shaded = (cm: number[]) =>
    tank(
      cm.map((height_, i) => height(2 * i + 1, STEMS.id, height_)),
      {
        plantings: [CARPET, over].map(plantingRecord),
        equipment: [lampRecord('lamp', { parAtSurface: 110 }, at(0))],
      },
    )
  const measured = shaded([14, 15, 16, 17])
  const [due] = duesOf(measured, at(7.5), undefined, ['trim'])
  expect(due.facts.why).toEqual({ of: 'shade', over: ['L1'] })
  expect(due.why).toBe('it takes the light that L1 cannot do without')
  const found = findings(measured, at(7.5)).find(({ rule }) => rule === 'to-cut')!
  expect([found.level, found.subject]).toEqual(['act', { of: 'planting', id: STEMS.id }])
  expect(findings(shaded([]), at(30)).map(({ rule }) => rule)).not.toContain('to-cut')
})

const FLOATERS = {
  ...STEMS,
  id: 'p-f1',
  stake: 'F1',
  name: 'Floaters',
  speciesId: CATALOGUE.floater.id,
  kinds: [{ speciesId: CATALOGUE.floater.id, share: 1, sure: 'sure' as const }],
  zone: 'surface' as const,
  patch: [
    [0, 0],
    [60, 0],
    [60, 40],
    [0, 40],
  ] as const,
}

test('floaters by the calendar and floaters for the light are one act, and the sooner is heard', () => {
  const covers = [1, 5, 9].map((day) =>
    entry(day, 'measure', { plantingId: 'p-f1', measure: 'cover', value: 95 }),
  )
  const story = tank(covers, {
    species: [...tank().species, CATALOGUE.floater],
    plantings: [...tank().plantings, plantingRecord(FLOATERS)],
    // 100 µmol leave the carpet enough in the open, and about half of that under a full cover.
    equipment: [lampRecord('lamp', { parAtSurface: 100 }, at(0))],
  })
  const thinned = duesOf(story, at(9)).filter(({ key }) => key === 'groom:thinned:p-f1')
  expect(thinned).toHaveLength(1)
  expect([thinned[0].rule, thinned[0].days.value]).toEqual(['thin', 0])
  // In so little light that thinning gives nothing back nobody is sent to thin for it.
  const dim = { ...story, equipment: [lampRecord('lamp', { parAtSurface: 40 }, at(0))] }
  expect(duesOf(dim, at(9)).map(({ rule }) => rule)).not.toContain('thin')
  const byCalendar = duesOf(story, at(9), undefined, ['groom']).find(
    ({ key }) => key === 'groom:thinned:p-f1',
  )
  expect(byCalendar!.days.value).toBeCloseTo(1, 9)
})

test('minutes go by the pace of the keeper: a change is two and a half cuts', () => {
  const routines = ['water-change', 'trim'].map((kind) => ({
    id: kind,
    kind: kind as 'trim',
    everyDays: 7,
    amount: kind === 'trim' ? null : 0.4,
    says: null,
    since: at(0),
    ...KEPT_UP,
  }))
  const dues = duesOf(tank([], { routines }), at(9), undefined, ['routine'])
  const minutes = (id: string) => dues.find(({ key }) => key === `routine:${id}`)!.minutes.value
  expect(minutes('trim')).toBe(8)
  expect(minutes('water-change')).toBe(20)
  expect(dues.map(({ days }) => days.value)).toEqual([-2, -2])
  expect(dues.find(({ facts }) => facts.kind === 'water-change')!.opens).toEqual({
    form: 'water-change',
    fill: { percent: '40' },
  })
})

test('a terrarium is asked for no test; every matter can be asked for by itself', () => {
  const story = { ...LODGE[0], vessel: { ...LODGE[0].vessel, kind: 'terrarium' as const } }
  expect(duesOf(story, NOW, undefined, ['test'])).toEqual([])
  const parts = MATTERS.flatMap((matter) => duesOf(LODGE[0], NOW, undefined, [matter]))
  const all = duesOf(LODGE[0], NOW)
  expect(new Set(all.map(({ key }) => key))).toEqual(new Set(parts.map(({ key }) => key)))
})

test('what waits is told of by its day: come, or so many days from now', () => {
  const line = (level: number) =>
    entry(0, 'waiting', { what: 'shrimp', count: null, waitsFor: 'a number of days', level })
  const said = (level: number) => {
    const [due] = duesOf(tank([line(level)]), at(4), undefined, ['waiting'])
    return [due.days.value, due.why]
  }
  expect(said(3)).toEqual([0, 'what it waited for has come'])
  expect(said(10)).toEqual([6, 'then it need wait no longer'])
})
