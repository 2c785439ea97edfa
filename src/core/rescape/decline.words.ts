import { METRIC, type Measures } from '../quantity/measures'
import type { TankHistory } from '../history/types'
import { namesIn } from '../history/describe'
import type { Names } from '../journal/kind'
import { evidenceFor, reckoned } from '../history/evidence'
import type { Evidence } from '../history/finding'
import { isPresumed } from '../water/findings/soil-finding'
import { sayOfSoil } from '../water/findings/soil-finding.words'
import { capital, sayEstimate, sayNumber, saySpan, sayTimes } from '../quantity/say'
import { CHRONIC_WEEKS, type DeclineSign, type JudgedSign, type SignFacts } from './decline'

/** What each sign is called. */
export const SIGN_LABELS: Record<DeclineSign, string> = {
  carpet: 'Carpet bald or lifting',
  soil: 'Soil spent',
  'black-patches': 'Black patches in the ground',
  algae: 'Chronic algae',
  'bare-stems': 'Stems bare below',
  shade: 'Shade everywhere',
  work: 'Work climbing',
  nitrate: 'Nitrate gaining',
  joy: 'Joy falling',
  lines: 'Layout lost its lines',
  reasons: 'What displeases you',
}

/** What would settle each. */
const SETTLE: Record<DeclineSign, string> = {
  carpet: 'Judge the carpet’s cover in the next two rounds.',
  soil: 'A jar test: soil in water of known KH, read again after 24–48 h.',
  'black-patches': 'Look along the front glass and behind the stones.',
  algae: 'Its cover in two weeks, same place, same hour.',
  'bare-stems': 'Part the front stems and look at the feet.',
  shade: 'Hold a light meter over the carpet, or trim one side and compare.',
  work: 'Write the minutes of two more weeks.',
  nitrate: 'One drop test today.',
  joy: 'A mark out of ten at the next two rounds.',
  lines: 'Step back: can you still see the focal piece?',
  reasons: 'Ask yourself again in a month.',
}

/** A loss of cover under this a week is none, per cent. */
const HOLDING = 0.2
/** Under this a day a gain is none, mg/L. */
const NO_GAIN = 0.05
const SOIL: Record<SignFacts['soil']['state'], string> = {
  working: 'It still holds the hardness down.',
  'not-active': 'Inert ground; it has nothing to lose.',
  unseen: 'Nobody has tested it.',
  tired: 'It is getting tired.',
  spent: 'It no longer holds the hardness down.',
}

