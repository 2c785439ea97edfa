import { inTimeOrder } from '@/core/history/lookup'
import type { Planting, TankHistory } from '@/core/history/types'
import { coverIn, EYE_SD, fitCover } from '@/core/plants/cover'
import { readingSd } from '@/core/plants/growth'
import { heightCourse, heightOn } from '@/core/plants/height'
import { asRead, type Estimate } from '@/core/quantity/estimate'
import { seededRandom } from '@/core/quantity/random'
import { plantingAsLastSeen } from '@/core/history/tank-at'
import { dayOf } from '@/core/quantity/time'
import { litresNow } from '@/core/vessel/litres-over'
import { estimateParameter } from '@/core/water/estimate/estimate'
import { likelihoodOf } from '@/core/water/estimate/reading-uncertainty'
import type { DemoClock } from './clock'
import { Diary } from './diary'
import { placeOf, SIGHTINGS, STORY } from './tarn-events'
import { TarnWater } from './tarn-water'
import {
  lodgeSources,
  PLANTED,
  tarnEquipment,
  tarnLayout,
  tarnPieces,
  tarnPlantings,
  tarnPopulations,
  tarnRoutines,
  TARN_PRODUCTS,
  TARN_SPECIES,
  tarnVessel,
} from './tarn'

/**
 * Eleven months of Tarn, made day by day from a hidden truth (nitrate, heights, cover) that the keeper sees only through
 * coarse readings: planting in winter, a good spring, unsteady gas in early summer, black tufts from July, overfeeding guests,
 * a carpet going bald, stems bare below, soil losing its hold. All invented; expectations are what the core really said then.
 */
export function tarnStory(clock: DemoClock): TankHistory {
  const base: Omit<TankHistory, 'entries'> = {
    vessel: tarnVessel(clock),
    layouts: [tarnLayout(clock)],
    pieces: tarnPieces(clock).sort((a, b) => (a.id < b.id ? -1 : 1)),
    equipment: tarnEquipment(clock).sort((a, b) => (a.id < b.id ? -1 : 1)),
    species: TARN_SPECIES,
    plantings: tarnPlantings(clock).sort((a, b) => (a.stake < b.stake ? -1 : 1)),
    populations: tarnPopulations(clock).sort((a, b) => (a.name < b.name ? -1 : 1)),
    sources: lodgeSources('tarn', clock.at(PLANTED, 10)).sort((a, b) => (a.name < b.name ? -1 : 1)),
    routines: tarnRoutines(clock).sort((a, b) => (a.kind < b.kind ? -1 : 1)),
    plans: [],
    drafts: [],
    products: [...TARN_PRODUCTS].sort((a, b) => (a.name < b.name ? -1 : 1)),
  }
  const diary = new Diary(base, clock)
  new TarnYear(
    diary,
    base.plantings.map((record) => plantingAsLastSeen(record, dayOf(clock.now))),
    litresNow(base, clock.now),
  ).live()
  return { ...base, entries: inTimeOrder(diary.entries) }
}

const CHART = [0, 5, 10, 20, 40, 80]
const EXPECT_FROM_DAY = 40

/** Days are counted from planting, 0 … PLANTED. */
class TarnYear {
  private readonly random = seededRandom(1400)
  private nitrate = 6
  private readonly heights = new Map<string, number>()
  private lastChange = 0
  private cover = 22
  private floaters = 0
  private tufts = 0
  private lastTopOff = 0
  private readonly water: TarnWater
  /** Of today: fraction changed and share topped up. */
  private changedToday = 0
  private toppedUpToday = 0

  constructor(
    private readonly diary: Diary,
    private readonly plantings: readonly Planting[],
    private readonly litres: number,
  ) {
    this.water = new TarnWater(diary, seededRandom(1401))
    for (const planting of this.plantings)
      this.heights.set(planting.stake, START_HEIGHT[planting.stake] ?? 3)
  }

  live(): void {
    this.firstDay()
    for (let day = 1; day < PLANTED; day++) {
      this.changedToday = 0
      this.toppedUpToday = 0
      this.grow(day)
      this.fixedEvents(day)
      if (day % 7 === 4 && day > 7) this.walkRound(day)
      if (this.changeDue(day)) this.change(day)
      this.trimWhatIsTall(day)
      this.smallCare(day)
      this.water.live(day, this.ago(day), this.changedToday, this.toppedUpToday)
    }
  }

  private ago(day: number): number {
    return PLANTED - day
  }

  private noise(sd: number): number {
    return sd * (this.random() + this.random() + this.random() + this.random() - 2) * Math.sqrt(3)
  }

