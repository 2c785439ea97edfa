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
const STEPS = 4
const PARTS = 16
const LITRES = 76
/** Of food with 45 % protein, a sixth of which is nitrogen (Jones 1931). */
const NITROGEN_IN_FOOD = 0.072
/** Nitrogen as the ions that tests show, mg/L of each to one of nitrogen: molar masses of IUPAC 2021. */
const NH4 = 1.288
const NO2 = 3.284
const NO3 = 4.427

interface Change {
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
  const life = new WaterLife(kind, seed)
  for (let step = 0; step <= WORLD_DAYS * STEPS; step++) life.live(step)
  return life.world
}

/** One tank, a quarter of a day after the other. */
class WaterLife {
  readonly world: WaterWorld
  private readonly random: Chance
  private readonly gauss: Chance
  private readonly habits: Habits
  private readonly event: number
  private readonly factor: number
  private readonly season: { phase: number; size: number }
  /** What the bacteria can do, mg/L of nitrogen a day, how fast each crop grows (doubling in two to five days), and the most there can be. */
  private readonly crops: [number, number]
  private readonly growth: [number, number]
  private readonly mostCrop: number
  private tan = 0.02
  private no2 = 0.01
  private no3: number
  private kh: number
  private ec: number
  /** What was fed comes out of the animals in the course of a day; what rots takes weeks. */
  private eatenFood = 0
  private mulm = 0
  private plants: number
  private full = 1
  private nextChange: number
  private topUpAt: number
  private mood = 0

  constructor(
    private readonly kind: WorldKind,
    seed: number,
  ) {
    this.random = seededRandom(seed)
    this.gauss = normalStream(this.random)
    this.habits = habitsOf(kind, this.random)
    const { source, start, grams, leach, crop, everyDays, evaporation } = this.habits
    const length = WORLD_DAYS * STEPS + 1
    const truth = Object.fromEntries(
      WORLD_PARAMETERS.map((parameter) => [parameter, new Float64Array(length)]),
    ) as WaterWorld['truth']
    this.world = {
      kind,
      litres: LITRES,
      truth,
      full: new Float64Array(length),
      changes: [],
      topUps: [],
      feeds: [],
      doses: [],
      source,
      bottle: { nitrateMg: 40 },
      evaporation,
    }
    this.event = Math.round(this.between(45, 100))
    this.factor = this.between(1.6, 3)
    this.season = { phase: this.random() * 2 * Math.PI, size: this.between(0.05, 0.25) }
    ;[this.no3, this.kh, this.ec, this.plants] = [start.no3 / NO3, start.kh, start.ec, start.plants]
    const need = (grams * NITROGEN_IN_FOOD * 1000 * 0.6) / LITRES + leach
    this.crops = [Math.max(0.01, 3 * need * crop), Math.max(0.008, 3 * need * crop)]
    this.mostCrop = 6 * need + 0.2
    this.growth = [this.between(0.2, 0.45), this.between(0.15, 0.35)]
    this.nextChange = this.between(1, everyDays)
    this.topUpAt = this.between(0.9, 0.96)
  }

  private between(low: number, high: number): number {
    return between(this.random, low, high)
  }

  live(step: number): void {
    const day = step / STEPS
    if (step > 0) {
      if (step % STEPS === 1) this.morning(day)
      this.react(day, 1 / STEPS)
      if (step % STEPS === 1 && Math.floor(day) % 33 === 20) this.plants *= 0.65
      this.full -= this.habits.evaporation / STEPS
    }
    const drift = 1 + 0.06 * Math.sin((2 * Math.PI * day) / 120 + this.season.phase * 2)
    if (this.full < this.topUpAt) this.topUp(day, drift)
    if (day >= this.nextChange) this.change(day, drift)
    const { truth, full } = this.world
    truth.nitrate[step] = this.no3 * NO3
    truth.nitrite[step] = this.no2 * NO2
    truth.ammonia[step] = this.tan * NH4
    truth.kh[step] = this.kh
    truth.conductivity[step] = this.ec
    full[step] = this.full
  }

  /** Food, the one event of its kind, fertiliser. */
  private morning(day: number): void {
    const { habits, world, kind } = this
    this.mood = 0.85 * this.mood + 0.15 * this.gauss()
    const more = kind === 'fed more' && day >= this.event ? this.factor : 1
    const grams = habits.grams * more * Math.exp(0.35 * this.gauss() + this.mood)
    if (this.random() > 0.08) {
      world.feeds.push({ day: day + 0.1, grams: Number(grams.toFixed(2)) })
      const nitrogen = (grams * NITROGEN_IN_FOOD * 1000) / LITRES
      this.eatenFood += 0.5 * nitrogen
      this.mulm += 0.4 * nitrogen
      this.ec += 1.4 * nitrogen
    }
    if (kind === 'crash' && Math.floor(day) === this.event) {
      this.crops[0] *= 0.06
      this.crops[1] *= 0.03
    }
    const { doseEvery, doseMl } = habits
    if (doseEvery === 0 || Math.floor(day) % doseEvery !== 0 || this.random() <= 0.05) return
    const mL = doseMl * (doseEvery === 1 ? 0.3 : 1)
    this.no3 += (mL * world.bottle.nitrateMg * (1 + 0.06 * this.gauss())) / LITRES / NO3
    this.ec += (mL * 60) / LITRES
    if (this.random() > 0.04) world.doses.push({ day: day + 0.15, mL: Number(mL.toFixed(1)) })
  }