/** What is said of a sign, and what was worked out for it beside its entries. */
interface SignWords {
  says: string
  reckoned?: readonly string[]
}
type WordsOfSigns = { [S in DeclineSign]: (facts: SignFacts[S], names: Names) => SignWords }
const WORDS: WordsOfSigns = {
  carpet: ({ plantingId, cover, perWeek, bald, lifting }, names) => ({
    says: sentences([
      cover && perWeek !== null
        ? `${names.stake(plantingId)} covers ${sayEstimate(cover)} %, ${perWeek < -HOLDING ? `losing ${sayNumber(-perWeek, 0.5)} a week` : 'holding'}`
        : `The cover of ${names.stake(plantingId)} was not judged twice yet`,
      bald > 0 ? `Bald patches seen ${sayTimes(bald)}` : '',
      lifting > 0 ? `Seen lifting ${sayTimes(lifting)}` : '',
    ]),
  }),
  soil: (soil) => ({
    says: isPresumed(soil)
      ? 'It may be getting tired; test it before it is touched.'
      : SOIL[soil.state],
    reckoned: sayOfSoil(soil),
  }),
  'black-patches': ({ patches, gas }) => ({
    says: sentences([
      patches === 0 ? 'None seen in three months' : `Seen ${sayTimes(patches)} in three months`,
      gas > 0 ? `Gas in the ground ${sayTimes(gas)}` : '',
    ]),
  }),
  algae: (worst, names) => ({
    says: worst
      ? `${capital(worst.algae)} on ${names.place(worst.place)} for ${worst.weeks} weeks, ${sayNumber(worst.percent)} % now.`
      : `None that has stayed ${CHRONIC_WEEKS} weeks.`,
  }),
  'bare-stems': ({ bare, of }) => ({
    says:
      bare === 0
        ? 'The feet were leafy in the last rounds.'
        : `${bare} of ${of} background plantings.`,
  }),
  shade: ({ dark, of, under, at }, names) => ({
    says: `${dark === 0 ? 'No low planting gets' : `${dark} of ${of} low plantings ${dark === 1 ? 'gets' : 'get'}`} less than ${under} µmol.`,
    reckoned: at.map(
      ({ plantingId, par }) =>
        `${names.stake(plantingId)}: about ${sayNumber(par, 3)} µmol at its foot`,
    ),
  }),
  work: ({ from, to, days }) => ({
    says: `From ${from.toFixed(0)} to ${to.toFixed(0)} minutes a week in ${saySpan(days)}.`,
  }),
  nitrate: ({ from, to, now }) => ({
    says:
      Math.max(Math.abs(from), Math.abs(to)) < NO_GAIN
        ? 'It neither gains nor loses to speak of, now as half a year ago.'
        : `The gain went from ${sayNumber(from, 0.2)} to ${sayNumber(to, 0.2)} mg/L a day in half a year.`,
    reckoned: [`Now ${sayEstimate(now)} mg/L, from ${now.because}`],
  }),
  joy: ({ from, to, days }) => ({
    says: `From ${from.toFixed(0)} to ${to.toFixed(0)} of 10 in ${saySpan(days)}.`,
  }),
  lines: ({ hidden, pieceId, behind, welcome }, names) => ({
    says: `${sayHidden(hidden)} of ${names.place({ of: 'hardscape', id: pieceId })} stands behind plants${welcome ? ', and you said that it may' : ''}.`,
    reckoned: behind.map(
      ({ plantingId, cm }) =>
        `${names.stake(plantingId)} stands about ${names.measures.say(cm, 'cm', 1)} in front of it`,
    ),
  }),
  reasons: ({ reasons, own }) => ({
    says: `You said: ${[...reasons.filter((one) => one !== 'another reason'), ...own].join('; ') || 'another reason'}.`,
  }),
}
/** “Nothing”, “about 60 %”. */
function sayHidden(share: number): string {
  if (share > 0.95) return 'All'
  return share < 0.05 ? 'Nothing' : `About ${Math.round(share * 10) * 10} %`
}
/** Why nothing can be said of a sign yet. */
const UNKNOWN: Record<DeclineSign, string> = {
  carpet: 'No carpet whose cover was judged twice.',
  soil: 'No hardness and no jar test to judge it by.',
  'black-patches': 'No round has looked at the ground of late.',
  algae: 'No round has looked for algae of late.',
  'bare-stems': 'No round has looked at the feet of the stems of late.',
  shade: 'No planting stands low enough to be shaded.',
  work: 'Too few weeks of work are written down.',
  nitrate: 'Too few tests half a year ago to compare with.',
  joy: 'Too few marks of joy are written down.',
  lines:
    'No focal piece, or nobody said yet whether it matters that plants hide it: the next round asks.',
  reasons: 'No reason was given: tap what is wrong with it at “You” in a round.',
}

/** Parts of what is said, each a sentence. */
const sentences = (parts: readonly string[]) =>
  parts
    .filter(Boolean)
    .map((part) => `${part}.`)
    .join(' ')

/** A sign of decline as a keeper reads it. */
export interface SaidSign {
  sign: DeclineSign
  label: string
  state: JudgedSign['state']
  strength: number
  says: string
  because: Evidence[]
  /** What would settle it; empty where nothing has to be. */
  settle: string
}

/** Ground that never held anything back has nothing to be tested for. */
const inert = (judged: JudgedSign): boolean =>
  judged.sign === 'soil' && judged.state !== 'unknown' && judged.facts.state === 'not-active'

/** A sign with its words and its evidence. */
export function saySign(
  judged: JudgedSign,
  history: TankHistory,
  measures: Measures = METRIC,
): SaidSign {
  const { sign, state, strength, entryIds } = judged
  const say = WORDS[sign] as (facts: unknown, names: Names) => SignWords
  const words: SignWords =
    judged.state === 'unknown'
      ? { says: UNKNOWN[sign] }
      : say(judged.facts, namesIn(history, measures))
  return {
    sign,
    label: SIGN_LABELS[sign],
    state,
    strength,
    says: words.says,
    settle: inert(judged) ? '' : SETTLE[sign],
    because: [...evidenceFor(entryIds, history, measures), ...(words.reckoned ?? []).map(reckoned)],
  }
}