  private firstDay(): void {
    const add = this.diary
    add.add(PLANTED, 11, 'note', {
      text: 'Planted Tarn with the winter helper: twelve trays, the main stone left of the middle, soil sloped to the back.',
    })
    add.add(PLANTED, 15, 'reading', reading('kh', 1, 'dKH', 'titration'))
    add.add(PLANTED, 15.2, 'reading', reading('gh', 2, 'dGH', 'titration'))
    add.add(PLANTED, 16, 'equipment', {
      equipmentId: 'tarn-lamp',
      item: 'Lamp',
      says: '6 hours a day for the first month',
    })
    add.add(PLANTED, 16.5, 'equipment', {
      equipmentId: 'tarn-gas',
      item: 'Gas',
      says: 'On at 08:30, one bubble a second',
    })
  }

  /** Hidden truth, a day on. */
  private grow(day: number): void {
    this.nitrate += gainOn(day) + this.noise(0.25)
    this.nitrate = Math.max(0.5, this.nitrate)
    for (const [stake, rate] of Object.entries(GROWTH)) {
      const start = stake === 'E2' ? 40 : 0
      if (day < start) continue
      const season = rate.season(day)
      this.heights.set(
        stake,
        Math.min(
          rate.most,
          (this.heights.get(stake) ?? 3) + rate.perDay * season + this.noise(rate.perDay * 0.25),
        ),
      )
    }
    if (day < 150) this.cover += 0.012 * this.cover * (1 - this.cover / 96)
    else if (day > 225) this.cover -= 0.23 + 0.0012 * (day - 225)
    if (day > 20)
      this.floaters = Math.min(
        62,
        this.floaters + (this.floaters + 1) * 0.06 * (1 - this.floaters / 70),
      )
    const tuftGrowth = day < 200 ? 0 : day < 262 ? 0.3 : day < 285 ? 0.05 : -0.11
    this.tufts = Math.max(day > 200 ? 3 : 0, this.tufts + tuftGrowth)
  }

  private changeDue(day: number): boolean {
    if (day <= 14) return day % 2 === 0
    const rhythm =
      day < 42
        ? 5
        : day < 190
          ? 7
          : day < 270
            ? 10 + Math.round(this.random() * 4)
            : 8 + Math.round(this.random() * 3)
    return day === PLANTED - 9 || (day - this.lastChange >= rhythm && day <= PLANTED - 13)
  }

  private change(day: number): void {
    const fraction = day <= 14 ? 0.6 : day < 42 ? 0.5 : 0.45 - (day > 190 ? 0.1 * this.random() : 0)
    const rounded = Math.round(fraction * 20) / 20
    this.nitrate = this.nitrate * (1 - rounded) + 1 * rounded
    this.lastChange = day
    this.changedToday = rounded
    this.lastTopOff = day
    this.diary.add(this.ago(day), 16, 'water-change', {
      fraction: rounded,
      litres: Math.round(rounded * this.litres),
      sourceId: 'tarn-spring',
    })
  }

  private walkRound(day: number): void {
    const { diary } = this
    const ago = this.ago(day)
    const answers = { asked: 0, confirmed: 0 }
    for (const planting of this.plantings) {
      if (
        !HEIGHT_ROUND[planting.stake] ||
        day % HEIGHT_ROUND[planting.stake] !== 4 % HEIGHT_ROUND[planting.stake] ||
        dayOf(planting.plantedAt) > dayOf(this.at(ago))
      )
        continue
      this.measureHeight(planting, day, answers)
    }
    if (day > 20 && day % 14 === 4) this.measureCover('L1', this.cover, day, answers)
    if (day > 45 && day % 21 === 4) this.measureCover('F1', this.floaters, day, answers)
    if (day % 14 === 11 || day < 60) this.testNitrate(day, answers)
    if (this.tufts >= 2 && day % 14 === 4)
      diary.add(
        ago,
        9.6,
        'algae',
        {
          algae: 'black tufts',
          place: { of: 'hardscape', id: 'tarn-stone' },
          coverPercent: Math.round(this.tufts),
        },
        { by: 'round' },
      )
    const warm = 23.4 + (day > 170 && day < 270 ? 1.8 : 0) + this.noise(0.4)
    diary.add(
      ago,
      9.7,
      'reading',
      reading('temperature', Math.round(warm * 2) / 2, '°C', 'probe'),
      { by: 'round' },
    )
    if (day % 28 === 18 || day % 28 === 25) {
      const joy = day < 180 ? 7.6 + this.noise(0.6) : 7.4 - (day - 180) * 0.024 + this.noise(0.5)
      const work = day < 120 ? 55 + this.noise(8) : 50 + (day - 120) * 0.36 + this.noise(9)
      diary.add(
        ago,
        10.2,
        'feeling',
        {
          enjoyment: Math.round(Math.max(1, Math.min(10, joy))),
          workMinutes: Math.round(work / 5) * 5,
        },
        { by: 'round' },
      )
      answers.asked += 2
    }
    for (const [when, sign, stake] of SIGHTINGS) {
      if (when === day)
        diary.add(
          ago,
          9.9,
          'sign',
          {
            sign,
            place: placeOf(stake),
          },
          { by: 'round' },
        )
    }
    answers.asked += 2
    diary.add(
      ago,
      10.3,
      'round',
      {
        minutes: Math.round((1.6 + this.random() * 1.6) * 10) / 10,
        asked: answers.asked,
        confirmed: answers.confirmed,
      },
      { by: 'round' },
    )
  }

