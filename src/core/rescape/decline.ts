import { algaeCourses, algaeOn } from '../algae/course'
import { entriesOf } from '../history/journal-index'
import type { Sign } from '../journal/entry'
import { plantingsAt, storyUntil } from '../history/lookup'
import { placeName } from '../history/describe'
import type { TankHistory } from '../history/types'
import { evidence, evidenceFor, reckoned } from '../judgement/evidence'
import type { Evidence } from '../judgement/finding'
import { moodTrend } from '../judgement/mood-finding'
import { soilState } from '../judgement/soil-finding'
import { sayOfSoil } from '../judgement/soil-finding.words'
import { sceneOn, stageOf, type Scene } from '../layout/scene'
import { coverIn, fitCover } from '../plants/cover'
import { patchCentre } from '../plants/height'
import { sayEstimate, sayNumber } from '../quantity/say'
import { dayOf, daysBetween, instantOf, type Instant } from '../quantity/time'
import { estimateParameter } from '../water/estimate/estimate'

export type DeclineSign =
  | 'carpet'
  | 'soil'
  | 'black-patches'
  | 'algae'
  | 'bare-stems'
  | 'shade'
  | 'work'
  | 'nitrate'
  | 'joy'
  | 'lines'

export interface DeclineFinding {
  sign: DeclineSign
  label: string
  state: 'present' | 'absent' | 'unknown'
  /** How strong, 0–1; zero when absent or unknown. */
  strength: number
  says: string
  because: Evidence[]
  /** What would settle it. */
  settle: string
  /** Plantings it speaks of. */
  plantingIds: string[]
}
export interface DeclineReview {
  signs: DeclineFinding[]
  /** Sum of strengths over the number of known signs, 0–1. */
  weight: number
  known: number
}

const clamp = (x: number) => Math.max(0, Math.min(1, x))
const RECENT_SIGN_DAYS = 90

/** The signs of decline of a layout at `now`, each present, absent or unknown with its evidence. Unknown never counts as absent. */
export function reviewDecline(history: TankHistory, now: Instant): DeclineReview {
  const story = storyUntil(history, now)
  const scene = sceneOn(stageOf(story, now), dayOf(now))
  const signs = [
    carpetSign(story, now),
    soilSign(story, now),
    blackPatches(story, now),
    algaeSign(story, now),
    bareStems(story, now),
    shadeSign(scene),
    workSign(story, now),
    nitrateSign(story, now),
    joySign(story, now),
    linesSign(scene),
  ]
  const known = signs.filter((sign) => sign.state !== 'unknown')
  return {
    signs,
    known: known.length,
    weight:
      known.length === 0 ? 0 : known.reduce((sum, sign) => sum + sign.strength, 0) / known.length,
  }
}

type Verdict = { strength: number; says: string; because: Evidence[]; plantingIds?: string[] }
const LABELS: Record<DeclineSign, { label: string; settle: string }> = {
  carpet: {
    label: 'Carpet bald or lifting',
    settle: 'Judge the carpet’s cover in the next two rounds.',
  },
  soil: {
    label: 'Soil spent',
    settle: 'A jar test: soil in water of known KH, read again after 24–48 h.',
  },
  'black-patches': {
    label: 'Black patches in the ground',
    settle: 'Look along the front glass and behind the stones.',
  },
  algae: { label: 'Chronic algae', settle: 'Its cover in two weeks, same place, same hour.' },
  'bare-stems': { label: 'Stems bare below', settle: 'Part the front stems and look at the feet.' },
  shade: {
    label: 'Shade everywhere',
    settle: 'Hold a light meter over the carpet, or trim one side and compare.',
  },
  work: { label: 'Work climbing', settle: 'Write the minutes of two more weeks.' },
  nitrate: { label: 'Nitrate gaining', settle: 'One drop test today.' },
  joy: { label: 'Joy falling', settle: 'A mark out of ten at the next two rounds.' },
  lines: {
    label: 'Layout lost its lines',
    settle: 'Step back: can you still see the focal piece?',
  },
}

/** A decline finding; strength under 0.15 counts as absent, null as unknown. */
function sign(key: DeclineSign, verdict: Verdict | null): DeclineFinding {
  const { label, settle } = LABELS[key]
  if (!verdict)
    return {
      sign: key,
      label,
      settle,
      state: 'unknown',
      strength: 0,
      says: 'Nobody has looked, or not often enough.',
      because: [],
      plantingIds: [],
    }
  const present = verdict.strength >= 0.15
  return {
    sign: key,
    label,
    settle,
    state: present ? 'present' : 'absent',
    strength: present ? verdict.strength : 0,
    says: verdict.says,
    because: verdict.because,
    plantingIds: verdict.plantingIds ?? [],
  }
}

