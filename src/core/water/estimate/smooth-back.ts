import { ORDER, WIDTH } from './gain-walk'

const [C, G, E, CC, CG, CE, GG, GE, EE] = ORDER

/** What the way forward leaves at each place for the way back: the share of the level that came on, the days, and of a reading how it hangs on level and eye, what it pulls and what it weighs. */
export const WAY = { left: 0, days: 1, level: 2, eye: 3, pull: 4, weight: 5 } as const
export const BACK = 6

/** Where the adjoint stands: three of its mean, six of its covariance. */
const [L1, L2, L3, M11, M12, M13, M22, M23, M33] = [0, 1, 2, 3, 4, 5, 6, 7, 8]

/**
 * The smoothed states of a walk, from those before each reading (`before`) and what is left of the way (`way`): the modified
 * Bryson–Frazier form, x_s = x − Pλ, P_s = P − PΛP, with λ and Λ gathered backwards. It inverts nothing, so that a gain or an eye
 * that is known for certain does no harm. Source: Bierman 1973, Int. J. Control 18:65–75 (Fixed interval smoothing with
 * discrete measurements; from memory).
 */
export function smoothBack(length: number, before: Float64Array, way: Float64Array): Float64Array {
  const out = new Float64Array(length * WIDTH)
  const adjoint = new Float64Array(9)
  for (let k = length - 1; k >= 0; k--) {
    const at = k * BACK
    if (way[at + WAY.weight] > 0) takeBack(adjoint, before, k * WIDTH, way, at)
    correct(out, before, k * WIDTH, adjoint)
    carryBack(adjoint, way[at + WAY.left], way[at + WAY.days])
  }
  return out
}

/** Across a reading: λ ← (I − KH)ᵀλ − Hᵀ·pull, Λ ← (I − KH)ᵀΛ(I − KH) + Hᵀ·weight·H, with K = PHᵀ·weight. */
function takeBack(
  adjoint: Float64Array,
  before: Float64Array,
  at: number,
  way: Float64Array,
  from: number,
): void {
  const h1 = way[from + WAY.level]
  const h3 = way[from + WAY.eye]
  const weight = way[from + WAY.weight]
  const k1 = weight * (h1 * before[at + CC] + h3 * before[at + CE])
  const k2 = weight * (h1 * before[at + CG] + h3 * before[at + GE])
  const k3 = weight * (h1 * before[at + CE] + h3 * before[at + EE])
  const [l1, l2, l3] = [adjoint[L1], adjoint[L2], adjoint[L3]]
  const kl = k1 * l1 + k2 * l2 + k3 * l3 + way[from + WAY.pull]
  adjoint[L1] = l1 - h1 * kl
  adjoint[L3] = l3 - h3 * kl
  const [m11, m12, m13] = [adjoint[M11], adjoint[M12], adjoint[M13]]
  const [m22, m23, m33] = [adjoint[M22], adjoint[M23], adjoint[M33]]
  // ΛK, and KᵀΛK with the weight of the reading itself.
  const q1 = m11 * k1 + m12 * k2 + m13 * k3
  const q2 = m12 * k1 + m22 * k2 + m23 * k3
  const q3 = m13 * k1 + m23 * k2 + m33 * k3
  const s = k1 * q1 + k2 * q2 + k3 * q3 + weight
  adjoint[M11] = m11 - 2 * h1 * q1 + h1 * h1 * s
  adjoint[M12] = m12 - h1 * q2
  adjoint[M13] = m13 - h1 * q3 - h3 * q1 + h1 * h3 * s
  adjoint[M23] = m23 - h3 * q2
  adjoint[M33] = m33 - 2 * h3 * q3 + h3 * h3 * s
}

/** Across the way to the place before: Φ = [left, left·days, 0; 0, 1, 0; 0, 0, 1]. */
function carryBack(adjoint: Float64Array, left: number, days: number): void {
  const f = left * days
  const [m11, m12, m13] = [adjoint[M11], adjoint[M12], adjoint[M13]]
  adjoint[L2] += f * adjoint[L1]
  adjoint[L1] *= left
  adjoint[M11] = left * left * m11
  adjoint[M12] = left * (f * m11 + m12)
  adjoint[M13] = left * m13
  adjoint[M22] += f * f * m11 + 2 * f * m12
  adjoint[M23] += f * m13
}

/** x − Pλ and P − PΛP. */
function correct(out: Float64Array, before: Float64Array, at: number, adjoint: Float64Array): void {
  const [cc, cg, ce] = [before[at + CC], before[at + CG], before[at + CE]]
  const [gg, ge, ee] = [before[at + GG], before[at + GE], before[at + EE]]
  const [l1, l2, l3] = [adjoint[L1], adjoint[L2], adjoint[L3]]
  out[at + C] = before[at + C] - (cc * l1 + cg * l2 + ce * l3)
  out[at + G] = before[at + G] - (cg * l1 + gg * l2 + ge * l3)
  out[at + E] = before[at + E] - (ce * l1 + ge * l2 + ee * l3)
  out[at + CC] = Math.max(0, cc - form(adjoint, cc, cg, ce, cc, cg, ce))
  out[at + CG] = cg - form(adjoint, cc, cg, ce, cg, gg, ge)
  out[at + CE] = ce - form(adjoint, cc, cg, ce, ce, ge, ee)
  out[at + GG] = Math.max(0, gg - form(adjoint, cg, gg, ge, cg, gg, ge))
  out[at + GE] = ge - form(adjoint, cg, gg, ge, ce, ge, ee)
  out[at + EE] = Math.max(0, ee - form(adjoint, ce, ge, ee, ce, ge, ee))
}

/** aᵀΛb. */
function form(
  adjoint: Float64Array,
  a1: number,
  a2: number,
  a3: number,
  b1: number,
  b2: number,
  b3: number,
): number {
  return (
    a1 * (adjoint[M11] * b1 + adjoint[M12] * b2 + adjoint[M13] * b3) +
    a2 * (adjoint[M12] * b1 + adjoint[M22] * b2 + adjoint[M23] * b3) +
    a3 * (adjoint[M13] * b1 + adjoint[M23] * b2 + adjoint[M33] * b3)
  )
}
