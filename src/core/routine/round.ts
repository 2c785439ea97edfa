import { algaeCourses, algaeOn, algaeTrend } from '../algae/course'
import { entriesOf } from '../history/journal-index'
import type { AlgaeKind, Method, Place, Sign } from '../journal/entry'
import { headCount, speciesOf } from '../history/lookup'
import { tankNow } from '../history/tank-at'
import { placeName } from '../history/describe'
import { sayMethod } from '../journal/kinds/reading'
import type { Planting, TankHistory, Zone } from '../history/types'
import { coverIn, EYE_SD, fitCover } from '../plants/cover'
import { growthSegments, MEASURED_SD } from '../plants/growth'
import { heightCourse, heightOn } from '../plants/height'
import { asRead, normalEstimate, type Estimate } from '../quantity/estimate'
import { sayAgo, sayNumber } from '../quantity/say'
import { dayOf, type Instant } from '../quantity/time'
import { PARAMETER_UNITS, type Parameter } from '../quantity/units'
import { conditionsOf } from '../water/estimate/conditions'
import { estimateParameter } from '../water/estimate/estimate'
import { FACTS } from '../water/facts/parameters'
import { likelihoodOf } from '../water/estimate/reading-uncertainty'
import { worthTesting } from '../water/balance/worth-testing'

/** What an answer becomes in the journal. */
export type Asks =
  | { kind: 'measure'; plantingId: string; measure: 'height' | 'cover' }
  | { kind: 'algae'; algae: AlgaeKind; place: Place }
  | { kind: 'reading'; parameter: Parameter; method: Method; unit: string }
  | { kind: 'stock'; populationId: string }
  | { kind: 'enjoyment' }
  | { kind: 'workMinutes' }

export interface Question {
  key: string
  asks: Asks
  stake: string | null
  says: string
  /** What was known last, in a sentence. */
  before: string
  expected: Estimate | null
  unit: string
  min: number
  max: number
  step: number
}
type StationName =
  | 'surface'
  | 'glass'
  | 'background'
  | 'midground'
  | 'carpet'
  | 'stone and wood'
  | 'ground'
  | 'equipment'
  | 'animals'
  | 'water'
  | 'you'
export interface Station {
  name: StationName
  title: string
  questions: Question[]
  /** Signs to tap, with the plantings or place they can lie on. */
  signs: readonly Sign[]
  places: { says: string; place: Place }[]
}

/** Days after which a slow planting is worth measuring again, by how fast it moves. */
const REMEASURE_DAYS = {
  'stem-fast': 0,
  'stem-slow': 4,
  rosette: 20,
  crypt: 25,
  epiphyte: 30,
  moss: 30,
  carpet: 0,
  floating: 0,
} as const
const RETEST_DAYS = 6
const RECOUNT_DAYS = 20

