import { entriesOf } from '../history/journal-index'
import { usualSource } from '../history/lookup'
import { gasOf, tankNow } from '../history/tank-at'
import type { TankHistory } from '../history/types'
import { sayAgo, sayDays, sayEstimate, sayNumber } from '../quantity/say'
import { dayOf, daysBetween, type Instant } from '../quantity/time'
import { PARAMETER_UNITS, type Parameter } from '../quantity/units'
import {
  changeForTarget,
  crossing,
  forecastParameter,
  routineChanges,
} from '../water/estimate/estimate'
import type { Conditions } from '../water/estimate/conditions'
import { rootTabs } from '../water/dosing/dosing'
import { ammoniaDanger, gasUse, oxygenOf, SAFE_NH3 } from '../water/gas/gas'
import { creepFactor, CREEP_WORTH } from '../water/changes/mixing'
import { bandNow, FACTS } from '../water/facts/parameters'
import { changeRegime } from '../water/changes/regime'
import { evaporation, levelOfSource } from '../water/facts/sources'
import { outsideBand } from '../water/balance/worth-testing'
import { evidenceFor, reckoned } from './evidence'
import type { Finding } from './finding'

/** All that is to say of the water beside nitrate and the rhythm of its changes. */
export function waterFindings(
  history: TankHistory,
  conditions: Conditions,
  now: Instant,
): Finding[] {
  return [
    ammoniaFinding(history, conditions, now),
    gasSwingFinding(history, now),
    leakFinding(history, now),
    oxygenFinding(history, conditions, now),
    softWaterFinding(history, conditions, now),
    creepFinding(history, now, conditions),
    tabsFinding(history, now),
    ...BANDED.map((parameter) => bandFinding(history, conditions, parameter, now)),
  ].filter((finding): finding is Finding => finding !== null)
}

/** Parameters judged against their band alone; nitrate, ammonia and oxygen have more to say. */
const BANDED = [
  'nitrite',
  'phosphate',
  'potassium',
  'iron',
  'calcium',
  'magnesium',
  'pH',
  'kh',
  'gh',
  'temperature',
  'conductivity',
  'co2',
] as const satisfies readonly Parameter[]
/** Chance of standing outside the band at which it is said, and at which it is urgent for what harms animals. */
const LIKELY = 0.7
const OUTLOOK_DAYS = 28
const HARMFUL: ReadonlySet<Parameter> = new Set(['nitrite', 'co2', 'temperature'])
/** A parameter last read longer ago than this is left to the list of tests worth making, days. */
const STALE_DAYS = 70

const water = (key: string): Pick<Finding, 'key' | 'subject' | 'disputed' | 'leadsTo'> => ({
  key,
  subject: { of: 'water' },
  disputed: null,
  leadsTo: 'water',
})
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