function carpetSign(history: TankHistory, now: Instant): DeclineFinding {
  const carpets = plantingsAt(history, now).flatMap((planting) => {
    const fit = planting.zone === 'foreground' ? fitCover(history, planting, now) : null
    return fit && fit.points.length >= 2 ? [{ planting, fit }] : []
  })
  if (carpets.length === 0) return sign('carpet', null)
  const worst = carpets.reduce((a, b) => (a.fit.now.value < b.fit.now.value ? a : b))
  const weekly = coverIn(worst.fit, 7).value - worst.fit.now.value
  const strength = clamp((85 - worst.fit.now.value) / 60) * 0.7 + clamp(-weekly / 3) * 0.3
  return sign('carpet', {
    strength,
    says: `${worst.planting.stake} covers ${sayEstimate(worst.fit.now)} %, ${weekly < -0.2 ? `losing ${sayNumber(-weekly, 0.5)} a week` : 'holding'}.`,
    because: evidenceFor(
      worst.fit.points.slice(-4).map((point) => point.entryId),
      history,
    ),
    plantingIds: [worst.planting.id],
  })
}

function soilSign(history: TankHistory, now: Instant): DeclineFinding {
  const soil = soilState(history, now)
  if (!soil) return sign('soil', null)
  const strength = { working: 0, 'not-active': 0, tired: 0.4, spent: 0.85 }[soil.state]
  const says = {
    working: 'It still holds the hardness down.',
    'not-active': 'Inert ground; it has nothing to lose.',
    tired: 'It is getting tired.',
    spent: 'It no longer holds the hardness down.',
  }[soil.state]
  const because = [...evidenceFor(soil.entryIds, history), ...sayOfSoil(soil).map(reckoned)]
  return sign('soil', { strength, says, because })
}

function seenSigns(history: TankHistory, now: Instant, wanted: readonly Sign[]) {
  return entriesOf(history.entries, 'sign').filter(
    (entry) => wanted.includes(entry.sign) && daysBetween(entry.at, now) <= RECENT_SIGN_DAYS,
  )
}

/** A round walked recently in which nobody tapped the sign: looked and not seen. */
function walkedRecently(history: TankHistory, now: Instant): boolean {
  return entriesOf(history.entries, 'round').some((round) => daysBetween(round.at, now) <= 30)
}

function blackPatches(history: TankHistory, now: Instant): DeclineFinding {
  const seen = seenSigns(history, now, ['black patch', 'gas in the ground'])
  if (seen.length === 0)
    return sign(
      'black-patches',
      walkedRecently(history, now)
        ? { strength: 0, says: 'None seen in the last rounds.', because: [] }
        : null,
    )
  return sign('black-patches', {
    strength: clamp(0.3 + 0.15 * seen.length),
    says: `Seen ${seen.length === 1 ? 'once' : `${seen.length} times`} in three months.`,
    because: seen.slice(-3).map((entry) => evidence(entry, history)),
  })
}

const CHRONIC_WEEKS = 8
function algaeSign(history: TankHistory, now: Instant): DeclineFinding {
  const today = dayOf(now)
  const chronic = algaeCourses(history, now).filter((course) => {
    const since = course.points.find((point) => point.percent >= 3)
    return (
      since !== undefined && today - since.day >= CHRONIC_WEEKS * 7 && algaeOn(course, today) >= 2
    )
  })
  if (chronic.length === 0)
    return sign(
      'algae',
      walkedRecently(history, now)
        ? { strength: 0, says: `None that has stayed ${CHRONIC_WEEKS} weeks.`, because: [] }
        : null,
    )
  const worst = chronic.reduce((a, b) => (algaeOn(a, today) > algaeOn(b, today) ? a : b))
  const percent = algaeOn(worst, today)
  const weeks = Math.round((today - worst.points[0].day) / 7)
  return sign('algae', {
    strength: clamp(0.2 + percent / 25),
    says: `${worst.algae.charAt(0).toUpperCase()}${worst.algae.slice(1)} on ${placeName(worst.place, history)} for ${weeks} weeks, ${sayNumber(percent)} % now.`,
    because: evidenceFor(
      worst.points.slice(-3).map((point) => point.entryId),
      history,
    ),
    plantingIds: worst.place.of === 'planting' ? [worst.place.id] : [],
  })
}

