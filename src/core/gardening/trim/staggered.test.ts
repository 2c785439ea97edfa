import fc from 'fast-check'
import { bestStaggers, type Option, type StaggerQuestion } from './staggered'

const bestStagger = (asked: StaggerQuestion) => bestStaggers(asked).at(-1) ?? null

const DAY = 10
const question = fc
  .record({
    groups: fc.array(
      fc.array(
        fc.record({
          evening: fc.option(fc.integer({ min: 0, max: 3 })),
          from: fc.integer({ min: 0, max: 12 }),
          length: fc.integer({ min: 0, max: 12 }),
          mass: fc.integer({ min: 0, max: 4 }).map((one) => one / 10),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      { minLength: 1, maxLength: 4 },
    ),
    sessions: fc.integer({ min: 0, max: 3 }),
    mostMass: fc.integer({ min: 2, max: 8 }).map((one) => one / 10),
  })
  .map(({ groups, ...rest }): StaggerQuestion => ({
    ...rest,
    day: DAY,
    evenings: 4,
    groups: groups.map((options) =>
      options.map(({ evening, from, length, mass }): Option => ({
        evening,
        from,
        to: from + length,
        mass: evening === null ? 0 : mass,
      })),
    ),
  }))

/** Every choice of one way for each group, looked at by hand. */
function byForce({ groups, day, sessions, mostMass }: StaggerQuestion): number {
  let best = -1
  const choose = (k: number, chosen: Option[]) => {
    if (k < groups.length) {
      for (const option of groups[k]) choose(k + 1, [...chosen, option])
      return
    }
    if (isAllowed(chosen, day, sessions, mostMass)) best = Math.max(best, lengthOf(chosen))
  }
  choose(0, [])
  return best
}
const lengthOf = (chosen: readonly Option[]) =>
  Math.min(...chosen.map(({ to }) => to)) - Math.max(...chosen.map(({ from }) => from))
function isAllowed(chosen: readonly Option[], day: number, sessions: number, mostMass: number) {
  const taken = new Map<number, number>()
  for (const { evening, mass } of chosen)
    if (evening !== null) taken.set(evening, (taken.get(evening) ?? 0) + mass)
  return (
    taken.size <= sessions &&
    [...taken.values()].every((mass) => mass <= mostMass + 1e-9) &&
    chosen.every(({ from, to }) => from <= day && to >= day)
  )
}

test('the plan is the best there is: the same length as every choice tried one by one, and one that is allowed', () => {
  fc.assert(
    fc.property(question, (asked) => {
      const found = bestStagger(asked)
      const best = byForce(asked)
      expect(found ? found.to - found.from : -1).toBe(best)
      if (!found) return
      expect(isAllowed(found.chosen, asked.day, asked.sessions, asked.mostMass)).toBe(true)
      expect(lengthOf(found.chosen)).toBe(best)
    }),
    { numRuns: 400 },
  )
})

test('by hand: a fast and a slow group, one evening or two', () => {
  // The slow one, cut on day 0, is in shape from 8 to 20; the fast one, cut then, from 3 to 11, cut on day 6 from 9 to 17.
  const way = (evening: number, from: number, to: number): Option => ({
    evening,
    from,
    to,
    mass: 0.1,
  })
  const slow = [way(0, 8, 20), way(1, 14, 26)]
  const fast = [way(0, 3, 11), way(1, 9, 17)]
  const asked = (sessions: number) =>
    bestStagger({ groups: [slow, fast], day: 10, evenings: 2, sessions, mostMass: 0.3 })
  expect(asked(2)).toMatchObject({ from: 9, to: 17 })
  expect(asked(1)).toMatchObject({ from: 8, to: 11 })
  expect(asked(0)).toBeNull()
})

test('for each number of evenings the best: as much as asked for with so many alone, and more than with fewer', () => {
  fc.assert(
    fc.property(question, (asked) => {
      const all = bestStaggers(asked)
      const lengths = all.map(({ from, to }) => to - from)
      expect([...new Set(lengths)].sort((a, b) => a - b)).toEqual(lengths)
      for (let sessions = 0; sessions <= asked.sessions; sessions++) {
        const best = byForce({ ...asked, sessions })
        const within = all.filter(
          ({ chosen }) =>
            new Set(chosen.flatMap(({ evening }) => (evening === null ? [] : [evening]))).size <=
            sessions,
        )
        expect(Math.max(-1, ...within.map(({ from, to }) => to - from))).toBe(best)
      }
    }),
  )
})

test('what may not be taken at once is taken on two evenings', () => {
  const way = (evening: number): Option => ({ evening, from: 8, to: 20, mass: 0.2 })
  const two = [
    [way(0), way(1)],
    [way(0), way(1)],
  ]
  const asked = { groups: two, day: 10, evenings: 2, mostMass: 0.3 }
  expect(bestStagger({ ...asked, sessions: 1 })).toBeNull()
  expect(
    new Set(bestStagger({ ...asked, sessions: 2 })!.chosen.map(({ evening }) => evening)).size,
  ).toBe(2)
})