/** The round of a tank at `now`: stations in the order of the eyes, asking only what matters today. Stations with nothing to ask or tap are left out. */
export function roundOf(history: TankHistory, now: Instant): Station[] {
  const { plantings, populations } = tankNow(history, now)
  const inZone = (...zones: Zone[]) => plantings.filter((planting) => zones.includes(planting.zone))
  const places = (list: readonly Planting[]) =>
    list.map((planting) => ({
      says: planting.stake,
      place: { of: 'planting', id: planting.id } as Place,
    }))
  const plantQuestions = (list: readonly Planting[]) =>
    list.flatMap((planting) => askPlanting(history, planting, now))
  const at = (of: 'glass' | 'surface' | 'ground' | 'equipment' | 'tank', says: string) => [
    { says, place: { of } as Place },
  ]
  const algae = algaeQuestions(history, now)
  const background = inZone('background')
  const midground = inZone('midground', 'hardscape')
  const carpet = inZone('foreground')
  const dry = history.vessel.kind === 'terrarium'
  const stations: (Station | null)[] = [
    dry
      ? null
      : {
          name: 'surface',
          title: 'Surface: what lies on it?',
          questions: [...plantQuestions(inZone('surface')), ...algae('surface')],
          signs: ['surface film'],
          places: at('surface', 'surface'),
        },
    {
      name: 'glass',
      title: 'Glass: clean, dusty or dotted?',
      questions: algae('glass'),
      signs: ['cloudy', 'young seen'],
      places: at('glass', 'glass'),
    },
    background.length === 0
      ? null
      : {
          name: 'background',
          title: 'Background: how do the stems stand?',
          questions: plantQuestions(background),
          signs: [
            'bare below',
            'yellow old leaves',
            'pale tips',
            'twisted tips',
            'holes',
            'tufts or threads',
            'melting',
          ],
          places: places(background),
        },
    midground.length === 0
      ? null
      : {
          name: 'midground',
          title: 'Midground: what has moved?',
          questions: plantQuestions(midground),
          signs: ['yellow old leaves', 'holes', 'melting', 'chewed', 'tufts or threads'],
          places: places(midground),
        },
    carpet.length === 0
      ? null
      : {
          name: 'carpet',
          title: 'Carpet: how much ground does it cover?',
          questions: plantQuestions(carpet),
          signs: ['bald patch', 'lifting', 'tufts or threads', 'melting'],
          places: places(carpet),
        },
    {
      name: 'stone and wood',
      title: 'Stone and wood: what grows on them?',
      questions: algae('hardscape'),
      signs: ['loose piece'],
      places: at('tank', 'the tank'),
    },
    {
      name: 'ground',
      title: 'Ground: mulm, gas, black patches?',
      questions: algae('ground'),
      signs: ['mulm', 'black patch', 'gas in the ground', 'grains on the sand'],
      places: at('ground', 'ground'),
    },
    {
      name: 'equipment',
      title: 'Equipment: running, dry, clean?',
      questions: dry ? [] : [temperatureQuestion(history, now)],
      signs: ['clogged inlet', 'leak'],
      places: at('equipment', 'equipment'),
    },
    populations.length === 0
      ? null
      : {
          name: 'animals',
          title: 'Animals: all there, all well?',
          questions: countQuestions(history, now),
          signs: ['young seen', 'hiding', 'gasping', 'dead animal'],
          places: at('tank', 'the tank'),
        },
    dry
      ? null
      : {
          name: 'water',
          title: 'Water: what does the test say?',
          questions: [...nitrateQuestions(history, now), ...testQuestions(history, now)],
          signs: ['cloudy', 'bad smell'],
          places: at('tank', 'the tank'),
        },
    { name: 'you', title: 'And you?', questions: feelingQuestions(history), signs: [], places: [] },
  ]
  return stations.filter((station): station is Station => station !== null)
}

function askPlanting(history: TankHistory, planting: Planting, now: Instant): Question[] {
  const { group } = speciesOf(history, planting)
  const today = dayOf(now)
  const base = { stake: planting.stake, says: planting.name }
  if (group === 'carpet' || group === 'floating' || group === 'moss') {
    const fit = fitCover(history, planting, now)
    const last = fit?.points.at(-1)
    if (last && today - last.day < REMEASURE_DAYS[group]) return []
    return [
      {
        ...base,
        key: `cover:${planting.id}`,
        asks: { kind: 'measure', plantingId: planting.id, measure: 'cover' },
        before: last ? `${sayNumber(last.percent)} % ${sayAgo(today - last.day)}` : 'never judged',
        expected: fit ? asRead(coverIn(fit, 0), EYE_SD, 0, 100) : null,
        unit: '%',
        min: 0,
        max: 100,
        step: 5,
      },
    ]
  }
  const last = growthSegments(history, planting.id, now).at(-1)?.points.at(-1)
  if (last && today - last.day < REMEASURE_DAYS[group]) return []
  const lastEntry = last ? history.entries.find((entry) => entry.id === last.entryId) : undefined
  return [
    {
      ...base,
      key: `height:${planting.id}`,
      asks: { kind: 'measure', plantingId: planting.id, measure: 'height' },
      before: last
        ? `${lastEntry?.kind === 'trim' ? 'trimmed to ' : ''}${sayNumber(last.cm)} cm ${sayAgo(today - last.day)}`
        : 'never measured',
      expected: asRead(heightOn(heightCourse(history, planting, now), today), MEASURED_SD),
      unit: 'cm',
      min: 0,
      max: tankNow(history, now).vessel.heightCm * 2,
      step: 1,
    },
  ]
}