  /** Rot, bacteria, plants, hardness: a quarter of a day of them. */
  private react(day: number, dt: number): void {
    const { habits, season, crops, growth, mostCrop } = this
    const light = 1 + season.size * Math.sin((2 * Math.PI * day) / 365 + season.phase)
    const leach = habits.leach * Math.exp(-day / 16) + this.mulm * 0.05 + this.eatenFood * 1.5
    this.eatenFood -= this.eatenFood * 1.5 * dt
    this.mulm -= this.mulm * 0.05 * dt
    const hunger =
      ((habits.uptake / NO3) * this.plants * light * (1 + 0.25 * this.gauss())) /
      (1 + this.plants / 3)
    let [eaten, fromNo3] = [0, 0]
    // Bacteria are quick: their sums want shorter steps.
    for (let part = 0; part < PARTS; part++) {
      const short = dt / PARTS
      const first = Math.min((0.9 * this.tan) / short, (crops[0] * this.tan) / (this.tan + 0.03))
      const second = Math.min((0.9 * this.no2) / short, (crops[1] * this.no2) / (this.no2 + 0.02))
      crops[0] +=
        short * crops[0] * ((growth[0] * this.tan) / (this.tan + 0.03) - 0.04) + short * 0.0005
      crops[1] +=
        short * crops[1] * ((growth[1] * this.no2) / (this.no2 + 0.02) - 0.04) + short * 0.0004
      crops[0] = Math.min(crops[0], mostCrop)
      crops[1] = Math.min(crops[1], mostCrop)
      const fromTan = Math.max(0, hunger) * Math.min(1, this.tan / (this.tan + 0.1)) * 0.6
      const taken = Math.max(0, hunger - fromTan) * (this.no3 / (this.no3 + 0.5))
      this.tan = Math.max(0.004, this.tan + short * (leach - first - fromTan))
      this.no2 = Math.max(0.002, this.no2 + short * (first - second))
      this.no3 = Math.max(0.02, this.no3 + short * (second - taken))
      eaten += first / PARTS
      fromNo3 += taken / PARTS
    }
    this.plants = Math.min(3, this.plants + dt * 0.02 * this.plants * light * (1 - this.plants / 3))
    // Oxidising nitrogen spends alkalinity (two equivalents a mole), plants give half of it back.
    this.kh = Math.max(
      0.05,
      this.kh +
        dt *
          (-0.4 * eaten + 0.2 * fromNo3 - habits.soil * this.kh + habits.stones * (14 - this.kh)),
    )
    this.ec += dt * (habits.stones * 20 - 2.5 * fromNo3 + 0.4 * this.gauss())
  }

  /** At full volume: what evaporated left its salts, what fills up brings its own. */
  private fill(missing: number, drift: number): void {
    const { source } = this.habits
    this.no3 += (missing * source.nitrate * drift) / NO3
    this.kh += missing * source.kh * drift
    this.ec += missing * source.conductivity * drift
    this.full = 1
  }

  private topUp(day: number, drift: number): void {
    const added = 1 - this.full
    this.fill(added, drift)
    const litres = Number((added * LITRES * (1 + 0.1 * this.gauss())).toFixed(1))
    this.world.topUps.push({ day: day + 0.05, litres })
    this.topUpAt = this.between(0.9, 0.96)
  }

  private change(day: number, drift: number): void {
    const { source, everyDays } = this.habits
    const fraction = Math.max(0.05, this.habits.fraction * (1 + 0.12 * this.gauss()))
    const missing = 1 - this.full
    const share = fraction * (1 - missing)
    const into = (level: number, of: number) => level * (1 - share) + of * share
    this.tan *= 1 - share
    this.no2 *= 1 - share
    this.no3 = into(this.no3, (source.nitrate * drift) / NO3)
    this.kh = into(this.kh, source.kh * drift)
    this.ec = into(this.ec, source.conductivity * drift)
    this.fill(missing, drift)
    const rounded = Math.round(fraction * (1 + 0.06 * this.sometimes()) * 20) / 20
    this.world.changes.push({
      day: day + 0.12,
      fraction,
      said: this.forgotten ? null : Math.max(0.05, rounded),
    })
    this.nextChange = day + everyDays * (this.random() < 0.1 ? 2 : 1) * (1 + 0.12 * this.gauss())
  }

  /** One change in twenty-five is never written down. */
  private forgotten = false
  private sometimes(): number {
    this.forgotten = this.random() < 0.04
    return this.forgotten ? 0 : this.gauss()
  }
}

/** The truth of a parameter on a day. */
export const truthOn = ({ truth }: WaterWorld, parameter: WorldParameter, day: number): number =>
  truth[parameter][Math.min(truth[parameter].length - 1, Math.round(day * STEPS))]

/** What a perfect test would show: the level, concentrated by the water that is missing. */
export const shownOn = (world: WaterWorld, parameter: WorldParameter, day: number): number =>
  truthOn(world, parameter, day) /
  world.full[Math.min(world.full.length - 1, Math.round(day * STEPS))]
