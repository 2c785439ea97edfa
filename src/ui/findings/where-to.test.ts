import { findings } from '@/core/judgement/findings'
import { DAY0, entry, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { whereTo } from './where-to'

const NOW = instantOf(DAY0 + 20)
const SEEN = tank([
  entry(18, 'sign', { sign: 'leak', place: { of: 'tank' } }),
  ...[10, 15, 19].map((day) =>
    entry(day, 'algae', {
      algae: 'green dots',
      place: { of: 'glass' },
      coverPercent: 10 + day,
    }),
  ),
])

test('what leads to entries leads to such as it rests on: the leak’s to what was seen, the algae’s to algae', () => {
  const led = findings(SEEN, NOW).filter(({ leadsTo }) => typeof leadsTo === 'object' && leadsTo)
  expect(led.map(({ rule }) => rule)).toEqual(expect.arrayContaining(['leak-seen']))
  expect(led.some(({ rule }) => rule.startsWith('algae'))).toBe(true)
  for (const finding of led) {
    const kind = /kind=(.+)$/.exec(whereTo(finding)!.path)![1]
    const rested = finding.because.flatMap(({ entryId }) =>
      SEEN.entries.filter(({ id }) => id === entryId),
    )
    expect(rested.length).toBeGreaterThan(0)
    expect(new Set(rested.map((one) => one.kind))).toEqual(new Set([kind]))
  }
})

test('a trim is logged of its own planting, and what leads nowhere has no way', () => {
  const of = { of: 'planting', id: 'p-s1' } as const
  expect(whereTo({ leadsTo: { form: 'trim' }, subject: of })?.path).toBe(
    '/book?log=trim&planting=p-s1',
  )
  expect(whereTo({ leadsTo: { page: 'water' }, subject: of })?.path).toBe('/water')
  expect(whereTo({ leadsTo: null, subject: of })).toBeNull()
})