function bandFinding(
  history: TankHistory,
  conditions: Conditions,
  parameter: Parameter,
  now: Instant,
): Finding | null {
  const estimate = conditions.of(parameter)
  if (!estimate) return null
  const last = estimate.readings.filter((reading) => reading.setAside === null).at(-1)
  if (!last || dayOf(now) - last.day > STALE_DAYS) return null
  const band = bandNow(history, parameter, now)
  const { label, canonical } = PARAMETER_UNITS[parameter]
  const unit = parameter === 'pH' ? '' : canonical
  const chance = outsideBand(estimate.state.c, Math.max(1e-6, Math.sqrt(estimate.state.cc)), band)
  const high = band.high !== null && estimate.now.value > band.high
  const low = band.low !== null && estimate.now.value < band.low
  const base = {
    ...water(`water:${parameter}`),
    because: [
      ...evidenceFor(
        estimate.readings.slice(-3).map((reading) => reading.entryId),
        history,
      ),
      reckoned(`It stands at ${sayEstimate(estimate.now, unit)}, from ${estimate.now.because}`),
    ],
    wouldChangeMyMind: `One more ${label} test that falls inside ${sayBand(band.low, band.high)}.`,
  }
  if (chance >= LIKELY && (high || low)) {
    const edge = high ? band.high! : band.low!
    const source = usualSource(history, now)
    const level = source ? levelOfSource(history, source.id, parameter, dayOf(now)) : null
    const change =
      level !== null && FACTS[parameter].behaviour === 'dissolved' && high
        ? changeForTarget(estimate, edge, level)
        : null
    return {
      ...base,
      level: HARMFUL.has(parameter) && high ? 'act' : 'watch',
      weight: 22 + 18 * FACTS[parameter].matters,
      says: `${capital(label)} is ${high ? 'over' : 'under'} its band`,
      detail:
        `${capital(label)} stands near ${sayEstimate(estimate.now, unit)}; ${sayBand(band.low, band.high)} ${unit} is wanted.`.replace(
          / +/g,
          ' ',
        ),
      clause: `has ${high ? 'too much' : 'too little'} ${label}`,
      suggests:
        change?.ok && change.value.fraction.value > 0.02
          ? `A change of ${Math.round(change.value.fraction.value * 100)} % brings it to ${sayNumber(edge)} ${unit}.`
          : (SUGGESTS[parameter]?.[high ? 1 : 0] ?? 'See the balance before you change anything.'),
    }
  }
  if (FACTS[parameter].behaviour !== 'dissolved') return null
  const ahead = forecastParameter(
    estimate,
    OUTLOOK_DAYS,
    routineChanges(history, parameter, now, OUTLOOK_DAYS),
  )
  const over = band.high === null ? null : crossing(ahead, band.high)
  if (!over || over.likely === null || over.likely <= 0) return null
  return {
    ...base,
    level: 'watch',
    weight: 12 + 10 * FACTS[parameter].matters,
    says: `${capital(label)} passes ${sayNumber(band.high!)} ${unit} in about ${sayDays(over.likely)}`.trim(),
    detail: `It stands near ${sayEstimate(estimate.now, unit)} and gains ${sayNumber(estimate.gainPerDay.value * 7, Math.abs(estimate.gainPerDay.high - estimate.gainPerDay.low) * 3.5)} a week.`,
    clause: `gains ${label} from week to week`,
    suggests: 'See in the balance where it comes from.',
  }
}

function sayBand(low: number | null, high: number | null): string {
  if (low !== null && high !== null) return `${sayNumber(low)}–${sayNumber(high)}`
  return high !== null ? `at most ${sayNumber(high)}` : `at least ${sayNumber(low ?? 0)}`
}

/** What one usually does when it is too low and too high. Common practice. */
const SUGGESTS: Partial<Record<Parameter, readonly [string, string]>> = {
  nitrite: [
    '',
    'Change half the water, feed nothing for two days, and find what was cleaned too well.',
  ],
  pH: [
    'Look at the gas first: too much of it lowers pH by itself.',
    'Look at KH and at stones; do not chase pH with drops.',
  ],
  kh: [
    'Raise the KH of the new water a little at a time, unless soft water is what you want.',
    'Mix in softer water; test stones with vinegar.',
  ],
  temperature: [
    'Check the heater, unplugged first.',
    'Open the lid, raise the lamp, stir the surface; never ice.',
  ],
  co2: ['', 'Turn the gas down at once and stir the surface; watch the animals.'],
  potassium: [
    'Dose potassium sulphate or a bottle that holds it.',
    'Skip the bottle for two changes.',
  ],
  phosphate: [
    'Feed the water or the soil, if leaves say so too.',
    'Look at the food first: it brings most of it.',
  ],
  iron: [
    'Dose little and often; a test shows what is left, not what was taken.',
    'Halve the dose.',
  ],
  calcium: ['Add gypsum to the new water.', 'Mix in softer water.'],
  magnesium: ['Add Epsom salt to the new water.', 'Mix in softer water.'],
  gh: ['Make up the new water with calcium and magnesium.', 'Mix in softer water; look at stones.'],
}

function ammoniaFinding(
  history: TankHistory,
  conditions: Conditions,
  now: Instant,
): Finding | null {
  const danger = ammoniaDanger(conditions)
  const estimate = conditions.of('ammonia')
  if (!danger || !estimate) return null
  const last = estimate.readings.at(-1)
  if (!last || dayOf(now) - last.day > 21 || danger.unionised.value < SAFE_NH3) return null
  return {
    ...water('ammonia'),
    leadsTo: 'log-change',
    level: 'act',
    weight: 95,
    says: 'Ammonia is dangerous now',
    clause: 'holds ammonia that harms its animals',
    detail: `About ${sayNumber(danger.unionised.value, 0.004)} mg/L is un-ionised; ${SAFE_NH3} is the usual limit.`,
    suggests:
      'Change half the water with water of the same temperature, stop feeding, keep pH from rising, test again tomorrow. For sick animals ask a vet.',
    because: [
      ...evidenceFor([last.entryId], history),
      reckoned(
        `By pH and temperature ${sayNumber(danger.share * 100)} % of it is un-ionised (Emerson et al. 1975)`,
      ),
    ],
    wouldChangeMyMind: 'A second ammonia test with a fresh reagent, and the pH beside it.',
  }
}

