import type { Entry, Method } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { normalStream } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'
import { instantOf } from '../../quantity/time'
import { DAY0, entry, tank, withSource } from '../tank'
import { shownOn, truthOn, WORLD_DAYS, type WaterWorld, type WorldParameter } from './water-world'

/** Cards as they are printed, mg/L. */
const CARDS: Partial<Record<WorldParameter, readonly number[]>> = {
  nitrate: [0, 5, 10, 20, 40, 80, 160],
  nitrite: [0, 0.05, 0.1, 0.2, 0.4, 0.8, 1.6],
  ammonia: [0, 0.25, 0.5, 1, 2, 4, 8],
}
/** What an eye cannot tell from none, mg/L. */
const CARD_FLOOR: Partial<Record<WorldParameter, number>> = {
  nitrate: 1,
  nitrite: 0.012,
  ammonia: 0.06,
}

export interface Kept {
  story: TankHistory
  world: WaterWorld
  /** How far this keeper’s eye errs for good, share. */
  eye: number
}

/** A keeper: how he tests, how well he sees, how often, and what he forgets. */
interface Keeper {
  method: 'card' | 'photometer' | 'both'
  /** An error of his own eye that stays, and one of each look; shares. */
  bias: number
  look: number
  everyDays: number
  forgets: number
  misreads: number
}

/** A world as a keeper puts it down: coarse, biased, irregular, with gaps, slips and things never written. */
export function keep(world: WaterWorld, seed: number): Kept {
  const book = new WaterBook(world, seed)
  return { story: book.close(), world, eye: book.share }
}

/** The book of one keeper while it is written. */
class WaterBook {
  readonly share: number
  private readonly random: () => number
  private readonly gauss: () => number
  private readonly keeper: Keeper
  private readonly entries: Entry[] = []

  constructor(
    private readonly world: WaterWorld,
    seed: number,
  ) {
    this.random = seededRandom(seed * 7919 + 13)
    this.gauss = normalStream(this.random)
    this.share = 0.05 + 0.25 * this.random()
    this.keeper = {
      method: this.drawMethod(),
      bias: 0.7 * this.share * this.gauss(),
      look: 0.7 * this.share,
      everyDays: 4 + 10 * this.random(),
      forgets: 0.05 + 0.15 * this.random(),
      misreads: this.random() < 0.5 ? 0 : 0.02,
    }
  }

  private drawMethod(): Keeper['method'] {
    if (this.random() < 0.5) return 'card'
    return this.random() < 0.6 ? 'photometer' : 'both'
  }

  private add(
    day: number,
    parameter: WorldParameter,
    value: number,
    method: Method,
    unit: string,
  ): void {
    const slips = this.random() < this.keeper.misreads
    const off = slips ? this.slip() : 1
    const slipped = value * off
    this.entries.push(
      entry(day, 'reading', {
        parameter,
        value: Number(slipped.toPrecision(4)),
        method,
        entered: { value: slipped, unit },
      }),
    )
  }

  private slip(): number {
    return this.random() < 0.5 ? 2.5 : 0.35
  }

  private byCard(parameter: WorldParameter, value: number): number {
    const { keeper } = this
    const card = CARDS[parameter]!
    const floor = CARD_FLOOR[parameter]!
    const seen = Math.max(
      0,
      value * Math.exp(keeper.bias + keeper.look * this.gauss()) + floor * 0.4 * this.gauss(),
    )
    const at = card.findLastIndex((step) => step <= seen)
    const [low, high] = [card[Math.max(0, at)], card[Math.min(card.length - 1, at + 1)]]
    if (low === high) return high
    // Between two colours some say so.
    const middle = low === 0 ? high / 2 : Math.sqrt(low * high)
    if (this.random() < 0.15 && low > 0 && Math.abs(seen - middle) < 0.15 * (high - low))
      return (low + high) / 2
    return seen < middle ? low : high
  }

