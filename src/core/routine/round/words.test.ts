/** How the round asks, over a year of the lodge. */
import { lodge } from '@/data/demo/lodge'
import { HOLE, seenOverAYear } from '../../testing/speech'
import { sayStations } from './question.words'
import { roundOf } from './stations'

const SEEN = seenOverAYear(lodge)
const said = SEEN.flatMap(({ story, now }) => sayStations(roundOf(story, now), story))
const questions = said.flatMap((station) => station.questions)

test('every station asks something, and names the places a sign can lie on', () => {
  for (const { title, places } of said) {
    expect(title).toMatch(/^[A-Z].*\?$/)
    for (const { says } of places) expect(says).not.toMatch(HOLE)
  }
})
test('every question says what it is of, what was known last, and stands by its stake', () => {
  for (const { says, before, asks, stake } of questions) {
    expect(says).toMatch(/^\p{Lu}|^pH/u)
    expect(says).not.toMatch(HOLE)
    expect(before).not.toMatch(HOLE)
    expect(stake === null).toBe(asks.kind !== 'measure')
  }
})
test.each(['measure', 'algae', 'reading', 'stock', 'enjoyment', 'workMinutes'])(
  'the year has questions of %s, known before and not',
  (kind) => {
    const own = questions.filter(({ asks }) => asks.kind === kind)
    expect(own.some(({ last }) => last !== null)).toBe(true)
    for (const { last, before } of own)
      expect(/^never |^not asked/.test(before)).toBe(last === null)
  },
)
