/** Standard atomic masses, g/mol: IUPAC 2021 abridged values (Prohaska et al. 2022, Pure Appl. Chem. 94:573–600). */
const ATOMIC_MASS = {
  H: 1.008,
  B: 10.81,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  Na: 22.99,
  Mg: 24.305,
  P: 30.974,
  S: 32.06,
  Cl: 35.45,
  K: 39.098,
  Ca: 40.078,
  Mn: 54.938,
  Fe: 55.845,
} as const
type Element = keyof typeof ATOMIC_MASS

/**
 * Molar mass, g/mol, of a formula such as `KNO3`, `CaSO4·2H2O` or `Ca(NO3)2·4H2O`: brackets, counts, and water of crystallisation
 * after a raised dot. Throws on an element it does not know or a bracket left open. Check: KNO3 → 101.102.
 */
export function molarMass(formula: string): number {
  return formula.split('·').reduce((sum, part) => {
    const [, count, rest] = /^(\d*)(.*)$/.exec(part) as RegExpExecArray
    return sum + (count === '' ? 1 : Number(count)) * massOf(rest, formula)
  }, 0)
}

function massOf(part: string, whole: string): number {
  const open: number[] = [0]
  const tokens = part.match(/[A-Z][a-z]?\d*|\(|\)\d*|./g) ?? []
  for (const token of tokens) {
    if (token === '(') open.push(0)
    else if (token.startsWith(')')) {
      const inner = open.pop()
      if (inner === undefined || open.length === 0)
        throw new RangeError(`A bracket of ${whole} is not open`)
      open[open.length - 1] += inner * Number(token.slice(1) || 1)
    } else {
      const [, symbol, count] = /^([A-Z][a-z]?)(\d*)$/.exec(token) ?? []
      if (!symbol || !(symbol in ATOMIC_MASS))
        throw new RangeError(`“${token}” in ${whole} is no element Vivero knows`)
      open[open.length - 1] += ATOMIC_MASS[symbol as Element] * Number(count || 1)
    }
  }
  if (open.length !== 1) throw new RangeError(`A bracket of ${whole} is left open`)
  return open[0]
}