/** Colours within these days are one story of the gas. */
const SWING_DAYS = 21
const SWING_STEPS = 20

function gasSwingFinding(history: TankHistory, now: Instant): Finding | null {
  if (!gasOf(tankNow(history, now))) return null
  const colours = entriesOf(history.entries, 'reading').filter(
    (entry) =>
      entry.parameter === 'co2' &&
      daysBetween(entry.at, now) <= SWING_DAYS &&
      daysBetween(entry.at, now) >= 0,
  )
  if (colours.length < 4) return null
  const values = colours.map((entry) => entry.value)
  const swing = Math.max(...values) - Math.min(...values)
  const because = [
    ...evidenceFor(
      colours.slice(-4).map((entry) => entry.id),
      history,
    ),
    reckoned(
      `${colours.length} looks in three weeks, from ${sayNumber(Math.min(...values))} to ${sayNumber(Math.max(...values))} mg/L`,
    ),
  ]
  const base = {
    ...water('gas-steady'),
    because,
    wouldChangeMyMind: 'A week of looks at the same hour that show one colour.',
  }
  return swing > SWING_STEPS
    ? {
        ...base,
        level: 'watch',
        weight: 33,
        says: 'The gas is not steady',
        detail: `The indicator swung by ${sayNumber(swing, 5)} mg/L within three weeks; unsteady gas feeds algae more than little gas does.`,
        clause: 'runs on unsteady gas',
        suggests:
          'Look at valve, bottle pressure and hours; change one thing and look again in a week.',
      }
    : {
        ...base,
        level: 'good',
        weight: 6,
        says: 'The gas is steady',
        detail: `The indicator stayed within ${sayNumber(swing, 3)} mg/L for three weeks.`,
        clause: 'runs on steady gas',
        suggests: 'Go on as you do.',
      }
}

function leakFinding(history: TankHistory, now: Instant): Finding | null {
  const use = gasUse(history, now)
  if (!use?.leakSuspected) return null
  return {
    ...water('gas-leak'),
    subject: { of: 'tank' },
    level: 'act',
    weight: 58,
    says: 'Gas may be leaking',
    clause: 'uses more gas than its water shows',
    detail: `${sayNumber(use.before)} ${use.measure} before, ${sayNumber(use.now)} now, and the colour did not rise with it.`,
    suggests:
      'Air the room, close the cylinder, brush soapy water on every fitting. A cylinder stands upright and fixed; its regulator is a specialist’s work.',
    because: [
      ...evidenceFor(use.entryIds, history),
      reckoned(
        `CO2 ${sayNumber(use.colourBefore ?? 0)} mg/L before, ${sayNumber(use.colourNow ?? 0)} now`,
      ),
    ],
    wouldChangeMyMind:
      'Weigh the cylinder tonight and tomorrow with the valve shut: it must not lose a gram.',
  }
}

function oxygenFinding(history: TankHistory, conditions: Conditions, now: Instant): Finding | null {
  const { saturation, measured, share } = oxygenOf(history.vessel, conditions)
  const band = bandNow(history, 'oxygen', now)
  const estimate = conditions.of('oxygen')
  if (measured && share && estimate && band.low !== null && measured.value < band.low) {
    return {
      ...water('oxygen'),
      level: 'act',
      weight: 80,
      says: 'The water is short of oxygen',
      clause: 'is short of oxygen',
      detail: `${sayEstimate(measured, 'mg/L')}, ${Math.round(share.value * 100)} % of what it could hold here.`,
      suggests: 'Stir the surface now, turn the gas down, look for something dead.',
      because: [
        ...evidenceFor(
          estimate.readings.slice(-2).map((reading) => reading.entryId),
          history,
        ),
        reckoned(`At ${saturation.because} water holds ${sayNumber(saturation.value)} mg/L`),
      ],
      wouldChangeMyMind: 'A test before the lamps come on, when it stands lowest.',
    }
  }
  if (band.low === null || saturation.value > band.low + 1.2) return null
  return {
    ...water('oxygen'),
    level: 'watch',
    weight: 20,
    says: 'Warm water up here holds little oxygen',
    clause: 'holds little oxygen at this height and warmth',
    detail: `At ${saturation.because} it can hold ${sayNumber(saturation.value)} mg/L at most.`,
    suggests: 'Keep it cool and its surface moving, above all at night.',
    because: [reckoned('Benson & Krause 1984, air pressure by the standard atmosphere')],
    wouldChangeMyMind: 'An oxygen test before the lamps come on.',
  }
}