function algaeQuestions(history: TankHistory, now: Instant): (of: Place['of']) => Question[] {
  const today = dayOf(now)
  const live = algaeCourses(history, now).filter((course) => algaeOn(course, today) >= 0.5)
  return (of) =>
    live
      .filter((course) => course.place.of === of)
      .map((course) => {
        const last = course.points[course.points.length - 1]
        const perWeek = algaeTrend(course, now)?.perWeek ?? 0
        const weeks = (today - last.day) / 7
        const middle = Math.max(0, last.percent + perWeek * weeks)
        return {
          key: `algae:${course.algae}:${'id' in course.place ? course.place.id : of}`,
          asks: { kind: 'algae', algae: course.algae, place: course.place } as Asks,
          stake: null,
          says: `${course.algae.charAt(0).toUpperCase()}${course.algae.slice(1)} on ${placeName(course.place, history)}`,
          before: `${sayNumber(last.percent)} % ${sayAgo(today - last.day)}`,
          expected: normalEstimate(
            middle,
            2 + 0.15 * middle + weeks,
            'its course over six weeks',
            0,
            100,
          ),
          unit: '%',
          min: 0,
          max: 100,
          step: 1,
        }
      })
}

function temperatureQuestion(history: TankHistory, now: Instant): Question {
  const recent = entriesOf(history.entries, 'reading')
    .filter((entry) => entry.parameter === 'temperature')
    .slice(-6)
  const mean = recent.reduce((sum, entry) => sum + entry.value, 0) / Math.max(1, recent.length)
  const spread = Math.sqrt(
    recent.reduce((sum, entry) => sum + (entry.value - mean) ** 2, 0) /
      Math.max(1, recent.length - 1),
  )
  const last = recent.at(-1)
  return {
    key: 'temperature',
    asks: { kind: 'reading', parameter: 'temperature', method: 'probe', unit: '°C' },
    stake: null,
    says: 'Temperature',
    before: last
      ? `${sayNumber(last.value)} °C ${sayAgo(dayOf(now) - dayOf(last.at))}`
      : 'never read',
    expected:
      recent.length >= 2
        ? normalEstimate(mean, Math.max(0.4, spread), `the last ${recent.length} readings`)
        : null,
    unit: '°C',
    min: 0,
    max: 45,
    step: 0.5,
  }
}

function nitrateQuestions(history: TankHistory, now: Instant): Question[] {
  const last = entriesOf(history.entries, 'reading').findLast(
    (entry) => entry.parameter === 'nitrate',
  )
  const today = dayOf(now)
  if (last && today - dayOf(last.at) < RETEST_DAYS) return []
  const estimate = estimateParameter(history, 'nitrate', now)
  return [
    {
      key: 'nitrate',
      asks: { kind: 'reading', parameter: 'nitrate', method: 'drops-chart', unit: 'mg/L' },
      stake: null,
      says: 'Nitrate, drops and chart',
      before: last
        ? `${sayNumber(last.value)} mg/L ${sayAgo(today - dayOf(last.at))}`
        : 'never tested',
      expected: estimate.ok
        ? asRead(
            estimate.value.now,
            likelihoodOf('nitrate', estimate.value.now.value, 'drops-chart', 'measured').sd,
          )
        : null,
      unit: 'mg/L',
      min: 0,
      max: 500,
      step: 5,
    },
  ]
}

/** Tests a round asks for beside nitrate, at most: it must stay under three minutes. */
const ROUND_TESTS = 1

/** The test that would settle most, if it was not made lately. What the round asks elsewhere, and what is no number on a card, is left out. */
function testQuestions(history: TankHistory, now: Instant): Question[] {
  const conditions = conditionsOf(history, now)
  return worthTesting(history, conditions, now)
    .filter(
      ({ parameter, lastAt }) =>
        lastAt !== null &&
        dayOf(now) - dayOf(lastAt) >= RETEST_DAYS &&
        !['nitrate', 'temperature', 'co2', 'tds'].includes(parameter),
    )
    .slice(0, ROUND_TESTS)
    .map(({ parameter, method, lastAt }) => {
      const { label, canonical, plausible } = PARAMETER_UNITS[parameter]
      const expected = conditions.value(parameter)
      const step = 10 ** -FACTS[parameter].decimals
      return {
        key: `test:${parameter}`,
        asks: { kind: 'reading', parameter, method, unit: canonical } as Asks,
        stake: null,
        says: `${parameter === 'pH' ? label : label.charAt(0).toUpperCase() + label.slice(1)}, by ${sayMethod(method)}`,
        before: `last read ${sayAgo(dayOf(now) - dayOf(lastAt ?? now))}; a test would settle something`,
        expected: expected
          ? asRead(
              expected,
              likelihoodOf(parameter, expected.value, method, 'measured').sd,
              plausible[0],
              plausible[1],
            )
          : null,
        unit: parameter === 'pH' ? '' : canonical,
        min: plausible[0],
        max: plausible[1],
        step,
      }
    })
}