  private at(ago: number): string {
    return new Date(
      Date.parse(this.diary.base.vessel.startedAt) + (PLANTED - ago) * 86_400_000,
    ).toISOString()
  }

  private measureHeight(
    planting: Planting,
    day: number,
    answers: { asked: number; confirmed: number },
  ): void {
    const truth = this.heights.get(planting.stake) ?? 0
    const now = this.at(this.ago(day))
    const stands = heightOn(heightCourse(this.diary.story, planting, now), dayOf(now))
    const expected = day > EXPECT_FROM_DAY ? asRead(stands, readingSd(stands.value)) : null
    const seen = Math.max(1, Math.round(truth + this.noise(0.8)))
    // One value in five is waved through at a glance when it is about right.
    const glance = expected !== null && this.random() < 0.2 && Math.abs(expected.value - seen) < 2
    const value = glance && expected ? Math.round(expected.value) : seen
    answers.asked++
    if (glance) answers.confirmed++
    this.diary.add(
      this.ago(day),
      9.2,
      'measure',
      { plantingId: planting.id, measure: 'height', value },
      { by: 'round', certainty: glance ? 'glance' : 'measured', expected: bare(expected) },
    )
  }

  private measureCover(
    stake: string,
    truth: number,
    day: number,
    answers: { asked: number },
  ): void {
    const planting = this.plantings.find((candidate) => candidate.stake === stake)
    if (!planting) return
    const now = this.at(this.ago(day))
    const fit = day > EXPECT_FROM_DAY ? fitCover(this.diary.story, planting, now) : null
    answers.asked++
    const value = Math.round(Math.max(0, Math.min(100, truth + this.noise(3))) / 5) * 5
    this.diary.add(
      this.ago(day),
      9.4,
      'measure',
      { plantingId: planting.id, measure: 'cover', value },
      { by: 'round', expected: fit ? bare(asRead(coverIn(fit, 0), EYE_SD, 0, 100)) : null },
    )
  }

  private testNitrate(day: number, answers: { asked: number }): void {
    const now = this.at(this.ago(day))
    const estimate =
      day > EXPECT_FROM_DAY ? estimateParameter(this.diary.story, 'nitrate', now) : null
    const expected = estimate?.ok
      ? bare(
          asRead(
            estimate.value.now,
            likelihoodOf('nitrate', estimate.value.now.value, 'drops-chart', 'measured').sd,
          ),
        )
      : null
    answers.asked++
    if (day === 207) {
      this.diary.add(this.ago(day), 9.8, 'reading', reading('nitrate', 80, 'mg/L', 'drops-chart'), {
        by: 'round',
        expected,
        note: 'Read by the stove lamp; the card looked orange all over.',
      })
      return
    }
    const exact = this.nitrate + this.noise(1.5)
    const borrowed = day > 285 && day < 330
    const value = borrowed
      ? Math.round(exact * 2) / 2
      : CHART.reduce(
          (best, step) => (Math.abs(step - exact) < Math.abs(best - exact) ? step : best),
          0,
        )
    this.diary.add(
      this.ago(day),
      9.8,
      'reading',
      reading('nitrate', Math.max(0, value), 'mg/L', borrowed ? 'photometer' : 'drops-chart'),
      { by: 'round', expected },
    )
  }

  private trimWhatIsTall(day: number): void {
    for (const [stake, { above, to }] of Object.entries(TRIMS)) {
      const height = this.heights.get(stake) ?? 0
      // Heart goes out of the trimming in autumn.
      if (height < above + (day > 290 ? 6 : 0) || day > PLANTED - 18) continue
      const planting = this.diary.base.plantings.find((candidate) => candidate.stake === stake)
      if (!planting) continue
      this.diary.add(this.ago(day), 17, 'trim', {
        plantingId: planting.id,
        fromCm: Math.round(height),
        toCm: to,
      })
      this.heights.set(stake, to + this.noise(0.4))
    }
  }