/** Below this general hardness growth that speeds up runs out of calcium and magnesium. Common practice. */
const SOFT_GH = 3

function softWaterFinding(
  history: TankHistory,
  conditions: Conditions,
  now: Instant,
): Finding | null {
  const source = usualSource(history, now)
  const gh = conditions.of('gh')
  if (!source || source.ghDegrees >= SOFT_GH || history.vessel.kind === 'terrarium') return null
  const signs = entriesOf(history.entries, 'sign')
    .filter((entry) => entry.sign === 'twisted tips')
    .slice(-2)
  if (gh && gh.now.low >= SOFT_GH && signs.length === 0) return null
  return {
    ...water('soft-source'),
    level: 'watch',
    weight: signs.length > 0 ? 32 : 14,
    says: 'The source is very soft',
    clause: 'lives on very soft water',
    detail: `${source.name} holds GH ${sayNumber(source.ghDegrees)}; once growth speeds up, calcium and magnesium run short first.`,
    suggests: 'Make up the new water with gypsum and Epsom salt; the mixing desk says how much.',
    because: [
      reckoned(
        `${source.name}: GH ${sayNumber(source.ghDegrees)}, KH ${sayNumber(source.khDegrees)}`,
      ),
      ...evidenceFor(
        [
          ...(gh?.readings.slice(-2).map((reading) => reading.entryId) ?? []),
          ...signs.map((entry) => entry.id),
        ],
        history,
      ),
    ],
    wouldChangeMyMind: 'A GH test above 3 just before a change.',
  }
}

function creepFinding(history: TankHistory, now: Instant, conditions: Conditions): Finding | null {
  const estimate = conditions.of('conductivity') ?? conditions.of('gh')
  const regime = changeRegime(history, now)
  const topUp = entriesOf(history.entries, 'top-off').at(-1)
  if (!estimate || !topUp || !regime.everyDays || !regime.fraction) return null
  const source = levelOfSource(history, topUp.sourceId, estimate.parameter, dayOf(now))
  const loss = evaporation(history, dayOf(now), estimate.litres)
  const factor = creepFactor(loss.value, regime.everyDays.median, regime.fraction, estimate.litres)
  const { label, canonical } = PARAMETER_UNITS[estimate.parameter]
  const band = bandNow(history, estimate.parameter, now)
  if (factor < CREEP_WORTH || (band.high !== null && source * factor < band.high * 0.5)) return null
  return {
    ...water('creep'),
    level: 'watch',
    weight: 13,
    says: `Top-ups lift ${label} by ${Math.round((factor - 1) * 100)} %`,
    clause: `gains ${label} from its top-ups`,
    detail: `What evaporates is water alone (${sayEstimate(loss, 'L')} a day); what tops it up brings ${sayNumber(source)} ${canonical} each time.`,
    suggests: 'Top up with rain or reverse osmosis water.',
    because: [...evidenceFor([topUp.id], history), reckoned(loss.because)],
    wouldChangeMyMind: `Conductivity just before a change that equals the source’s.`,
  }
}

function tabsFinding(history: TankHistory, now: Instant): Finding | null {
  const tabs = rootTabs(history, now)
  if (!tabs.lastAt || !tabs.nextAt || tabs.plantings.length === 0) return null
  const left = daysBetween(now, tabs.nextAt.value)
  if (left > 7) return null
  return {
    ...water('root-tabs'),
    subject: { of: 'ground' },
    level: 'watch',
    weight: 16,
    says: left < 0 ? 'Root tablets are due' : `Root tablets are due in ${sayDays(left)}`,
    clause: 'has roots that wait for tablets',
    detail: `The last went in ${sayAgo(daysBetween(tabs.lastAt, now))}; ${tabs.tablets} feed ${tabs.plantings.map((planting) => planting.stake).join(', ')}.`,
    suggests: 'Press them deep beside the crowns with tweezers.',
    because: [
      ...evidenceFor(
        entriesOf(history.entries, 'dose')
          .filter((entry) => entry.unit === 'tablets')
          .slice(-1)
          .map((entry) => entry.id),
        history,
      ),
      reckoned('Two to four months, common practice'),
    ],
    wouldChangeMyMind: 'New leaves that come as large and as green as the old.',
  }
}