function countQuestions(history: TankHistory, now: Instant): Question[] {
  const today = dayOf(now)
  return tankNow(history, now).populations.flatMap((population) => {
    const last = entriesOf(history.entries, 'stock').findLast(
      (entry) => entry.populationId === population.id,
    )
    if (last && today - dayOf(last.at) < RECOUNT_DAYS) return []
    const { count, plusMinus } = headCount(history, population)
    return [
      {
        key: `count:${population.id}`,
        asks: { kind: 'stock', populationId: population.id } as Asks,
        stake: null,
        says: population.name,
        before: last
          ? `${last.event} ${last.count} ${sayAgo(today - dayOf(last.at))}`
          : 'never counted',
        expected: last
          ? normalEstimate(
              count,
              Math.max(0.5, plusMinus / 2, count * 0.06),
              'the last count and what came and went',
              0,
            )
          : null,
        unit: '',
        min: 0,
        max: 5000,
        step: 1,
      },
    ]
  })
}

function feelingQuestions(history: TankHistory): Question[] {
  const feelings = entriesOf(history.entries, 'feeling').slice(-4)
  const recent = (which: 'enjoyment' | 'workMinutes') =>
    feelings.flatMap((entry) => (entry[which] === null ? [] : [entry[which]]))
  const question = (
    which: 'enjoyment' | 'workMinutes',
    says: string,
    unit: string,
    max: number,
    step: number,
    doubt: number,
  ): Question => {
    const values = recent(which)
    const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
    return {
      key: which,
      asks: { kind: which },
      stake: null,
      says,
      before: values.length ? `${values.at(-1)} last time` : 'not asked before',
      expected: values.length
        ? normalEstimate(mean, doubt, `your last ${values.length} answers`, 0, max)
        : null,
      unit,
      min: 0,
      max,
      step,
    }
  }
  return [
    question('enjoyment', 'How much do you enjoy this tank?', 'of 10', 10, 1, 1),
    question('workMinutes', 'Minutes of work in the last week', 'min', 6000, 5, 12),
  ]
}

/**
 * The stations with the questions that were answered already standing as they were asked, also where Vivero would not ask them any more
 * or would pencil something else in. A question whose station is no more stands at the last one.
 */
export function withAsked(
  stations: readonly Station[],
  asked: Readonly<Record<string, { station: string; question: Question }>>,
): Station[] {
  const kept = Object.values(asked)
  const now = new Set(stations.flatMap((station) => station.questions.map(({ key }) => key)))
  const names = new Set<string>(stations.map(({ name }) => name))
  const last = stations.at(-1)?.name
  return stations.map((station) => ({
    ...station,
    questions: [
      ...station.questions.map((question) => asked[question.key]?.question ?? question),
      ...kept
        .filter((one) => !now.has(one.question.key))
        .filter((one) => (names.has(one.station) ? one.station : last) === station.name)
        .map(({ question }) => question),
    ],
  }))
}

/** A value this far outside the pencilled range is asked for once more: beyond the range by more than its own width. */
export function isSurprising(expected: Estimate | null, value: number): boolean {
  if (!expected) return false
  const width = Math.max(expected.high - expected.low, Math.abs(expected.value) * 0.1, 1)
  return value > expected.high + width || value < expected.low - width
}

/** The pencilled value as it would be inked at a glance: rounded to what the eye reads, within the question's bounds. Null when nothing can be expected. */
export function pencilledAnswer(
  question: Pick<Question, 'expected' | 'step' | 'min' | 'max'>,
): number | null {
  if (!question.expected) return null
  const grain = Math.min(1, question.step)
  const rounded = Math.round(question.expected.value / grain) * grain
  return Math.max(question.min, Math.min(question.max, Number(rounded.toFixed(3))))
}
