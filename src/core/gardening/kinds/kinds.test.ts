import { METRIC } from '../../quantity/measures'
import { PLANT_KINDS } from '../../plants/kinds'
import { priorTable } from './prior-table'
import { sayKind } from './kind.words'

const kind = (id: string) => PLANT_KINDS.find(({ species }) => species.id === id)!.species

test('the table of a middling stem, by hand: 0.9 cm a day by the books, times 0.5 in fair light without gas and 1.8 in strong with', () => {
  const [dim, fair, strong] = priorTable(kind('rotala-green'))
  expect(fair.plain.value).toBeCloseTo(0.45, 10)
  expect(strong.gas.value).toBeCloseTo(1.62, 10)
  expect(dim.plain.value).toBeCloseTo(0.27, 10)
  expect(fair.inAir.value).toBeCloseTo(2.7, 10)
  expect(fair.plain.low).toBeLessThan(fair.plain.value)
})

test('of every kind there is something to say on every line, without a hole', () => {
  for (const { species } of PLANT_KINDS)
    for (const [of, says] of sayKind(species, METRIC)) {
      expect(of.length).toBeGreaterThan(2)
      expect(says).not.toMatch(/undefined|NaN|null|  /)
      expect(says.trim().length).toBeGreaterThan(1)
    }
})

test('a crypt is told to be waited for, a moss to be out of reach of diggers', () => {
  const said = (id: string) => Object.fromEntries(sayKind(kind(id), METRIC))
  expect(said('crypt-brown')['after a move']).toContain('wait')
  expect(said('taxiphyllum').animals).toContain('out of reach of diggers')
})