  private test(day: number, parameter: WorldParameter): void {
    const { keeper, world } = this
    const truth = shownOn(world, parameter, day)
    if (parameter === 'conductivity')
      return this.add(
        day,
        parameter,
        Math.round(truth * (1 + 0.025 * this.gauss())),
        'probe',
        'µS/cm',
      )
    if (parameter === 'kh') {
      const drop = keeper.method === 'card' ? 1 : 0.5
      const drops = Math.max(1, Math.ceil(truth / drop + 0.15 * this.gauss()))
      return this.add(day, parameter, drops * drop, 'titration', '°dH')
    }
    if (keeper.method === 'photometer' || (keeper.method === 'both' && this.random() < 0.3)) {
      const floor = parameter === 'nitrate' ? 0.7 : 0.015
      const value = Math.max(0, truth * (1 + 0.06 * this.gauss()) + floor * this.gauss())
      return this.add(day, parameter, value, 'photometer', 'mg/L')
    }
    return this.add(day, parameter, this.byCard(parameter, truth), 'drops-chart', 'mg/L')
  }

  /** The tests of half a year, with one holiday; who sees trouble tests more. */
  private testAlong(): void {
    const { world } = this
    const raw = world.kind === 'raw' || world.kind === 'new soil'
    const away = 30 + 80 * this.random()
    let trouble = false
    for (let day = 2 * this.random(); day <= WORLD_DAYS;) {
      const watched = (raw && day < 50) || trouble
      if (day < away || day > away + 20) {
        this.testOnce(day + 0.3 * this.random(), watched)
        trouble =
          world.kind === 'crash' &&
          (truthOn(world, 'ammonia', day) > 0.6 || truthOn(world, 'nitrite', day) > 0.5)
      }
      const often = (raw && day < 50) || trouble
      const every = often ? 1.5 + 2 * this.random() : this.keeper.everyDays
      day += every * (0.6 + 0.8 * this.random())
    }
  }

  private testOnce(look: number, watched: boolean): void {
    if (this.random() > this.keeper.forgets) this.test(look, 'nitrate')
    if (this.random() > 0.4) this.test(look + 0.001, 'kh')
    if (this.random() > 0.3) this.test(look + 0.002, 'conductivity')
    if (!watched && this.random() >= 0.3) return
    this.test(look + 0.003, 'ammonia')
    this.test(look + 0.004, 'nitrite')
  }

  private writeDeeds(): void {
    const { world, entries } = this
    for (const { day, said } of world.changes)
      if (said !== null)
        entries.push(
          entry(day, 'water-change', {
            fraction: said,
            litres: said * world.litres,
            sourceId: 'src',
          }),
        )
    if (world.kind === 'topped up' || this.random() < 0.6)
      for (const { day, litres } of world.topUps)
        entries.push(entry(day, 'top-off', { litres: Math.max(0.2, litres), sourceId: 'src' }))
    if (this.random() < 0.5)
      for (const { day, grams } of world.feeds)
        if (grams > 0) entries.push(entry(day, 'feed', { food: 'flakes', grams }))
    for (const { day, mL } of world.doses)
      entries.push(entry(day, 'dose', { product: 'x', productId: 'p', amount: mL, unit: 'mL' }))
  }

  /** The story with the waters as they were measured, more or less. */
  close(): TankHistory {
    const { world, entries } = this
    this.testAlong()
    this.writeDeeds()
    const about = (value: number, error: number) =>
      Number((value * (1 + error * this.gauss())).toPrecision(2))
    const story = tank(
      entries.sort((a, b) => (a.at < b.at ? -1 : 1)),
      { products: [BOTTLE(world.bottle.nitrateMg)] },
    )
    return withSource(story, {
      nitrateMgL: about(world.source.nitrate, 0.1),
      khDegrees: about(world.source.kh, 0.05),
      ghDegrees: about(world.source.kh * 1.3, 0.05),
      conductivityUs: this.random() < 0.7 ? about(world.source.conductivity, 0.03) : null,
    })
  }
}

const BOTTLE = (nitrateMg: number): TankHistory['products'][number] => ({
  id: 'p',
  name: 'nitrate',
  form: 'liquid',
  analysis: [{ as: 'NO3', amount: nitrateMg }],
  tabletGrams: null,
  recipe: null,
})

/** The story as it stood on a day: what comes later is not in it yet. */
export const until = (story: TankHistory, day: number): TankHistory => {
  const at = instantOf(DAY0 + day)
  return { ...story, entries: story.entries.filter((one) => one.at <= at) }
}