function bareStems(history: TankHistory, now: Instant): DeclineFinding {
  const stems = plantingsAt(history, now).filter((planting) => planting.zone === 'background')
  if (stems.length === 0) return sign('bare-stems', null)
  const seen = seenSigns(history, now, ['bare below'])
  const ids = [
    ...new Set(seen.flatMap((entry) => (entry.place.of === 'planting' ? [entry.place.id] : []))),
  ]
  if (ids.length === 0)
    return sign(
      'bare-stems',
      walkedRecently(history, now)
        ? { strength: 0, says: 'The feet were leafy in the last rounds.', because: [] }
        : null,
    )
  return sign('bare-stems', {
    strength: clamp(0.3 + (0.6 * ids.length) / stems.length),
    says: `${ids.length} of ${stems.length} background plantings.`,
    because: seen.slice(-3).map((entry) => evidence(entry, history)),
    plantingIds: ids,
  })
}

/** PAR under which a carpet or midground plant starves. Common practice: “low” is under 30 µmol. */
const LOW_PAR = 30
function shadeSign(scene: Scene): DeclineFinding {
  const low = scene.plants.filter(({ planting }) =>
    ['foreground', 'midground'].includes(planting.zone),
  )
  if (low.length === 0) return sign('shade', null)
  const dark = low.filter(({ par }) => par < LOW_PAR * 0.6)
  return sign('shade', {
    strength: clamp(dark.length / low.length),
    says: `${dark.length} of ${low.length} low plantings get less than ${Math.round(LOW_PAR * 0.6)} µmol.`,
    because: low.map(({ planting, par }) =>
      reckoned(`${planting.stake}: about ${sayNumber(par, 3)} µmol at its foot`),
    ),
    plantingIds: dark.map(({ planting }) => planting.id),
  })
}

function workSign(history: TankHistory, now: Instant): DeclineFinding {
  const trend = moodTrend(history, now, 'workMinutes')
  if (!trend) return sign('work', null)
  const ratio = trend.to / Math.max(5, trend.from)
  return sign('work', {
    strength: clamp((ratio - 1.1) / 1.2),
    says: `From ${trend.from.toFixed(0)} to ${trend.to.toFixed(0)} minutes a week in five months.`,
    because: entriesOf(history.entries, 'feeling')
      .slice(-3)
      .map((entry) => evidence(entry, history)),
  })
}

function joySign(history: TankHistory, now: Instant): DeclineFinding {
  const trend = moodTrend(history, now, 'enjoyment')
  if (!trend) return sign('joy', null)
  return sign('joy', {
    strength: clamp((trend.from - trend.to) / 5),
    says: `From ${trend.from.toFixed(0)} to ${trend.to.toFixed(0)} of 10 in five months.`,
    because: entriesOf(history.entries, 'feeling')
      .slice(-3)
      .map((entry) => evidence(entry, history)),
  })
}

const COMPARE_DAYS = 120
function nitrateSign(history: TankHistory, now: Instant): DeclineFinding {
  const present = estimateParameter(history, 'nitrate', now)
  const then = instantOf(dayOf(now) - COMPARE_DAYS)
  const past = estimateParameter(storyUntil(history, then), 'nitrate', then)
  if (!present.ok || !past.ok || present.value.readingsUsed < 4) return sign('nitrate', null)
  const [a, b] = [past.value.gainPerDay.value, present.value.gainPerDay.value]
  return sign('nitrate', {
    strength: clamp((b - Math.max(0.3, a)) / 3),
    says: `The gain went from ${sayNumber(a, 0.2)} to ${sayNumber(b, 0.2)} mg/L a day in four months.`,
    because: [
      reckoned(`Now ${sayEstimate(present.value.now)} mg/L, from ${present.value.now.because}`),
    ],
  })
}

function linesSign(scene: Scene): DeclineFinding {
  const focal = scene.tank.layout?.hardscape.find((piece) => piece.focal)
  if (!focal) return sign('lines', null)
  const top = Math.max(...focal.outline.map((point) => point[1]))
  const [x0, x1] = [
    Math.min(...focal.outline.map((point) => point[0])),
    Math.max(...focal.outline.map((point) => point[0])),
  ]
  const base = Math.min(...focal.outline.map((point) => point[1]))
  const front = Math.min(...focal.footprint.map((point) => point[1]))
  const hiding = scene.plants.filter(({ planting }) => {
    const xs = planting.patch.map((point) => point[0])
    const { z } = patchCentre(planting)
    return z < front + 2 && Math.max(...xs) > x0 && Math.min(...xs) < x1
  })
  const hidden = clamp(
    Math.max(
      0,
      ...hiding.map(({ rootCm, height }) => (rootCm + height.value - base) / (top - base)),
    ),
  )
  return sign('lines', {
    strength: clamp((hidden - 0.25) / 0.6),
    says: `${Math.round(hidden * 100)} % of ${focal.label} stands behind plants.`,
    because: hiding.map(({ planting, height }) =>
      reckoned(`${planting.stake} stands about ${sayNumber(height.value, 1)} cm in front of it`),
    ),
    plantingIds: hidden > 0.4 ? hiding.map(({ planting }) => planting.id) : [],
  })
}
