import { gramsForHardness, saltById, type Salt } from '../../chemistry/salts'
import type { SourceWater } from '../../history/types'
import { type Result, ok, refuse } from '../../quantity/result'

export interface MixTarget {
  litres: number
  gh: number
  kh: number
}
interface MixPart {
  source: SourceWater
  litres: number
}
interface SaltPart {
  salt: Salt
  grams: number
  /** °dH it adds, and to which hardness. */
  degrees: number
  hardness: 'gh' | 'kh'
}
export interface Mix {
  parts: MixPart[]
  salts: SaltPart[]
  /** Where the mix stands, °dH. */
  gh: number
  kh: number
  remarks: string[]
}

/** Hardness of a mix may miss its mark by this much, °dH: no kitchen measures better. */
const CLOSE = 0.15
/** Calcium to magnesium by hardness when both are made up: three parts to one. Common practice. */
const CALCIUM_SHARE = 0.75

/**
 * The mix of the sources named, and the salts to weigh, that gives `litres` at the target hardness: as much as possible from the
 * hardest water that does not overshoot either hardness, the rest from the softest, what is missing made up with salts.
 * Refuses a target below what the softest source holds, and says which source is missing.
 */
export function planMix(
  target: MixTarget,
  named: readonly SourceWater[],
  salts: { calcium: string; magnesium: string; alkali: string } = USUAL_SALTS,
): Result<Mix> {
  if (named.length === 0) return refuse('Name one source of water at least.')
  const sources = named.flatMap((source) => tested(source) ?? [])
  const unknown = named.find((source) => tested(source) === null)
  if (unknown)
    return refuse(
      `Nobody has tested GH and KH of ${unknown.name.toLowerCase()} yet: without them no mix can be reckoned. Test it once, and write it under “Waters and bottles”.`,
    )
  const soft = sources.reduce((a, b) =>
    b.ghDegrees + b.khDegrees < a.ghDegrees + a.khDegrees ? b : a,
  )
  for (const [says, wanted, has] of [
    ['GH', target.gh, soft.ghDegrees],
    ['KH', target.kh, soft.khDegrees],
  ] as const) {
    if (has > wanted + CLOSE)
      return refuse(
        `${says} ${wanted} cannot be reached: the softest of these waters, ${soft.name.toLowerCase()}, has ${has} already. What is missing is softer water: rain, or reverse osmosis.`,
      )
  }
  const best = sources
    .map((hard) => blend(hard, soft, target))
    .reduce((a, b) => (b.missing < a.missing ? b : a))
  const made: SaltPart[] = []
  const needGh = target.gh - best.gh
  const needKh = target.kh - best.kh
  if (needGh > CLOSE) {
    made.push(
      part(salts.calcium, 'gh', needGh * CALCIUM_SHARE, target.litres),
      part(salts.magnesium, 'gh', needGh * (1 - CALCIUM_SHARE), target.litres),
    )
  }
  if (needKh > CLOSE) made.push(part(salts.alkali, 'kh', needKh, target.litres))
  const remarks =
    made.length > 0
      ? [
          'Weigh dry, dissolve in a jug of the mix first, and stir until it is clear; test the mix once before it goes in.',
        ]
      : []
  return ok({
    parts: [
      { source: best.hard, litres: best.share * target.litres },
      { source: soft, litres: (1 - best.share) * target.litres },
    ].filter((one) => one.litres > 1e-9),
    salts: made,
    gh: best.gh + Math.max(0, needGh > CLOSE ? needGh : 0),
    kh: best.kh + Math.max(0, needKh > CLOSE ? needKh : 0),
    remarks,
  })
}

/** A water whose hardness is known, or null. */
function tested(source: SourceWater): TestedWater | null {
  const { ghDegrees, khDegrees } = source
  return ghDegrees === null || khDegrees === null ? null : { ...source, ghDegrees, khDegrees }
}
type TestedWater = SourceWater & { ghDegrees: number; khDegrees: number }

export const USUAL_SALTS = { calcium: 'caso4', magnesium: 'mgso4', alkali: 'khco3' } as const

/** The largest share of `hard` beside `soft` that overshoots neither hardness, and what is still missing. */
function blend(hard: TestedWater, soft: TestedWater, target: MixTarget) {
  const room = (wanted: number, h: number, s: number) =>
    h <= s + 1e-9 ? 1 : (wanted - s) / (h - s)
  const share =
    hard.id === soft.id
      ? 0
      : Math.max(
          0,
          Math.min(
            1,
            room(target.gh, hard.ghDegrees, soft.ghDegrees),
            room(target.kh, hard.khDegrees, soft.khDegrees),
          ),
        )
  const gh = soft.ghDegrees + share * (hard.ghDegrees - soft.ghDegrees)
  const kh = soft.khDegrees + share * (hard.khDegrees - soft.khDegrees)
  return { hard, share, gh, kh, missing: Math.max(0, target.gh - gh) + Math.max(0, target.kh - kh) }
}

function part(id: string, hardness: 'gh' | 'kh', degrees: number, litres: number): SaltPart {
  const salt = saltById(id)
  return { salt, hardness, degrees, grams: gramsForHardness(salt, hardness, degrees, litres) }
}

/**
 * How far what evaporates and is topped up with a water at `source` lifts a parameter over that water before each change:
 * P/S = 1 + E/(f·V), with E litres a period, f the fraction changed, V the volume (see dilution.steadyWithTopUp).
 */
export function creepFactor(
  evaporationPerDay: number,
  everyDays: number,
  fraction: number,
  litres: number,
): number {
  return 1 + (evaporationPerDay * everyDays) / (fraction * litres)
}

/** Above this lift topping up with pure water pays. Common practice. */
export const CREEP_WORTH = 1.2
