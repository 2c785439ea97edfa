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
  const random = seededRandom(seed * 7919 + 13)
  const gauss = normalStream(random)
  const share = 0.05 + 0.25 * random()
  const keeper: Keeper = {
    method: random() < 0.5 ? 'card' : random() < 0.6 ? 'photometer' : 'both',
    bias: 0.7 * share * gauss(),
    look: 0.7 * share,
    everyDays: 4 + 10 * random(),
    forgets: 0.05 + 0.15 * random(),
    misreads: random() < 0.5 ? 0 : 0.02,
  }
  const raw = world.kind === 'raw' || world.kind === 'new soil'
  const entries: Entry[] = []
  const add = (
    day: number,
    parameter: WorldParameter,
    value: number,
    method: Method,
    unit: string,
  ) => {
    const slipped = random() < keeper.misreads ? value * (random() < 0.5 ? 2.5 : 0.35) : value
    entries.push(
      entry(day, 'reading', {
        parameter,
        value: Number(slipped.toPrecision(4)),
        method,
        entered: { value: slipped, unit },
      }),
    )
  }
  const byCard = (parameter: WorldParameter, value: number) => {
    const card = CARDS[parameter]!
    const floor = CARD_FLOOR[parameter]!
    const seen = Math.max(
      0,
      value * Math.exp(keeper.bias + keeper.look * gauss()) + floor * 0.4 * gauss(),
    )
    const at = card.findLastIndex((step) => step <= seen)
    const [low, high] = [card[Math.max(0, at)], card[Math.min(card.length - 1, at + 1)]]
    if (low === high) return high
    // Between two colours some say so.
    const middle = low === 0 ? high / 2 : Math.sqrt(low * high)
    if (random() < 0.15 && low > 0 && Math.abs(seen - middle) < 0.15 * (high - low))
      return (low + high) / 2
    return seen < middle ? low : high
  }
  const test = (day: number, parameter: WorldParameter) => {
    const truth = shownOn(world, parameter, day)
    if (parameter === 'conductivity')
      return add(day, parameter, Math.round(truth * (1 + 0.025 * gauss())), 'probe', 'µS/cm')
    if (parameter === 'kh') {
      const drop = keeper.method === 'card' ? 1 : 0.5
      const drops = Math.max(1, Math.ceil(truth / drop + 0.15 * gauss()))
      return add(day, parameter, drops * drop, 'titration', '°dH')
    }
    if (keeper.method === 'photometer' || (keeper.method === 'both' && random() < 0.3)) {
      const floor = parameter === 'nitrate' ? 0.7 : 0.015
      const value = Math.max(0, truth * (1 + 0.06 * gauss()) + floor * gauss())
      return add(day, parameter, value, 'photometer', 'mg/L')
    }
    return add(day, parameter, byCard(parameter, truth), 'drops-chart', 'mg/L')
  }
  const away = 30 + 80 * random()
  let trouble = false
  for (let day = 2 * random(); day <= WORLD_DAYS;) {
    if (day < away || day > away + 20) {
      const look = day + 0.3 * random()
      if (random() > keeper.forgets) test(look, 'nitrate')
      if (random() > 0.4) test(look + 0.001, 'kh')
      if (random() > 0.3) test(look + 0.002, 'conductivity')
      const watched = (raw && day < 50) || trouble
      if (watched || random() < 0.3) {
        test(look + 0.003, 'ammonia')
        test(look + 0.004, 'nitrite')
      }
      trouble =
        world.kind === 'crash' &&
        (truthOn(world, 'ammonia', day) > 0.6 || truthOn(world, 'nitrite', day) > 0.5)
    }
    const every = (raw && day < 50) || trouble ? 1.5 + 2 * random() : keeper.everyDays
    day += every * (0.6 + 0.8 * random())
  }
  for (const { day, said } of world.changes)
    if (said !== null)
      entries.push(
        entry(day, 'water-change', {
          fraction: said,
          litres: said * world.litres,
          sourceId: 'src',
        }),
      )
  if (world.kind === 'topped up' || random() < 0.6)
    for (const { day, litres } of world.topUps)
      entries.push(entry(day, 'top-off', { litres: Math.max(0.2, litres), sourceId: 'src' }))
  if (random() < 0.5)
    for (const { day, grams } of world.feeds)
      if (grams > 0) entries.push(entry(day, 'feed', { food: 'flakes', grams }))
  for (const { day, mL } of world.doses)
    entries.push(entry(day, 'dose', { product: 'x', productId: 'p', amount: mL, unit: 'mL' }))
  const about = (value: number, error: number) =>
    Number((value * (1 + error * gauss())).toPrecision(2))
  const bare = tank(
    entries.sort((a, b) => (a.at < b.at ? -1 : 1)),
    {
      products: [
        {
          id: 'p',
          name: 'nitrate',
          form: 'liquid',
          analysis: [{ as: 'NO3', amount: world.bottle.nitrateMg }],
          tabletGrams: null,
          recipe: null,
        },
      ],
    },
  )
  const story = withSource(bare, {
    nitrateMgL: about(world.source.nitrate, 0.1),
    khDegrees: about(world.source.kh, 0.05),
    ghDegrees: about(world.source.kh * 1.3, 0.05),
    conductivityUs: random() < 0.7 ? about(world.source.conductivity, 0.03) : null,
  })
  return { story, world, eye: share }
}

/** The story as it stood on a day: what comes later is not in it yet. */
export const until = (story: TankHistory, day: number): TankHistory => {
  const at = instantOf(DAY0 + day)
  return { ...story, entries: story.entries.filter((one) => one.at <= at) }
}
