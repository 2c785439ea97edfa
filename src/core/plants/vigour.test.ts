import { PLANT_KINDS } from './kinds'
import { vigour, type GrowingConditions } from './vigour'

const kind = (id: string) => PLANT_KINDS.find(({ species }) => species.id === id)!.facts
const under = (conditions: Partial<GrowingConditions>, id: string) =>
  vigour({ light: 'fair', gas: false, inAir: false, ...conditions }, kind(id))

test('a middling kind grows by the common table: worked by hand, gas and strong light against neither 1.8 / 0.5', () => {
  expect(vigour({ light: 'strong', gas: true, inAir: false })).toBeCloseTo(1.8, 10)
  expect(vigour({ light: 'fair', gas: false, inAir: false })).toBeCloseTo(0.5, 10)
  expect(vigour({ light: 'fair', gas: false, inAir: true })).toBeCloseTo(3, 10)
})

test('what does without gas loses less by its want than what needs it: 1.15 · 0.4348^0.6 and ^1.4, by hand', () => {
  expect(under({}, 'anubias')).toBeCloseTo(1.15 * (0.5 / 1.15) ** 0.6, 10)
  expect(under({}, 'rotala-red')).toBeCloseTo(1.15 * (0.5 / 1.15) ** 1.4, 10)
  expect(under({}, 'anubias')).toBeGreaterThan(under({}, 'rotala-red'))
})

test('dim light takes less from a kind that puts up with it than from one that wants it strong', () => {
  const left = (id: string) => under({ light: 'dim' }, id) / under({}, id)
  expect(left('anubias')).toBeGreaterThan(left('rotala-green'))
  expect(left('rotala-green')).toBeGreaterThan(left('rotala-red'))
})

test('gas in the water does nothing for what stands in air; a land plant there grows as its books say', () => {
  for (const { facts } of PLANT_KINDS)
    expect(vigour({ light: 'fair', gas: true, inAir: true }, facts)).toBe(
      vigour({ light: 'fair', gas: false, inAir: true }, facts),
    )
  expect(under({ inAir: true }, 'ficus')).toBe(1)
})

test('every kind has a prior for every light, with and without gas, in water and in air: more light and gas never slow it', () => {
  for (const { facts } of PLANT_KINDS)
    for (const inAir of [false, true])
      for (const gas of [false, true]) {
        const [dim, fair, strong] = (['dim', 'fair', 'strong'] as const).map((light) =>
          vigour({ light, gas, inAir }, facts),
        )
        expect(dim).toBeGreaterThan(0)
        expect(fair).toBeGreaterThanOrEqual(dim)
        expect(strong).toBeGreaterThanOrEqual(fair)
      }
})
