import { lodge } from '@/data/demo/lodge'
import { planFaults, storyFaults } from '@/core/history/sound'
import type { Plan, TankHistory } from '@/core/history/types'
import {
  CARPET,
  nitrate,
  STEMS,
  tank,
  recordOf,
  STAYS,
  KEPT_UP,
  withSource,
} from '@/core/testing/tank'
import { importStory } from '../import-tank'
import { deleteTank, readBench, setOnBench, tankToDelete } from '../bench'
import { loadStory } from '../story'
import { memoryDatabase } from '../testing/memory'
import { readTankFile, writeTankFile } from './tank-file'

const NOW = '2026-11-24T09:00:00.000Z'
const [whole] = lodge(NOW)
/** Some lines of each kind: what is wrong with a file is found by its shape, not by its length. */
const SOME = 6
const tarn = {
  ...whole,
  entries: whole.entries.filter(
    ({ kind, id }) =>
      whole.entries.filter((other) => other.kind === kind).findIndex((one) => one.id === id) < SOME,
  ),
}
const text = writeTankFile(tarn)
const read = (file: string) => readTankFile(new TextEncoder().encode(file), NOW)
type Loose = Record<string, unknown>

/** The demo's file with one place set to something, as JSON would have it: `raw` is put in as it is written. */
function withPlace(path: string, raw: string): string {
  const file = JSON.parse(text) as Loose
  const keys = path.split('.')
  const holder = keys.slice(0, -1).reduce((at, key) => at[key] as Loose, file)
  Object.assign(holder, { [keys[keys.length - 1]]: '§' })
  return JSON.stringify(file).replace('"§"', raw)
}
const reading = tarn.entries.findIndex((entry) => entry.kind === 'reading')
const rhythm = tarn.routines.findIndex((routine) => routine.kind === 'water-change')
const change = tarn.entries.findIndex((entry) => entry.kind === 'water-change')

