import { conditionsOf } from '../estimate/conditions'
import type { Measures } from '../../quantity/measures'
import type { Oxygen } from '../gas/oxygen'
import { sayUse } from '../gas/gas-use.words'
import { sayAgo, sayAll, sayDays, sayEstimate, sayNumber } from '../../quantity/say'
import { nameWithin } from '../../quantity/parameter-name'
import { PARAMETER_UNITS } from '../../quantity/units'
import { SAFE_NH3 } from '../gas/ammonia'
import { bandWords, starting, STARTING } from './band-finding.words'
import type { RawPhase } from '../estimate/raw-phase'
import { sayPhase } from '../estimate/raw-phase.words'
import type { Rules, WordsFor } from '../../history/finding'
import { waterFindings, type WaterFacts } from './water-findings'

const waterWords: WordsFor<WaterFacts> = {
  ...bandWords,
  'ammonia-dangerous': ({ unionised, share, animals, phase }) => ({
    says: animals ? 'Ammonia is dangerous now' : 'Ammonia is too high for animals yet',
    detail: `About ${sayNumber(unionised.value, 0.004)} mg/L is un-ionised; ${SAFE_NH3} is the usual limit.`,
    clause: animals ? 'holds ammonia that harms its animals' : 'is not ready for animals yet',
    suggests: animals
      ? 'Change half the water with water of the same temperature, stop feeding, keep pH from rising, test again tomorrow. For sick animals ask a vet.'
      : starting(phase),
    wouldChangeMyMind: 'A second ammonia test with a fresh reagent, and the pH beside it.',
    reckoned: [
      `By pH and temperature ${sayNumber(share * 100)} % of it is un-ionised (Emerson et al. 1975)`,
    ],
  }),
  'ammonia-held': ({ total, pH, harmsFrom }) => ({
    says: 'Ammonia stands where animals live',
    detail:
      pH === null || harmsFrom === null
        ? `About ${sayEstimate(total, 'mg/L')}; how much of it harms, the pH decides, and nobody tested that.`
        : `About ${sayEstimate(total, 'mg/L')}. At pH ${sayNumber(pH.value, 0.1)} hardly any of it harms; from about ${sayNumber(harmsFrom, 0.1)} on it does.`,
    clause: 'holds ammonia where animals live',
    suggests: `Feed next to nothing, test ammonia and pH every day, and change a third with water that does not raise the pH${pH === null ? '; test the pH today' : ''}. Gas that fails raises it too.`,
    wouldChangeMyMind: 'A second ammonia test with a fresh reagent, and the pH beside it.',
    reckoned: [`Total ammonia ${sayEstimate(total, 'mg/L')}, from ${total.because}`],
  }),
  'gas-unsteady': (facts) => ({
    says: 'The gas is not steady',
    detail: `The indicator swung by ${sayNumber(facts.high - facts.low, 5)} mg/L within three weeks; unsteady gas feeds algae more than little gas does.`,
    clause: 'runs on unsteady gas',
    suggests:
      'Look at valve, bottle pressure and hours; change one thing and look again in a week.',
    wouldChangeMyMind: ONE_COLOUR,
    reckoned: looksOf(facts),
  }),
  'gas-steady': (facts) => ({
    says: 'The gas is steady',
    detail:
      facts.high === facts.low
        ? 'The indicator showed one colour for three weeks.'
        : `The indicator stayed within ${sayNumber(facts.high - facts.low, 3)} mg/L for three weeks.`,
    clause: 'runs on steady gas',
    suggests: 'Go on as you do.',
    wouldChangeMyMind: 'Another colour at the same hour, twice in a week.',
    reckoned: looksOf(facts),
  }),
  'gas-not-arriving': ({ looks, blue, days }) => ({
    says: 'The gas runs and the indicator stays blue',
    detail: `Blue in ${blue} of ${looks} looks within ${days} days, hours after the gas came on.`,
    clause: 'shows no gas though it runs',
    suggests:
      'Air the room and look in this order: a leak at a fitting (soapy water), an empty cylinder, a clogged diffuser, old fluid. A regulator is a specialist’s work.',
    wouldChangeMyMind: 'Fresh fluid that turns green by the middle of the gas day.',
    reckoned: [`${looks} looks at the height of the gas day, ${blue} of them blue`],
  }),
  'gas-leaks': ({ use }) => ({
    says: 'Gas may be leaking',
    detail: `${sayUse(use.before)} ${use.measure} before, ${sayUse(use.now)} now, and the colour did not rise with it.`,
    clause: 'uses more gas than its water shows',
    suggests:
      'Air the room, close the cylinder, brush soapy water on every fitting. A cylinder stands upright and fixed; its regulator is a specialist’s work.',
    wouldChangeMyMind:
      'Weigh the cylinder tonight and tomorrow with the valve shut: it must not lose a gram.',
    reckoned: [
      `CO2 ${use.colourBefore === null ? 'not looked at' : `${sayNumber(use.colourBefore)} mg/L`} before, ${sayNumber(use.colourNow ?? 0)} mg/L now`,
    ],
  }),
  'oxygen-short': ({ measured, share, saturation, ...where }, { measures }) => ({
    says: 'The water is short of oxygen',
    detail: `${sayEstimate(measured, 'mg/L')}, ${Math.round(share * 100)} % of what it could hold here.`,
    clause: 'is short of oxygen',
    suggests: 'Stir the surface now, turn the gas down, look for something dead.',
    wouldChangeMyMind: 'A test before the lamps come on, when it stands lowest.',
    reckoned: [`At ${sayPlace(where, measures)} water holds ${sayNumber(saturation.value)} mg/L`],
  }),
  'oxygen-little-room': ({ saturation, ...where }, { measures }) => ({
    says: 'Warm water up here holds little oxygen',
    detail: `At ${sayPlace(where, measures)} it can hold ${sayNumber(saturation.value)} mg/L at most.`,
    clause: 'holds little oxygen at this height and warmth',
    suggests: 'Keep it cool and its surface moving, above all at night.',
    wouldChangeMyMind: 'An oxygen test before the lamps come on.',
    reckoned: ['Benson & Krause 1984, air pressure by the standard atmosphere'],
  }),
  'source-very-soft': ({ name, ghDegrees, khDegrees }) => ({
    says: 'The source is very soft',
    detail: `${name} holds GH ${sayNumber(ghDegrees)}; once growth speeds up, calcium and magnesium run short first.`,
    clause: 'lives on very soft water',
    suggests: 'Make up the new water with gypsum and Epsom salt; the mixing desk says how much.',
    wouldChangeMyMind: 'A GH test above 3 just before a change.',
    reckoned: [
      `${name}: GH ${sayNumber(ghDegrees)}${khDegrees === null ? '' : `, KH ${sayNumber(khDegrees)}`}`,
    ],
  }),
  'tank-begins': ({ phase, animals }) => ({
    says:
      phase.phase === 'through'
        ? 'The filter has come to life'
        : 'The filter is still coming to life',
    detail: sayPhase(phase),
    clause:
      phase.phase === 'through' ? 'has come through its beginning' : 'is still in its beginning',
    suggests: sayBeginning(phase, animals),
    wouldChangeMyMind: 'One test of ammonia and of nitrite.',
    reckoned: [],
  }),
  'source-untested': ({ name, untested }) => ({
    says: `Nobody has tested ${name.toLowerCase()} yet`,
    detail: `Its ${sayAll(untested.map(nameWithin))} ${untested.length === 1 ? 'is' : 'are'} taken as taps usually run, and may be far from it.`,
    clause: 'is filled with a water nobody tested',
    suggests: `Test ${sayAll(untested.map(nameWithin))} of the water you change with, once, and write it under “Waters and bottles”; the supplier’s sheet does as well.`,
    wouldChangeMyMind: 'One test of the water from the tap.',
    reckoned: [],
  }),
  'top-ups-creep': ({ parameter, factor, loss, source }, { measures }) => {
    const { label, canonical } = PARAMETER_UNITS[parameter]
    return {
      says: `Top-ups lift ${label} by ${Math.round((factor - 1) * 100)} %`,
      detail: `What evaporates is water alone (${measures.sayEstimate(loss, 'L')} a day); what tops it up brings ${sayNumber(source)} ${canonical} each time.`,
      clause: `gains ${label} from its top-ups`,
      suggests: 'Top up with rain or reverse osmosis water.',
      wouldChangeMyMind: 'Conductivity just before a change that equals the source’s.',
      reckoned: [loss.because],
    }
  },
  'tablets-due': ({ inDays, lastDaysAgo, tablets, stakes }) => ({
    says: inDays < 0 ? 'Root tablets are due' : `Root tablets are due in ${sayDays(inDays)}`,
    detail: `The last went in ${sayAgo(lastDaysAgo)}; ${tablets} feed ${stakes.join(', ')}.`,
    clause: 'has roots that wait for tablets',
    suggests: 'Press them deep beside the crowns with tweezers.',
    wouldChangeMyMind: 'New leaves that come as large and as green as the old.',
    reckoned: ['Two to four months, common practice'],
  }),
}

