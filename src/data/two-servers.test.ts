import { randomUUID } from 'node:crypto'
import { Client } from 'pg'
import { boardOf } from '@/core/board/board'
import { heldOn } from '@/core/history/dated'
import { plantingRecord } from '@/core/history/records'
import { tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { dayOf, instantOf, type Instant } from '@/core/quantity/time'
import { DAY0, FISH, STEMS, tank } from '@/core/testing/tank'
import { actsOf, redoAct, undoAct } from './acts'
import type { Database, OpenDatabase } from './db'
import { addEntries } from './entries'
import { keepDraft, layBoard } from './facts/board'
import { addEquipment, sayEquipment } from './facts/equipment'
import { sayGround } from './facts/ground'
import { revisionsOf, sayKind } from './facts/kinds'
import { move } from './facts/moves'
import { putPieceBack, sayPiece, takePieceOut } from './facts/pieces'
import { addPlanting, pullOut, sayPlanting } from './facts/plantings'
import { addPopulation, sayPopulation } from './facts/populations'
import { sayRoutine, setChangeRoutine } from './facts/routines'
import { sayVessel } from './facts/vessel'
import { importStory } from './import-tank'
import { openServer } from './open'
import { stampOf } from './stamp'
import { loadStory } from './story'
import { startPostgres, whyNoPostgres } from './testing/postgres'
import { changeCare, saveSource } from './water-care'

const why = whyNoPostgres()
const onServers = why === null ? describe : describe.skip

const STONE = {
  id: 'stone',
  label: 'the stone',
  material: 'stone' as const,
  focal: false,
  stands: [
    {
      from: instantOf(DAY0),
      temporary: null,
      is: {
        layoutId: 'lay',
        outline: [
          [40, 5],
          [50, 5],
          [45, 15],
        ] as [number, number][],
        footprint: [
          [40, 20],
          [50, 20],
          [50, 30],
          [40, 30],
        ] as [number, number][],
      },
    },
  ],
}
const SECOND = {
  ...tank().vessel,
  id: 'ves-2',
  slug: 'second',
  name: 'Second',
}
/** Later than every moment before it: each test begins after the last. */
let clock = Date.parse(instantOf(DAY0 + 50))
const later = (): Instant => new Date((clock += 60_000)).toISOString()

/** What a form of either server does, with its own mark; and the mark that stands then. */
interface Case {
  does: (db: Database, mark: number, now: Instant) => Promise<unknown>
  stands: (story: TankHistory, now: Instant) => number | undefined
}
const form = (now: Instant) => ({ id: randomUUID(), seen: null, now })
const care = (story: TankHistory, now: Instant) => heldOn(story.vessel.care, dayOf(now))

const CASES: Record<string, Case> = {
  'a lamp set': {
    does: (db, mark, now) =>
      sayEquipment(
        db,
        'test',
        'lamp',
        {
          name: 'Lamp',
          servesId: null,
          setting: {
            ...(tank().equipment[0].settings[0].is as object),
            levelPercent: 40 + mark,
          } as never,
          since: now,
          temporary: null,
        },
        form(now),
      ),
    stands: (story, now) =>
      (tankNow(story, now).equipment[0].setting as unknown as { levelPercent: number })
        .levelPercent - 40,
  },
  'the ground': {
    does: (db, mark, now) =>
      sayGround(
        db,
        'test',
        {
          material: 'gravel',
          laidAt: instantOf(DAY0),
          profile: [
            { x: 0, frontCm: 2 + mark, backCm: 5 },
            { x: 60, frontCm: 2 + mark, backCm: 5 },
          ],
        },
        now,
        form(now),
      ),
    stands: (story, now) => tankNow(story, now).layout!.ground.profile[0].frontCm - 2,
  },
  'a stone moved': {
    does: (db, mark, now) =>
      sayPiece(
        db,
        'test',
        'stone',
        {
          label: 'the stone',
          focal: false,
          spot: {
            outline: [
              [30 + mark, 5],
              [40, 5],
              [35, 15],
            ],
            footprint: [
              [30 + mark, 20],
              [40, 20],
              [40, 30],
            ],
          },
        },
        now,
        form(now),
      ),
    stands: (story, now) => tankNow(story, now).layout!.hardscape[0].outline[0][0] - 30,
  },
  'a planting moved': {
    does: (db, mark, now) =>
      sayPlanting(
        db,
        'test',
        STEMS.id,
        {
          identity: { name: STEMS.name, kinds: STEMS.kinds, origin: 'not said', parentIds: [] },
          spot: { zone: 'background', patch: STEMS.patch, stems: 10 + mark, perch: null },
          plantedAt: STEMS.plantedAt,
          since: now,
          temporary: null,
          species: [],
        },
        form(now),
      ),
    stands: (story, now) =>
      tankNow(story, now).plantings.find(({ id }) => id === STEMS.id)!.stems - 10,
  },
  'what animals are': {
    does: (db, mark, now) =>
      sayPopulation(
        db,
        'test',
        'fish',
        { ...FISH, adultLengthCm: 3 + mark },
        { id: randomUUID(), now },
      ),
    stands: (story) => story.populations[0].adultLengthCm - 3,
  },
  'the rhythm of changes': {
    does: (db, mark, now) =>
      setChangeRoutine(db, 'test', { everyDays: 5 + mark, fraction: 0.3 }, form(now)),
    stands: (story) =>
      (story.routines.find(({ kind }) => kind === 'water-change')?.everyDays ?? 0) - 5,
  },
  'a routine': {
    does: (db, mark, now) =>
      sayRoutine(
        db,
        'test',
        {
          id: 'clean',
          kind: 'clean',
          everyDays: 20 + mark,
          amount: null,
          says: null,
          since: now,
          until: null,
          equipmentId: null,
        },
        form(now),
      ),
    stands: (story) => (story.routines.find(({ id }) => id === 'clean')?.everyDays ?? 0) - 20,
  },
  'the care of the water': {
    does: (db, mark, now) =>
      changeCare(db, 'test', 'habits', { ...form(now), since: now }, (before) => ({
        ...before,
        bucketLitres: 5 + mark,
      })),
    stands: (story, now) => care(story, now).bucketLitres - 5,
  },
  'a source': {
    does: (db, mark, now) =>
      saveSource(
        db,
        'test',
        { ...tankNow(tank(), instantOf(DAY0 + 1)).sources[0], ghDegrees: 6 + mark },
        { ...form(now), since: now },
      ),
    stands: (story, now) => tankNow(story, now).sources[0].ghDegrees! - 6,
  },
  'the water line': {
    does: (db, mark, now) =>
      sayVessel(
        db,
        'test',
        {
          facts: {
            name: 'Test',
            kind: 'display',
            altitudeM: 0,
            timeZone: 'UTC',
            standsAt: '',
            startedAt: instantOf(DAY0),
          },
          glass: { lengthCm: 60, depthCm: 40, heightCm: 40, waterlineCm: 30 + mark, glassMm: 8 },
          since: now,
          temporary: null,
        },
        form(now),
      ),
    stands: (story, now) => tankNow(story, now).vessel.waterlineCm - 30,
  },
  'a drawing laid': {
    async does(db, mark, now) {
      const board = boardOf(tankNow((await loadStory(db, 'test'))!, now))!
      const plantings = board.plantings.map((one) => ({ ...one, stems: 20 + mark }))
      await layBoard(db, 'test', { ...board, plantings }, now, form(now))
    },
    stands: (story, now) => tankNow(story, now).plantings[0].stems - 20,
  },
  'a draft': {
    async does(db, mark, now) {
      const board = boardOf(tankNow((await loadStory(db, 'test'))!, now))!
      await keepDraft(db, 'test', { draftId: 'd', name: `Draft ${mark}`, board }, form(now))
    },
    stands: (story) => Number(story.drafts[0].name.slice(-1)),
  },
}

onServers(`two servers on one PostgreSQL${why === null ? '' : ` (not tried here: ${why})`}`, () => {
  let one: OpenDatabase
  let two: OpenDatabase
  let gate: Client
  let stop: () => Promise<void>
  beforeAll(async () => {
    const server = await startPostgres()
    stop = server.stop
    ;[one, two] = await Promise.all([openServer(server.url), openServer(server.url)])
    gate = new Client({ connectionString: server.url })
    await gate.connect()
    await importStory(one.db, tank([], { pieces: [STONE], populations: [FISH] }))
    await importStory(
      one.db,
      tank([], {
        vessel: SECOND,
        layouts: [],
        plantings: [],
        equipment: [],
        sources: [],
        species: [],
      }),
    )
  })
  afterAll(async () => {
    await gate.end()
    await one.close()
    await two.close()
    await stop()
  })
  const story = async (slug = 'test') => (await loadStory(one.db, slug))!
  const waiting = async (): Promise<number> => {
    const { rows } = await gate.query(
      `select count(*)::int as n from pg_stat_activity where wait_event_type = 'Lock'`,
    )
    return (rows[0] as { n: number }).n
  }

  /** Both wait at the lock of their tank, the first to come in before the other; it asked at the later moment. Then the gate opens. */
  async function inTurn(
    first: (now: Instant) => Promise<unknown>,
    second: (now: Instant) => Promise<unknown>,
    table = 'vessel',
  ): Promise<void> {
    const early = later()
    const late = later()
    await gate.query('begin')
    await gate.query(`select id from ${table} for update`)
    const done = first(late)
    while ((await waiting()) < 1) await new Promise((next) => setTimeout(next, 5))
    const doneToo = second(early)
    while ((await waiting()) < 2) await new Promise((next) => setTimeout(next, 5))
    await gate.query('commit')
    await Promise.all([done, doneToo])
  }

  test.each(Object.entries(CASES))(
    '%s from both at once: what was written last stands, though it was asked for earlier',
    async (_name, { does, stands }) => {
      for (const [first, second] of [
        [one, two],
        [two, one],
      ]) {
        await inTurn(
          (now) => does(first.db, 1, now),
          (now) => does(second.db, 2, now),
        )
        // A moment after all that was written.
        const now = later()
        expect(stands(await story(), now)).toBe(2)
        const [latest, before] = await actsOf(one.db, 'ves', 2)
        expect(latest.madeAt > before.madeAt).toBe(true)
      }
    },
  )

  test('what comes new from both at once is all there, one after the other', async () => {
    const lamp = (id: string, from: Instant) => ({
      ...tank().equipment[0],
      id,
      name: id,
      settings: [{ ...tank().equipment[0].settings[0], from }],
    })
    await inTurn(
      (now) => addEquipment(one.db, 'test', lamp('left', now) as never, now),
      (now) => addEquipment(two.db, 'test', lamp('right', now) as never, now),
    )
    const planting = (stake: string, at: Instant) =>
      plantingRecord({ ...STEMS, id: `p-${stake}`, stake, name: stake, plantedAt: at })
    await inTurn(
      (now) => addPlanting(one.db, 'test', planting('S8', now), [CATALOGUE.greenStem], now),
      (now) => addPlanting(two.db, 'test', planting('S9', now), [CATALOGUE.greenStem], now),
    )
    const shrimp = (name: string, since: Instant) => ({ ...FISH, id: name, name, since })
    await inTurn(
      (now) => addPopulation(one.db, 'test', shrimp('red', now), 5, now),
      (now) => addPopulation(two.db, 'test', shrimp('blue', now), 6, now),
    )
    const now = later()
    const { equipment, plantings, populations } = tankNow(await story(), now)
    expect(equipment.map(({ id }) => id)).toEqual(expect.arrayContaining(['left', 'right']))
    expect(plantings.map(({ stake }) => stake)).toEqual(expect.arrayContaining(['S8', 'S9']))
    expect(populations.map(({ id }) => id)).toEqual(expect.arrayContaining(['red', 'blue']))
  })

  test('taken out by one and laid by the other: as it was done last', async () => {
    await inTurn(
      (now) => takePieceOut(one.db, 'test', 'stone', now, { id: randomUUID(), now }),
      (now) => putPieceBack(two.db, 'test', 'stone', now, { id: randomUUID(), now }),
    )
    expect(tankNow(await story(), later()).layout!.hardscape).toHaveLength(1)
  })
  test('pulled out by both: once, and the second changes nothing', async () => {
    const pull = (db: Database) => (now: Instant) =>
      pullOut(db, 'test', 'p-S9', { at: now, became: 'composted' }, { id: randomUUID(), now })
    await inTurn(pull(one.db), pull(two.db))
    const { ended } = (await story()).plantings.find(({ id }) => id === 'p-S9')!
    expect(ended).toMatchObject({ became: 'composted' })
    expect(
      (await story()).entries.filter(
        (e) => e.kind === 'changed' && e.subject.id === 'p-S9' && e.fields[0].field === 'ended',
      ),
    ).toHaveLength(1)
  })
  test('moves between two tanks from both: both are made, in both books, and taken back apart', async () => {
    const water = (db: Database, id: string, litres: number) => (now: Instant) =>
      move(db, { from: 'test', to: 'second' }, () => ({ what: 'water', amount: litres }), {
        id,
        at: now,
        now,
      })
    await inTurn(water(one.db, 'm1', 3), water(two.db, 'm2', 4))
    const moved = async (slug: string) =>
      (await story(slug)).entries.filter(({ id }) => /^m[12]\./.test(id)).map(({ id }) => id)
    for (const slug of ['test', 'second']) expect(await moved(slug)).toHaveLength(2)
    await inTurn(
      (now) => undoAct(one.db, 'test', 'm1.move', now),
      (now) => undoAct(two.db, 'second', 'm2.move', now),
    )
    for (const slug of ['test', 'second']) expect(await moved(slug)).toHaveLength(0)
    await redoAct(one.db, 'test', 'm1.move', later())
    for (const slug of ['test', 'second']) expect(await moved(slug)).toHaveLength(1)
  })
  test('lines stand in the order they had their turn in', async () => {
    const note = (id: string, at: Instant) => ({
      id,
      kind: 'note',
      at,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      text: id,
    })
    const at = later()
    await inTurn(
      (now) => addEntries(one.db, 'test', [note('first-in', at)], now),
      (now) => addEntries(two.db, 'test', [note('second-in', at)], now),
    )
    const { rows } = await gate.query(
      `select id from entry where at = $1 order by logged_at, line`,
      [at],
    )
    expect(rows.map(({ id }: { id: string }) => id)).toEqual(['first-in', 'second-in'])
  })
  test('what is said of a kind by both: the last stands, and what was said before it is what the first said', async () => {
    const saying = (db: Database, heightCm: number) => async (now: Instant) => {
      const standing = (await story()).species.find(({ id }) => id === CATALOGUE.greenStem.id)!
      await sayKind(
        db,
        { ...CATALOGUE.greenStem, matureHeightCm: heightCm },
        { id: randomUUID(), seen: stampOf(standing), now },
      )
    }
    await saying(one.db, 71)(later())
    // A clock that is behind: what it says now is later all the same.
    await saying(two.db, 72)(new Date(clock - 300_000).toISOString())
    const [latest, before] = await revisionsOf(one.db, CATALOGUE.greenStem.id)
    expect([latest.after.matureHeightCm, latest.before?.matureHeightCm]).toEqual([72, 71])
    expect(latest.madeAt > before.madeAt).toBe(true)
  })
})
