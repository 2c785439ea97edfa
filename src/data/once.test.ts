import { noAnswers } from '@/core/routine/round/answers'
import { batchOf } from '@/core/testing/batch'
import { randomUUID } from 'node:crypto'
import { sourceOn } from '@/core/history/tank-at'
import { USUAL_CARE, type Plan, type VesselRecord } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { instantOf } from '@/core/quantity/time'
import { DAY0, nitrate, STEMS, tank, recordOf, STAYS } from '@/core/testing/tank'
import { attempt } from './border/attempt'
import { addEntries, editEntry, entryVersions, setVoided } from './entries'
import { readReadingsCsv } from './formats/readings-csv'
import { importCsv } from './import-csv'
import { importStory } from './import-tank'
import { type Database, type OpenDatabase } from './db'
import { openServer } from './open'
import { addPlan } from './plans'
import { addPlanting } from './facts/plantings'
import { closeRound, keepRound, openRound, idInRound } from './rounds'
import { stampOf } from './stamp'
import { addPopulation } from './facts/populations'
import { setChangeRoutine } from './facts/routines'
import { sayVessel, shownOfVessel } from './facts/vessel'
import { loadStory } from './story'
import { memoryDatabase } from './testing/memory'
import { startPostgres, whyNoPostgres } from './testing/postgres'
import { CARE_PARTS, changeCare, saveSource } from './water-care'

const NOW = instantOf(DAY0 + 50)
const raw = (id: string, kind: string, detail: object) => ({
  id,
  kind,
  at: instantOf(DAY0 + 40),
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
  ...detail,
})
const note = (id: string, text: string) => raw(id, 'note', { text })
const PLAN: Plan = {
  id: 'plan',
  option: 'trim',
  madeAt: NOW,
  state: 'pencil',
  materials: [],
  stages: [{ number: 1, side: null, on: NOW, plantingIds: [], massShare: 0.3 }],
  steps: [
    {
      id: 'cut',
      stage: 1,
      does: 'cut to a third',
      litres: null,
      kilograms: null,
      text: null,
      minutes: { best: 5, likely: 10, worst: 20 },
      waitHours: 0,
      after: [],
      cautions: [],
      plantingIds: [],
      animalsOut: false,
      acts: [],
    },
  ],
}
const pine = { ...tank().vessel, id: 'ves-2', slug: 'second', name: 'Second' }
const second = tank([], {
  vessel: pine,
  layouts: [],
  plantings: [],
  sources: [],
  species: [],
  equipment: [],
})

const pick = ({ name, kind, altitudeM, timeZone, standsAt, startedAt }: VesselRecord) => ({
  name,
  kind,
  altitudeM,
  timeZone,
  standsAt,
  startedAt,
})

const why = whyNoPostgres()
const DATABASES: [string, () => Promise<OpenDatabase>][] = [
  ['the built-in database', async () => memoryDatabase()],
  ...(why === null
    ? [
        [
          'a PostgreSQL server',
          async () => {
            const server = await startPostgres()
            // Two first starts at once on an empty server: both come up.
            const [open, other] = await Promise.all([
              openServer(server.url),
              openServer(server.url),
            ])
            await other.close()
            return { db: open.db, close: async () => (await open.close(), await server.stop()) }
          },
        ] as [string, () => Promise<OpenDatabase>],
      ]
    : []),
]
if (why !== null) test.skip(`the same on a PostgreSQL server (not tried here: ${why})`, () => {})

