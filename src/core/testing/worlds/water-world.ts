import { normalStream } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'

/**
 * Tanks whose truth is known, by laws that the estimates do not have: nitrogen goes through two crops of bacteria that grow (Monod),
 * through mulm that rots, and into plants that saturate, grow and are cut; soil leaches and holds hardness; feeding, source water and
 * seasons are uneven; some of what is done is never written down. For tests alone.
 */
export const WORLD_KINDS = [
  'lean gas',
  'low light',
  'raw',
  'new soil',
  'many fish',
  'topped up',
  'fed more',
  'stones',
  'crash',
] as const
export type WorldKind = (typeof WORLD_KINDS)[number]

export const WORLD_DAYS = 150
export const STEPS = 4
const PARTS = 16
/** Nitrogen as the ions that tests show, mg/L of each to one of nitrogen: molar masses of IUPAC 2021. */
const NH4 = 1.288
const NO2 = 3.284
const NO3 = 4.427

export interface Change {
  day: number
  /** As it was done, and as the keeper puts it down; null: never written down. */
  fraction: number
  said: number | null
}
export interface WaterWorld {
  kind: WorldKind
  litres: number
  /** Of each parameter, its level at full volume every quarter of a day. */
  truth: Record<WorldParameter, Float64Array>
  /** How full the glass was, share; what is read is concentrated by what is missing. */
  full: Float64Array
  changes: Change[]
  topUps: { day: number; litres: number }[]
  /** Dates the journal can know: food, fertiliser in mL. */
  feeds: { day: number; grams: number }[]
  doses: { day: number; mL: number }[]
  source: { nitrate: number; kh: number; conductivity: number }
  /** Per mL of the bottle, what the label says. */
  bottle: { nitrateMg: number }
  evaporation: number
}
export const WORLD_PARAMETERS = ['nitrate', 'conductivity', 'kh', 'ammonia', 'nitrite'] as const
export type WorldParameter = (typeof WORLD_PARAMETERS)[number]

interface Habits {
  everyDays: number
  fraction: number
  grams: number
  doseEvery: number
  doseMl: number
  uptake: number
  crop: number
  leach: number
  stones: number
  soil: number
  source: WaterWorld['source']
  evaporation: number
  start: { no3: number; kh: number; ec: number; plants: number }
}

type Chance = () => number
const between = (random: Chance, low: number, high: number) => low + (high - low) * random()

/** What a kind of tank has in common; the rest is drawn. */
function habitsOf(kind: WorldKind, random: Chance): Habits {
  const r = (low: number, high: number) => between(random, low, high)
  const soft = random() < 0.5
  const source = {
    nitrate: random() < 0.4 ? r(0, 2) : r(3, 18),
    kh: soft ? r(0.5, 3) : r(4, 11),
    conductivity: soft ? r(40, 160) : r(280, 620),
  }
  const usual: Habits = {
    everyDays: Math.round(r(6, 12)),
    fraction: r(0.2, 0.5),
    grams: r(0.08, 0.35),
    doseEvery: 0,
    doseMl: 0,
    uptake: r(0.1, 0.5),
    crop: 1,
    leach: 0,
    stones: 0,
    soil: random() < 0.4 ? r(0.002, 0.02) : 0,
    source,
    evaporation: r(0.004, 0.03),
    start: { no3: r(4, 25), kh: 0, ec: 0, plants: r(0.4, 1.2) },
  }
  const of: Record<WorldKind, Partial<Habits>> = {
    'lean gas': { uptake: r(0.8, 3), doseEvery: random() < 0.5 ? 1 : 7, doseMl: r(2, 8) },
    'low light': { uptake: r(0.03, 0.2), everyDays: Math.round(r(14, 40)), grams: r(0.05, 0.25) },
    raw: {
      crop: r(0.002, 0.02),
      grams: r(0.2, 0.6),
      everyDays: Math.round(r(10, 25)),
      start: { ...usual.start, no3: source.nitrate, plants: r(0.05, 0.3) },
    },
    'new soil': {
      crop: r(0.01, 0.2),
      leach: r(0.15, 0.8),
      soil: r(0.02, 0.08),
      everyDays: Math.round(r(2, 5)),
      start: { ...usual.start, no3: source.nitrate, plants: r(0.1, 0.5) },
    },
    'many fish': { grams: r(0.5, 1.1), fraction: r(0.4, 0.6), everyDays: Math.round(r(5, 8)) },
    'topped up': { everyDays: 70, evaporation: r(0.02, 0.045), uptake: r(0.1, 0.4) },
    'fed more': {},
    stones: { stones: r(0.004, 0.03), soil: 0 },
    crash: { grams: r(0.3, 0.7) },
  }
  const habits = { ...usual, ...of[kind] }
  if (habits.everyDays > 3 && kind === 'new soil' && random() < 0.5) habits.everyDays = 2
  habits.start = {
    ...habits.start,
    kh: Math.max(0.3, source.kh * r(0.7, 1.3)),
    ec: source.conductivity * r(1, 1.5) + 20,
  }
  return habits
}

