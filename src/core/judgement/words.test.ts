/** How the rules speak: in whole sentences, with no hole where a fact should be, whatever the tank went through. */
import { lodge } from '@/data/demo/lodge'
import { HOLE, SENTENCE, seenOverAYear } from '../testing/speech'
import type { Finding } from '../history/finding'
import { findings } from './findings'

const SEEN = seenOverAYear(lodge)
const found = SEEN.flatMap(({ story, now }) => findings(story, now))
const rules = [...new Set(found.map(({ rule }) => rule))].sort()
const one = (rule: string) => found.filter((finding) => finding.rule === rule)

/** A heading; it has no full stop. */
const HEADING = /^[A-Z“0-9].*[^.]$/s
const sentences = ({ detail, suggests, wouldChangeMyMind }: Finding) =>
  [detail, suggests, wouldChangeMyMind].filter(Boolean)

test('the year of the lodge lets most rules speak', () => {
  expect(rules.length).toBeGreaterThanOrEqual(20)
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