describe.each(DATABASES)('on %s', (name, start) => {
  let db: Database
  let close: () => Promise<void>
  beforeAll(async () => {
    ;({ db, close } = await start())
    for (const story of [tank([nitrate(2, 10)], { plans: [PLAN] }), second])
      expect((await importStory(db, story)).ok).toBe(true)
  })
  afterAll(() => close())
  const story = async (slug = 'test') => (await loadStory(db, slug))!
  const count = async (id: string) =>
    (await story()).entries.filter((entry) => entry.id.startsWith(id)).length

  describe('what is sent twice is written once', () => {
    test('an entry, pressed twice at once or again after a lost answer; other words under its number are refused', async () => {
      const both = await Promise.all(
        [1, 2, 3].map(() =>
          attempt(() => addEntries(db, 'test', [note('twice', 'clear as glass')], NOW)),
        ),
      )
      expect(both.map((answer) => answer.ok)).toEqual([true, true, true])
      await addEntries(db, 'test', [note('twice', 'clear as glass')], NOW)
      expect(await count('twice')).toBe(1)
      await expect(addEntries(db, 'test', [note('twice', 'cloudy')], NOW)).rejects.toThrow(
        /written down a moment ago, with other values/,
      )
      await expect(
        addEntries(db, 'second', [note('twice', 'clear as glass')], NOW),
      ).rejects.toThrow(/belongs to another tank/)
      await setVoided(db, 'test', 'twice', true, NOW)
      await addEntries(db, 'test', [note('twice', 'clear as glass')], NOW)
      expect(await count('twice')).toBe(0)
    })
    test('a round: inked by two presses, written once, and a late answer does not open it again', async () => {
      const batch = batchOf(noAnswers('walk-1'))
      const shared = (await keepRound(db, 'test', batch, NOW))!
      const ink = () =>
        attempt(() =>
          addEntries(
            db,
            'test',
            [
              {
                ...raw(idInRound('walk-1', null), 'round', {
                  minutes: Math.random() * 3,
                  asked: 3,
                  confirmed: 1,
                }),
              },
            ],
            NOW,
            { within: closeRound(shared), same: 'id' },
          ),
        )
      expect((await Promise.all([ink(), ink()])).map((answer) => answer.ok)).toEqual([true, true])
      expect(await keepRound(db, 'test', batch, NOW)).toBeNull()
      expect([await count('walk-1'), await openRound(db, 'test')]).toEqual([1, null])
    })
    test('a step of a plan, from two pages at once: one of them is told', async () => {
      const tick = (id: string) =>
        attempt(() =>
          addEntries(
            db,
            'test',
            [raw(id, 'step-done', { planId: 'plan', stepId: 'cut', minutes: 7 })],
            NOW,
          ),
        )
      const answers = await Promise.all([tick('tick-1'), tick('tick-2')])
      expect(answers.filter((answer) => answer.ok)).toHaveLength(1)
      expect(
        answers.flatMap((answer) =>
          answer.ok ? [] : answer.problems.map((problem) => problem.says),
        ),
      ).toEqual(['That step was ticked off already.'])
      expect(await count('tick-')).toBe(1)
    })
    test('a planting, animals and a plan', async () => {
      const planting = { ...STEMS, id: 'p-new', stake: 'S7', name: 'New stems' }
      const fish = {
        id: 'fish',
        name: 'Tetras',
        kind: 'fish' as const,
        adultLengthCm: 3,
        since: instantOf(DAY0 + 3),
        ...STAYS,
      }
      const all = (times: number, act: () => Promise<unknown>) =>
        Promise.all(Array.from({ length: times }, act))
      await all(2, () => addPlanting(db, 'test', recordOf(planting), [CATALOGUE.greenStem], NOW))
      await all(2, () => addPopulation(db, 'test', fish, 12, NOW))
      await all(2, () => addPlan(db, 'test', { ...PLAN, id: 'plan-2' }))
      const { plantings, populations, plans } = await story()
      expect([
        plantings.filter((one) => one.id === 'p-new').length,
        populations.length,
        plans.filter((one) => one.id === 'plan-2').length,
        await count('fish.'),
      ]).toEqual([1, 1, 1, 1])
    })
    test('a new tank, put on the bench by two presses', async () => {
      const fresh = tank([], {
        vessel: { ...tank().vessel, id: 'ves-3', slug: 'third', name: 'Third' },
        layouts: [],
        plantings: [],
        sources: [],
        equipment: [],
      })
      const answers = await Promise.all([importStory(db, fresh), importStory(db, fresh)])
      expect(answers.map((answer) => answer.ok && answer.value.slug)).toEqual(['third', 'third'])
    })
  })

  describe('what was changed elsewhere meanwhile is told, not overwritten', () => {
    test('a line edited in two tabs; the second may insist, and both versions are kept', async () => {
      await addEntries(db, 'test', [note('edited', 'first')], NOW)
      const answers = await Promise.all(
        ['here', 'there'].map((text) =>
          attempt(() => editEntry(db, 'test', note('edited', text), 1, NOW)),
        ),
      )
      const refused = answers.find((answer) => !answer.ok)
      expect(answers.filter((answer) => answer.ok)).toHaveLength(1)
      expect(refused).toMatchObject({
        ok: false,
        overtaken: '2',
        problems: [
          {
            says: expect.stringMatching(/changed elsewhere meanwhile; it now reads “(here|there)”/),
          },
        ],
      })
      await editEntry(db, 'test', note('edited', 'both'), 2, NOW)
      expect(
        (await entryVersions(db, 'test', 'edited')).map((version) => version.revision),
      ).toEqual([2, 1])
      // The same edit sent again is the edit that was made.
      await editEntry(db, 'test', note('edited', 'both'), 2, NOW)
      expect((await entryVersions(db, 'test', 'edited')).length).toBe(2)
    })
    test('glass, lamp and name: the form that did not see the rename does not undo it', async () => {
      const { vessel } = await story()
      const seen = stampOf(shownOfVessel(vessel))
      const change = (facts: object, glass: object) =>
        attempt(() =>
          sayVessel(
            db,
            'test',
            {
              facts: { ...pick(vessel), ...facts },
              glass: { ...vessel.glass[0].is, ...glass },
              since: null,
              temporary: null,
            },
            { id: randomUUID(), seen, now: NOW },
          ),
        )
      const answers = await Promise.all([
        change({ name: 'Renamed' }, {}),
        change({}, { heightCm: 42 }),
      ])
      expect(answers.filter((answer) => answer.ok)).toHaveLength(1)
      expect(answers.find((answer) => !answer.ok)).toMatchObject({ overtaken: expect.any(String) })
      const after = (await story()).vessel
      expect([after.name, after.glass[0].is.heightCm]).toEqual(
        answers[0].ok ? ['Renamed', 40] : ['Test', 42],
      )
    })
    test('two parts of the care at once do not undo each other; two hands on one part are told', async () => {
      const before = (await story()).vessel.care[0].is
      const saying = (seen: string) => ({ id: randomUUID(), seen, since: null, now: NOW })
      const bands = (high: number, seen: string) =>
        attempt(() =>
          changeCare(db, 'test', 'bands', saying(seen), (care) => ({
            ...care,
            bands: { nitrate: { low: null, high } },
          })),
        )
      const habits = (bucketLitres: number) =>
        attempt(() =>
          changeCare(db, 'test', 'habits', saying(stampOf(CARE_PARTS.habits(before))), (care) => ({
            ...care,
            bucketLitres,
          })),
        )
      const answers = await Promise.all([
        bands(20, stampOf(CARE_PARTS.bands(before))),
        habits(USUAL_CARE.bucketLitres + 2),
        bands(30, stampOf(CARE_PARTS.bands(before))),
      ])
      expect(answers.map((answer) => answer.ok).sort()).toEqual([false, true, true])
      const care = (await story()).vessel.care[0].is
      expect([care.bucketLitres, care.bands.nitrate?.high]).toEqual([
        USUAL_CARE.bucketLitres + 2,
        answers[0].ok ? 20 : 30,
      ])
    })
    test('a source water and the rhythm of changes', async () => {
      const source = sourceOn((await story()).sources[0], DAY0 + 50)
      const seen = stampOf(source)
      const save = (over: object) =>
        attempt(() =>
          saveSource(
            db,
            'test',
            { ...source, ...over },
            { id: randomUUID(), seen, since: null, now: NOW },
          ),
        )
      expect((await save({ pH: 7.4 })).ok).toBe(true)
      expect(await save({ ghDegrees: 9 })).toMatchObject({
        ok: false,
        overtaken: stampOf({ ...source, pH: 7.4 }),
      })
      const set = (everyDays: number) =>
        setChangeRoutine(
          db,
          'test',
          { everyDays, fraction: 0.4 },
          { id: randomUUID(), seen: stampOf(null), now: NOW },
        )
      await set(7)
      await expect(set(10)).rejects.toThrow(/Another rhythm was made the routine meanwhile/)
    })
  })

  if (why === null && name.includes('server')) {
    test('connections that the server cuts while they rest end nothing: the next question takes another one', async () => {
      const said = jest.spyOn(console, 'error').mockImplementation(() => {})
      await db.execute(
        'select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid()',
      )
      await new Promise((resolve) => setTimeout(resolve, 300))
      await Promise.all(
        [1, 2, 3].map((n) =>
          addEntries(db, 'test', [note(`after-the-cut-${n}`, 'still here')], NOW),
        ),
      )
      expect(await count('after-the-cut-')).toBe(3)
      said.mockRestore()
    })
  }

  describe('files', () => {
    const bytes = (text: string) => new TextEncoder().encode(text)
    const HEAD = 'at,parameter,value,unit,method,note'
    test('the same line comes into two tanks, and once into each', async () => {
      const file = bytes(
        `${HEAD}\n2026-03-01T10:00Z,nitrate,7,mg/L,strip,\n2026-03-02T10:00Z,nitrate,8,mg/L,strip,`,
      )
      for (const slug of ['test', 'second']) {
        expect(
          await importCsv(
            db,
            slug,
            readReadingsCsv,
            { name: 'readings.csv', bytes: file },
            '2026-11-01T00:00:00.000Z',
          ),
        ).toMatchObject({ ok: true, value: { accepted: { length: 2 } } })
        expect(
          await importCsv(
            db,
            slug,
            readReadingsCsv,
            { name: 'readings.csv', bytes: file },
            '2026-11-01T00:00:00.000Z',
          ),
        ).toMatchObject({ ok: true, value: { accepted: [], known: { length: 2 } } })
      }
    })
    test('the same file from two pages at once is written once', async () => {
      const file = bytes(
        `${HEAD}\n${Array.from({ length: 1200 }, (_, i) => `${instantOf(DAY0 + 10 + i / 100)},kh,3,dKH,strip,`).join('\n')}`,
      )
      const before = (await story()).entries.length
      const both = await Promise.all(
        [1, 2].map(() =>
          attempt(() =>
            importCsv(
              db,
              'test',
              readReadingsCsv,
              { name: 'readings.csv', bytes: file },
              '2026-11-01T00:00:00.000Z',
            ),
          ),
        ),
      )
      expect(both.some((answer) => answer.ok)).toBe(true)
      expect((await story()).entries.length).toBe(before + 1200)
    })
    test('while many lines arrive others are let in and see none of them; stopped, none stays', async () => {
      const file = bytes(
        `${HEAD}\n${Array.from({ length: 2500 }, (_, i) => `${instantOf(DAY0 + 20 + i / 100)},gh,6,dGH,strip,`).join('\n')}`,
      )
      const before = (await story()).entries.length
      const stop = new AbortController()
      const seen: number[] = []
      const importing = importCsv(
        db,
        'test',
        readReadingsCsv,
        { name: 'readings.csv', bytes: file },
        '2026-11-01T00:00:00.000Z',
        ({ done }) => {
          if (done >= 1500) stop.abort()
        },
        stop.signal,
      )
      const outcome = expect(importing).rejects.toThrow()
      for (let i = 0; i < 6; i++) {
        await addEntries(
          db,
          'test',
          [note(`between-${stop.signal.aborted ? 'b' : 'a'}-${i}`, 'x')],
          NOW,
        )
        seen.push((await story()).entries.length - before - (i + 1))
      }
      await outcome
      expect(seen).toEqual([0, 0, 0, 0, 0, 0])
      expect((await story()).entries.length).toBe(before + 6)
    })
  })
})
