/** How the rules speak: in whole sentences, with no hole where a fact should be, whatever the tank went through. */
import { lodge } from '@/data/demo/lodge'
import { storyUntil } from '../history/lookup'
import { dayOf, instantOf } from '../quantity/time'
import type { Finding } from './finding'
import { findings } from './findings'

const NOW = '2026-11-24T09:00:00.000Z'
/** Every three weeks of the lodge's year, seen as it was seen then. */
const SEEN = lodge(NOW).flatMap((story) =>
  Array.from({ length: 16 }, (_, k) => instantOf(dayOf(NOW) - 21 * k)).flatMap((now) =>
    findings(storyUntil(story, now), now),
  ),
)
const rules = [...new Set(SEEN.map(({ rule }) => rule))].sort()
const one = (rule: string) => SEEN.filter((finding) => finding.rule === rule)

const SENTENCE = /^[A-Z“0-9].*[.?”]$/s
const HOLE = /undefined|null|NaN|Infinity|\[object|  | [.,;:]|\(\)|“”/

/** A heading; it has no full stop. */
const HEADING = /^[A-Z“0-9].*[^.]$/s
const sentences = ({ detail, suggests, wouldChangeMyMind }: Finding) =>
  [detail, suggests, wouldChangeMyMind].filter(Boolean)

test('the year of the lodge lets most rules speak', () => {
  expect(rules.length).toBeGreaterThanOrEqual(14)
})
test.each(rules)('%s speaks in whole sentences', (rule) => {
  for (const finding of one(rule)) {
    expect(finding.says).toMatch(HEADING)
    expect(finding.says).not.toMatch(HOLE)
    for (const sentence of sentences(finding)) {
      expect(sentence).toMatch(SENTENCE)
      expect(sentence).not.toMatch(HOLE)
    }
    for (const { says } of finding.because) expect(says).not.toMatch(HOLE)
  }
})
test.each(rules)('%s goes on from the tank’s name', (rule) => {
  for (const { clause } of one(rule)) {
    expect(clause).toMatch(/^[a-z]/)
    expect(clause).not.toMatch(/[.]$/)
    expect(clause).not.toMatch(HOLE)
  }
})