test.each([
  [
    'a number that overflows',
    'vessel.glass.0.is.lengthCm',
    '1e999',
    /vessel\.glass\[0\]\.is\.lengthCm/,
  ],
  [
    'a routine every 10⁻⁹ days',
    'routines.0.everyDays',
    '1e-9',
    /routines\[0\]\.everyDays: .*cannot be below 0\.5/,
  ],
  ['a routine of no number', 'routines.0.everyDays', 'null', /routines\[0\]\.everyDays/],
  [
    'a change of the water four times over',
    `routines.${rhythm}.amount`,
    '4',
    /routines\[\d\]: a change takes a part/,
  ],
  [
    'a corner a kilometre away',
    'plantings.0.stands.0.is.patch.0',
    '[100000, 1]',
    /plantings\[0\].*outside any tank/,
  ],
  [
    'a patch outside the glass',
    'plantings.0.stands.0.is.patch.0',
    '[140, 1]',
    /plantings\[0\]\.stands\[0\]: its patch lies outside the glass/,
  ],
  ['a corner that overflows', 'pieces.0.stands.0.is.outline.0', '[1e999, 1]', /pieces\[0\]/],
  [
    'ground above the rim',
    'layouts.0.ground.0.is.profile.0.backCm',
    '150',
    /the ground is deeper than the vessel is high/,
  ],
  ['ground from right to left', 'layouts.0.ground.0.is.profile.0.x', '99', /from left to right/],
  [
    'growth without end',
    'species.0.growthCmPerDay',
    '{"value":1e9,"low":0,"high":1e9}',
    /species\[0\]\.growthCmPerDay/,
  ],
  [
    'growth below its least',
    'species.0.growthCmPerDay',
    '{"value":1,"low":2,"high":3}',
    /between its least and its most/,
  ],
  [
    'a million stems',
    'plantings.0.stands.0.is.stems',
    '1000000',
    /plantings\[0\]\.stands\[0\]\.is\.stems/,
  ],
  ['half a stem', 'plantings.0.stands.0.is.stems', '1.5', /whole numbers/],
  [
    'pH 40',
    `entries.${reading}`,
    '{"id":"x","kind":"reading","at":"2026-03-01T10:00:00Z","certainty":"measured","by":"keeper","note":null,"expected":null,"parameter":"pH","value":40,"method":"probe","entered":{"value":40,"unit":"pH"}}',
    /outside what water can hold \(pH/,
  ],
  [
    'a pencilled value beyond reason',
    `entries.${reading}.expected`,
    '{"value":1e300,"low":0,"high":1}',
    /The pencilled value/,
  ],
  ['a null among the entries', 'entries.3', 'null', /entries\[3\]: This is not an entry/],
  ['a list among the entries', 'entries.3', '[[]]', /entries\[3\]/],
  ['an entry to come', 'entries.0.at', '"2031-01-01T00:00:00.000Z"', /has not happened yet/],
  ['the year 9999', 'entries.0.at', '"9999-01-01T00:00:00.000Z"', /outside the years 1970 to 2199/],
  ['the year 2', 'entries.0.at', '"0002-01-01T00:00:00.000Z"', /outside the years/],
  [
    'a water nobody described',
    `entries.${change}.sourceId`,
    '"elsewhere"',
    /there is no source water “elsewhere”/,
  ],
  [
    'two plantings on one stake',
    'plantings.1.stake',
    JSON.stringify(tarn.plantings[0].stake),
    /stands already at plantings\[0\]/,
  ],
  [
    'versions that go back in time',
    'equipment.0.settings',
    JSON.stringify([...tarn.equipment[0].settings, tarn.equipment[0].settings[0]]),
    /equipment\[0\]\.settings: its versions must go forward in time/,
  ],
  ['a fact of no version', 'vessel.glass', '[]', /vessel\.glass: .*one version is needed/],
  [
    'a lamp set like a heater',
    'equipment.4.settings.0.is',
    '{"targetC":24,"watts":null}',
    /equipment\[4\]/,
  ],
  ['equipment of no kind', 'equipment.0.kind', '"rocket"', /equipment\[0\]/],
  ['a thing that serves nothing here', 'equipment.0.servesId', '"ghost"', /no thing “ghost”/],
  ['a routine of a thing nobody has', 'routines.0.equipmentId', '"ghost"', /no thing “ghost”/],
  [
    'kinds that are more than the whole',
    'plantings.0.kinds.0.share',
    '0.4',
    /the shares of its kinds do not add up to one/,
  ],
  ['a piece in no layout', 'pieces.0.stands.0.is.layoutId', '"nowhere"', /no layout “nowhere”/],
  ['a place on the bench of no number', 'vessel.order', '1e999', /vessel\.order/],
  [
    'a draft planted with what nobody knows',
    'drafts.0.board.plantings.0.speciesId',
    '"triffid"',
    /no species “triffid”/,
  ],
  [
    'a draft with an outline of two corners',
    'drafts.0.board.pieces.0.footprint',
    '[[0,0],[1,1]]',
    /drafts.*An outline needs three corners/,
  ],
  ['a draft beyond any tank', 'drafts.0.board.ground.profile.0.backCm', '1e9', /drafts/],
  ['a draft that runs', 'drafts.0.board.pieces.0.href', '"javascript:0"', /drafts/],
  [
    'a plan without a stage',
    'plans',
    JSON.stringify([plan({ stages: [] })]),
    /plans\[0\].*it has no stage/,
  ],
])('%s is refused in a sentence that names it', async (_name, path, raw, sentence) => {
  const result = await read(withPlace(path, raw))
  expect(result).toMatchObject({ ok: false, problem: expect.stringMatching(sentence) })
  expect(result.ok ? '' : result.problem).toMatch(/Nothing was written\.$/)
})

test('depth without end, brackets within a text, a file after the file', async () => {
  expect(
    await read(
      `{"format":"vivero-tank","version":2,"vessel":${'['.repeat(100_000)}${']'.repeat(100_000)}}`,
    ),
  ).toMatchObject({ ok: false, problem: expect.stringContaining('nests deeper') })
  expect(
    await read(`{"format":"vivero-tank","entries":[${'{"a":'.repeat(60)}1${'}'.repeat(60)}]}`),
  ).toMatchObject({ ok: false, problem: expect.stringContaining('nests deeper') })
  expect(
    await read(
      withPlace('vessel.standsAt', JSON.stringify(`${'[{'.repeat(90)}\\" “by the stove”`)),
    ),
  ).toMatchObject({ ok: true })
  expect(await read(`${text}{"more":1}`)).toMatchObject({ ok: false })
  expect(await read(text.slice(0, -3))).toMatchObject({
    ok: false,
    problem: expect.stringMatching(/cut short/),
  })
})

function plan(over: Partial<Plan>): Plan {
  const step = (id: string, after: string[] = []): Plan['steps'][number] => ({
    id,
    stage: 1,
    does: 'own words',
    litres: null,
    kilograms: null,
    text: id,
    minutes: { best: 1, likely: 2, worst: 3 },
    waitHours: 0,
    after,
    cautions: [],
    plantingIds: [],
    animalsOut: false,
    acts: [],
  })
  return {
    id: 'p',
    option: 'trim',
    madeAt: '2026-11-20T09:00:00.000Z',
    state: 'pencil',
    materials: [],
    stages: [
      { number: 1, side: null, on: '2026-11-25T09:00:00.000Z', plantingIds: [], massShare: 0.2 },
    ],
    steps: [step('a'), step('b', ['a']), step('c', ['a', 'b'])],
    ...over,
  }
}

describe('plans as networks', () => {
  const steps = plan({}).steps
  test.each([
    ['sound', {}, []],
    [
      'a circle',
      { steps: [{ ...steps[0], after: ['c'] }, steps[1], steps[2]] },
      ['its steps wait for each other in a circle'],
    ],
    [
      'a step that waits for itself',
      { steps: [{ ...steps[0], after: ['a'] }] },
      ['its steps wait for each other in a circle'],
    ],
    [
      'an unknown step',
      { steps: [{ ...steps[0], after: ['z'] }] },
      ['the step “a” waits for “z”, which is not in the plan'],
    ],
    ['a step twice', { steps: [steps[0], steps[0]] }, ['the step “a” stands twice']],
    [
      'a stage that is not there',
      { steps: [{ ...steps[0], stage: 7 }] },
      ['the step “a” belongs to stage 7, which is not in the plan'],
    ],
    [
      'a stage twice',
      { stages: [plan({}).stages[0], plan({}).stages[0]] },
      ['the stage 1 stands twice'],
    ],
  ])('%s', (_name, over, faults) => expect(planFaults(plan(over))).toEqual(faults))
  test('a step named twice before another waits once', () =>
    expect(planFaults(plan({ steps: [steps[0], { ...steps[1], after: ['a', 'a'] }] }))).toEqual([]))
})

test('the stories of the demo and of the tests are sound', () => {
  for (const story of [...lodge(NOW), tank()]) expect(storyFaults(story, NOW)).toEqual([])
})
test('too many corners and too many stems for any tank', () => {
  const patch = Array.from({ length: 400 }, (_, i): [number, number] => [5 + (i % 10), 5 + (i % 7)])
  const many = (n: number, over: object): TankHistory =>
    tank([], {
      plantings: Array.from({ length: n }, (_, i) =>
        recordOf({ ...STEMS, id: `p${i}`, stake: `S${i}`, ...over }),
      ),
    })
  expect(
    storyFaults(many(60, { patch }), NOW)
      .map(({ fault }) => fault)
      .join(),
  ).toMatch(/24000 corners/)
  expect(
    storyFaults(many(60, { stems: 2000 }), NOW)
      .map(({ fault }) => fault)
      .join(),
  ).toMatch(/120000 stems/)
  expect(
    storyFaults(many(201, {}), NOW)
      .map(({ fault }) => fault)
      .join(),
  ).toMatch(/201 plantings/)
})

describe('a file and the tanks that are here', () => {
  const other = (over: Partial<TankHistory>): TankHistory =>
    tank([], {
      vessel: { ...tank().vessel, id: 'ves-2', slug: 'other', name: 'Other' },
      layouts: [],
      plantings: [],
      species: [],
      sources: [],
      equipment: [],
      ...over,
    })
  test('nothing in it may carry the id of another tank’s thing', async () => {
    const { db, close } = await memoryDatabase(
      tank([{ ...nitrate(1, 5), id: 'mine' }], {
        populations: [
          { id: 'fish', name: 'Fish', kind: 'fish', adultLengthCm: 3, since: NOW, ...STAYS },
        ],
        routines: [
          {
            id: 'rt',
            kind: 'round',
            everyDays: 7,
            amount: null,
            says: 'Round',
            since: NOW,
            ...KEPT_UP,
          },
        ],
        plans: [plan({})],
      }),
    )
    const here = (await loadStory(db, 'test'))!
    const thief: [string, Partial<TankHistory>][] = [
      ['layout “lay”', { layouts: here.layouts }],
      ['kind of animal “fish”', { populations: here.populations }],
      ['source water “src”', { sources: here.sources }],
      ['routine “rt”', { routines: here.routines }],
      ['plan “p”', { plans: here.plans }],
      ['thing “lamp”', { equipment: here.equipment }],
      ['1 entries', { entries: here.entries }],
      [
        'planting “p-l1”',
        {
          species: here.species,
          layouts: [{ ...here.layouts[0], id: 'lay-2' }],
          plantings: [recordOf({ ...CARPET, layoutId: 'lay-2' })],
        },
      ],
    ]
    for (const [named, over] of thief)
      expect(await importStory(db, other(over))).toEqual({
        ok: false,
        problem: `Parts of this file belong to another tank here: ${named}. Nothing was written.`,
      })
    expect(await loadStory(db, 'other')).toBeNull()
    expect(await loadStory(db, 'test')).toEqual(here)
    await close()
  })
  test('a known tank takes what it lacks and says what became of it: a product is seen at once, a taken stake gives way, a second standing layout comes as a past one', async () => {
    const { db, close } = await memoryDatabase(tank())
    const product = {
      id: 'b',
      name: 'Bottle',
      form: 'liquid' as const,
      analysis: [{ as: 'K' as const, amount: 20 }],
      tabletGrams: null,
      recipe: null,
    }
    await loadStory(db, 'test')
    expect(await importStory(db, tank([], { products: [product] }))).toMatchObject({
      ok: true,
      value: { fresh: false, partsAdded: 1, entriesAdded: 0 },
    })
    expect((await loadStory(db, 'test'))!.products).toEqual([product])
    const twin = { ...STEMS, id: 'p-twin', name: 'Other stems' }
    const second = { ...tank().layouts[0], id: 'lay-2', name: 'Second' }
    const answer = await importStory(
      db,
      tank([], {
        plantings: [CARPET, STEMS, twin].map(recordOf),
        layouts: [tank().layouts[0], second],
      }),
    )
    expect(answer).toMatchObject({
      ok: true,
      value: {
        partsAdded: 2,
        remarks: [
          '“Second” is the standing layout of the file; here “First” stands, so the other came as a past one.',
          'The stake S1 is taken here; Other stems got S2.',
        ],
      },
    })
    const after = (await loadStory(db, 'test'))!
    expect(after.plantings.map((planting) => [planting.id, planting.stake])).toEqual([
      ['p-l1', 'L1'],
      ['p-s1', 'S1'],
      ['p-twin', 'S2'],
    ])
    expect(after.layouts.map((layout) => layout.to)).toEqual([null, second.from])
    await close()
  })
  test('what stands here otherwise is left as it is, and named', async () => {
    const here = tank([
      { ...nitrate(1, 5), id: 'one' },
      { ...nitrate(2, 6), id: 'two' },
    ])
    const { db, close } = await memoryDatabase(here)
    const answer = await importStory(db, {
      ...here,
      plantings: [{ ...CARPET, stems: 99 }, STEMS].map(recordOf),
      sources: withSource(here, { pH: 8 }).sources,
      entries: [{ ...here.entries[0], note: 'other' }, here.entries[1]],
    })
    expect(answer).toMatchObject({
      ok: true,
      value: {
        partsAdded: 0,
        entriesAdded: 0,
        remarks: [
          'Left as it stands here, though the file has it otherwise: planting “L1”, source water “Tap”.',
          'One line reads otherwise in the file; what stands here was kept.',
        ],
      },
    })
    expect(await loadStory(db, 'test')).toEqual(here)
    await close()
  })
  test('a tank is put away without being read, and comes back as it was', async () => {
    const { db, close } = await memoryDatabase(tank(), other({}))
    await setOnBench(db, 'other', false)
    expect(await readBench(db, NOW)).toMatchObject({
      standing: [{ slug: 'test' }],
      away: [{ slug: 'other', name: 'Other' }],
    })
    expect(await loadStory(db, 'other')).not.toBeNull()
    await setOnBench(db, 'other', true)
    expect((await readBench(db, NOW)).standing).toHaveLength(2)
    await expect(setOnBench(db, 'nowhere', true)).rejects.toThrow(/no tank of that name/)
    await expect(tankToDelete(db, 'other', 'Other')).rejects.toThrow(/Put it away/)
    await setOnBench(db, 'other', false)
    const { name } = (await loadStory(db, 'other'))!.vessel
    await expect(tankToDelete(db, 'other', 'another name')).rejects.toThrow(/Type its name/)
    const doomed = await tankToDelete(db, 'other', ` ${name} `)
    await deleteTank(db, doomed)
    expect(await loadStory(db, 'other')).toBeNull()
    await expect(deleteTank(db, doomed)).rejects.toThrow(/no tank of that name/)
    expect(await loadStory(db, 'test')).not.toBeNull()
    await close()
  })
})