  private smallCare(day: number): void {
    const { diary } = this
    const ago = this.ago(day)
    if (day >= 30 && day % 7 === 6)
      diary.add(ago, 8, 'dose', {
        product: 'weekly bottle',
        productId: 'tarn-weekly',
        amount: day < 200 ? 10 : 12,
        unit: 'mL',
      })
    if (day >= 62 && day % 7 === 1)
      diary.add(ago, 18, 'feed', {
        grams: Math.round((day > 190 && day < 270 ? 8.6 : 5.2) * 10 + this.noise(2)) / 10,
        food: 'flakes and frozen, the week together',
      })
    const warm = day > 165 && day < 280
    if (day - this.lastTopOff >= (warm ? 4 : 6) && day > 14) {
      this.toppedUpToday = ((day - this.lastTopOff) * (warm ? 2.1 : 1.4)) / this.litres
      diary.add(ago, 8.5, 'top-off', {
        litres: Math.round((day - this.lastTopOff) * (warm ? 2.1 : 1.4)),
        sourceId: 'tarn-spring',
      })
      this.lastTopOff = day
    }
    if (day % 28 === 20)
      diary.add(ago, 16.5, 'clean', { item: 'Prefilter sponge', equipmentId: 'tarn-guard' })
    if (day % 28 === 12) {
      const kh =
        day < 180
          ? 0.8 + this.noise(0.25)
          : Math.min(3.2, 0.9 + (day - 180) * 0.014) + this.noise(0.25)
      diary.add(
        ago,
        10.5,
        'reading',
        reading('kh', Math.max(0, Math.round(kh * 2) / 2), 'dKH', 'titration'),
      )
      diary.add(
        ago,
        10.6,
        'reading',
        reading(
          'gh',
          Math.max(1, Math.round(2 + (day / PLANTED) * 2 + this.noise(0.4))),
          'dGH',
          'titration',
        ),
      )
    }
    if (day % 56 === 40)
      diary.add(
        ago,
        10.7,
        'reading',
        reading(
          'pH',
          Math.round((6.3 + (day / PLANTED) * 0.35 + this.noise(0.08)) * 10) / 10,
          'pH',
          'probe',
        ),
      )
  }

  private fixedEvents(day: number): void {
    const { diary } = this
    const ago = this.ago(day)
    for (const event of STORY) if (event.day === day) event.tell(diary, ago)
  }
}

const bare = (expected: Estimate | null) =>
  expected ? { value: expected.value, low: expected.low, high: expected.high } : null

function reading(
  parameter: 'nitrate' | 'kh' | 'gh' | 'pH' | 'temperature',
  value: number,
  unit: string,
  method: 'drops-chart' | 'titration' | 'photometer' | 'probe',
) {
  return { parameter, value, method, entered: { value, unit } }
}

/** Net daily gain of nitrate, mg/L: soil leaching, balance in spring, overfeeding from July, plants failing by autumn. */
function gainOn(day: number): number {
  if (day < 30) return 1.2
  if (day < 150) return 0.55
  if (day < 195) return 0.8
  if (day < 268) return 1.35
  return 1.55
}

const START_HEIGHT: Record<string, number> = {
  S1: 9,
  S2: 10,
  S3: 8,
  S4: 8,
  K1: 5,
  K2: 3,
  R1: 9,
  E1: 8,
  E2: 5,
  M1: 2,
  L1: 2,
  F1: 1,
}
const steady = () => 1
/** Slower while it settles and when the gas wavers (days 170–195); slower again at the end. */
const moody = (day: number) =>
  day < 25 ? 0.5 : day > 170 && day < 195 ? 0.55 : day > 300 ? 0.8 : 1
const GROWTH: Record<string, { perDay: number; most: number; season: (day: number) => number }> = {
  S1: { perDay: 0.78, most: 42, season: moody },
  S2: { perDay: 1.05, most: 46, season: moody },
  S3: { perDay: 0.34, most: 36, season: moody },
  S4: { perDay: 0.52, most: 36, season: moody },
  K1: { perDay: 0.035, most: 14, season: steady },
  K2: { perDay: 0.022, most: 9, season: steady },
  R1: { perDay: 0.075, most: 29, season: steady },
  E1: { perDay: 0.03, most: 16, season: steady },
  E2: { perDay: 0.008, most: 8, season: steady },
}
const TRIMS: Record<string, { above: number; to: number }> = {
  S1: { above: 33, to: 13 },
  S2: { above: 34, to: 12 },
  S3: { above: 27, to: 13 },
  S4: { above: 26, to: 12 },
}
/** Every how many days a planting's height is taken in a round. */
const HEIGHT_ROUND: Record<string, number> = {
  S1: 7,
  S2: 7,
  S3: 7,
  S4: 7,
  R1: 28,
  K1: 28,
  K2: 28,
  E1: 28,
}