/** Lives one tank for its days. */
export function liveWater(kind: WorldKind, seed: number): WaterWorld {
  const random = seededRandom(seed)
  const gauss = normalStream(random)
  const litres = 76
  const habits = habitsOf(kind, random)
  const { source } = habits
  const steps = WORLD_DAYS * STEPS + 1
  const truth = Object.fromEntries(
    WORLD_PARAMETERS.map((parameter) => [parameter, new Float64Array(steps)]),
  ) as WaterWorld['truth']
  const world: WaterWorld = {
    kind,
    litres,
    truth,
    full: new Float64Array(steps),
    changes: [],
    topUps: [],
    feeds: [],
    doses: [],
    source,
    bottle: { nitrateMg: 40 },
    evaporation: habits.evaporation,
  }
  const event = Math.round(between(random, 45, 100))
  const factor = between(random, 1.6, 3)
  const season = { phase: random() * 2 * Math.PI, size: between(random, 0.05, 0.25) }
  let [tan, no2, no3] = [0.02, 0.01, habits.start.no3 / NO3]
  let [kh, ec] = [habits.start.kh, habits.start.ec]
  // What the bacteria can do, mg/L of nitrogen a day, and what keeps them: their own decay and a floor that is never empty.
  const need = (habits.grams * 0.072 * 1000 * 0.6) / litres + habits.leach
  let [oxidisers, nitrifiers] = [
    Math.max(0.01, 3 * need * habits.crop),
    Math.max(0.008, 3 * need * habits.crop),
  ]
  // What was fed comes out of the animals in the course of a day; what rots takes weeks.
  let [eatenFood, mulm] = [0, 0]
  let plants = habits.start.plants
  let full = 1
  // Bacteria double in two to five days, the second crop more slowly.
  const growth = [between(random, 0.2, 0.45), between(random, 0.15, 0.35)]
  let nextChange = between(random, 1, habits.everyDays)
  let topUpAt = between(random, 0.9, 0.96)
  let mood = 0
  for (let step = 0; step < steps; step++) {
    const day = step / STEPS
    const dt = 1 / STEPS
    const light = 1 + season.size * Math.sin((2 * Math.PI * day) / 365 + season.phase)
    if (step > 0) {
      const today = step % STEPS === 1
      if (today) {
        mood = 0.85 * mood + 0.15 * gauss()
        const more = kind === 'fed more' && day >= event ? factor : 1
        const grams = habits.grams * more * Math.exp(0.35 * gauss() + mood)
        if (random() > 0.08) {
          world.feeds.push({ day: day + 0.1, grams: Number(grams.toFixed(2)) })
          const nitrogen = (grams * 0.072 * 1000) / litres
          eatenFood += 0.5 * nitrogen
          mulm += 0.4 * nitrogen
          ec += 1.4 * nitrogen
        }
        if (kind === 'crash' && Math.floor(day) === event) {
          oxidisers *= 0.06
          nitrifiers *= 0.03
        }
        if (habits.doseEvery > 0 && Math.floor(day) % habits.doseEvery === 0 && random() > 0.05) {
          const mL = habits.doseMl * (habits.doseEvery === 1 ? 0.3 : 1)
          no3 += (mL * world.bottle.nitrateMg * (1 + 0.06 * gauss())) / litres / NO3
          ec += (mL * 60) / litres
          if (random() > 0.04) world.doses.push({ day: day + 0.15, mL: Number(mL.toFixed(1)) })
        }
      }
      const leach = habits.leach * Math.exp(-day / 16) + mulm * 0.05 + eatenFood * 1.5
      eatenFood -= eatenFood * 1.5 * dt
      mulm -= mulm * 0.05 * dt
      const hunger =
        ((habits.uptake / NO3) * plants * light * (1 + 0.25 * gauss())) / (1 + plants / 3)
      let [eaten, fromNo3] = [0, 0]
      // Bacteria are quick: their sums want shorter steps.
      for (let part = 0; part < PARTS; part++) {
        const short = dt / PARTS
        const first = Math.min((0.9 * tan) / short, (oxidisers * tan) / (tan + 0.03))
        const second = Math.min((0.9 * no2) / short, (nitrifiers * no2) / (no2 + 0.02))
        oxidisers += short * oxidisers * ((growth[0] * tan) / (tan + 0.03) - 0.04) + short * 0.0005
        nitrifiers +=
          short * nitrifiers * ((growth[1] * no2) / (no2 + 0.02) - 0.04) + short * 0.0004
        oxidisers = Math.min(oxidisers, 6 * need + 0.2)
        nitrifiers = Math.min(nitrifiers, 6 * need + 0.2)
        const fromTan = Math.max(0, hunger) * Math.min(1, tan / (tan + 0.1)) * 0.6
        const taken = Math.max(0, hunger - fromTan) * (no3 / (no3 + 0.5))
        tan = Math.max(0.004, tan + short * (leach - first - fromTan))
        no2 = Math.max(0.002, no2 + short * (first - second))
        no3 = Math.max(0.02, no3 + short * (second - taken))
        eaten += first / PARTS
        fromNo3 += taken / PARTS
      }
      plants = Math.min(3, plants + dt * 0.02 * plants * light * (1 - plants / 3))
      if (today && Math.floor(day) % 33 === 20) plants *= 0.65
      // Oxidising nitrogen spends alkalinity (two equivalents a mole), plants give half of it back.
      kh = Math.max(
        0.05,
        kh + dt * (-0.4 * eaten + 0.2 * fromNo3 - habits.soil * kh + habits.stones * (14 - kh)),
      )
      ec += dt * (habits.stones * 20 - 2.5 * fromNo3 + 0.4 * gauss())
      full -= habits.evaporation * dt
    }
    const drift = 1 + 0.06 * Math.sin((2 * Math.PI * day) / 120 + season.phase * 2)
    const pour = (share: number) => {
      const into = (level: number, of: number) => level * (1 - share) + of * share
      tan *= 1 - share
      no2 *= 1 - share
      no3 = into(no3, (source.nitrate * drift) / NO3)
      kh = into(kh, source.kh * drift)
      ec = into(ec, source.conductivity * drift)
    }
    if (full < topUpAt) {
      const added = 1 - full
      // At full volume: what evaporated left its salts, what tops up brings its own.
      no3 += (added * source.nitrate * drift) / NO3
      kh += added * source.kh * drift
      ec += added * source.conductivity * drift
      world.topUps.push({
        day: day + 0.05,
        litres: Number((added * litres * (1 + 0.1 * gauss())).toFixed(1)),
      })
      full = 1
      topUpAt = between(random, 0.9, 0.96)
    }
    if (day >= nextChange) {
      const fraction = Math.max(0.05, habits.fraction * (1 + 0.12 * gauss()))
      const missing = 1 - full
      pour(fraction * (1 - missing))
      no3 += (missing * source.nitrate * drift) / NO3
      kh += missing * source.kh * drift
      ec += missing * source.conductivity * drift
      full = 1
      const said = random() < 0.04 ? null : Math.round(fraction * (1 + 0.06 * gauss()) * 20) / 20
      world.changes.push({
        day: day + 0.12,
        fraction,
        said: said === null ? null : Math.max(0.05, said),
      })
      nextChange = day + habits.everyDays * (random() < 0.1 ? 2 : 1) * (1 + 0.12 * gauss())
    }
    truth.nitrate[step] = no3 * NO3
    truth.nitrite[step] = no2 * NO2
    truth.ammonia[step] = tan * NH4
    truth.kh[step] = kh
    truth.conductivity[step] = ec
    world.full[step] = full
  }
  return world
}

/** The truth of a parameter on a day. */
export const truthOn = ({ truth }: WaterWorld, parameter: WorldParameter, day: number): number =>
  truth[parameter][Math.min(truth[parameter].length - 1, Math.round(day * STEPS))]

/** What a perfect test would show: the level, concentrated by the water that is missing. */
export const shownOn = (world: WaterWorld, parameter: WorldParameter, day: number): number =>
  truthOn(world, parameter, day) /
  world.full[Math.min(world.full.length - 1, Math.round(day * STEPS))]
