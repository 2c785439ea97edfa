import type { Diagnosis } from '../gardening/leaves/diagnosis'
import { lodge } from '@/data/demo/lodge'
import { findings, headline } from './findings'
import type { Finding } from '../history/finding'
import { inOneVoice, NOT_BESIDE } from './one-voice'
import { RULE_NAMES, type AnyJudged } from './rules'

type Rule = AnyJudged['rule']
/** A judgement by its rule and of whom, as far as voices are concerned. */
const judged = (
  rule: Rule,
  subject: AnyJudged['subject'] = { of: 'water' },
  facts: unknown = { diagnosis: { explanations: [] } },
) => ({ rule, subject, facts, key: `${rule}:${JSON.stringify(subject)}` }) as AnyJudged
const rules = (all: readonly AnyJudged[]) => inOneVoice(all).map(({ rule }) => rule)
const lawn = (id: string) => ({ of: 'planting', id }) as const
const leaves = (cause: string, id = 'p-1') =>
  judged('leaves-ail', lawn(id), {
    diagnosis: { explanations: [{ cause, odds: 0.9 }] } as unknown as Diagnosis,
  })

test.each(NOT_BESIDE.flatMap(([held, by]) => by.map((other) => [held, other] as const)))(
  '“%s” is not said beside “%s” of the same thing, in either order',
  (held, other) => {
    expect(rules([judged(held), judged(other)])).toEqual([other])
    expect(rules([judged(other), judged(held)])).toEqual([other])
  },
)

test('what is well of one lawn stands beside what ails another, and alone', () => {
  const holds = judged('carpet-holds', lawn('p-1'))
  expect(rules([holds, judged('carpet-loses', lawn('p-2'))])).toHaveLength(2)
  expect(rules([holds])).toEqual(['carpet-holds'])
  expect(rules([holds, judged('carpet-holds', { of: 'ground' })])).toHaveLength(2)
})

test('nitrate is not in hand where leaves lack nitrogen, whatever else they lack beside', () => {
  const inHand = judged('nitrate-in-hand')
  expect(rules([inHand, leaves('nitrogen')])).toEqual(['leaves-ail'])
  expect(rules([inHand, leaves('potassium')])).toEqual(['nitrate-in-hand', 'leaves-ail'])
  expect(rules([inHand, leaves('potassium'), leaves('nitrogen', 'p-2')])).toHaveLength(2)
  // Held back itself, since its roots hunger, it still speaks of the water.
  expect(rules([inHand, leaves('nitrogen'), judged('roots-hungry', lawn('p-1'))])).toEqual([
    'roots-hungry',
  ])
  expect(rules([judged('nitrate-over'), leaves('nitrogen')])).toHaveLength(2)
})

test('tufts that go are told of beside dots that come', () => {
  const tank = { of: 'tank' } as const
  expect(rules([judged('algae-recede', tank), judged('algae-spread', tank)])).toHaveLength(2)
})

test('no two rules bear one name: the words of one would be said of the other', () => {
  expect(new Set(RULE_NAMES).size).toBe(RULE_NAMES.length)
})

test('a headline names two topics, never one twice', () => {
  const [tarn] = lodge('2026-11-24T12:00:00.000Z')
  const [some] = findings(tarn, '2026-11-24T12:00:00.000Z')
  const told = (...topics: Finding['topic'][]) =>
    headline(
      topics.map((topic, i) => ({ ...some, topic, clause: `clause ${i}`, level: 'watch' })),
      tarn.entries,
    )
  expect(told('gas', 'gas', 'carpet')).toBe('clause 0, and clause 2.')
  expect(told('gas', 'carpet', 'gas')).toBe('clause 0, and clause 1.')
  expect(told('gas', 'gas')).toBe('clause 0.')
})