const ONE_COLOUR = 'A week of looks at the same hour that show one colour.'

const looksOf = ({ looks, low, high }: WaterFacts['gas-steady']) => [
  `${looks} looks in three weeks, ${low === high ? 'all near' : `from ${sayNumber(low)} to`} ${sayNumber(high)} mg/L`,
]

/** “24 °C at 1400 m”. */
const sayPlace = (
  { temperatureC, altitudeM }: Pick<Oxygen, 'temperatureC' | 'altitudeM'>,
  measures: Measures,
) => `${measures.say(temperatureC, '°C', 0.3)} at ${measures.say(altitudeM, 'm', 1)}`

/** What one does in each phase. Common practice. */
function sayBeginning({ phase, days }: RawPhase, animals: boolean): string {
  if (phase !== 'through' && !animals) return STARTING
  if (phase !== 'through')
    return 'Test every day, change a third to a half whenever either shows, and feed next to nothing until neither does.'
  if (animals) return 'Go on testing twice a week for a fortnight.'
  return days >= CALM_DAYS
    ? 'Animals may come: a few first, tests daily, the rest two weeks later.'
    : 'Wait until both have stood at nothing for a week; then a few animals first.'
}
const CALM_DAYS = 7

/** All else that is to say of the water. */
export const waterRules: Rules<WaterFacts> = {
  find: (story, now) => waterFindings(story, conditionsOf(story, now), now),
  words: waterWords,
  inWater: true,
}
