import { algaeCourses, algaeOn } from '../algae/course'
import { entriesOf, ofPlanting } from '../history/journal-index'
import { plantingsAt, storyUntil } from '../history/lookup'
import { DISPLEASURES, type Displeasure } from '../journal/kinds/sign'
import type { TankHistory } from '../history/types'
import type { AlgaeKind, EntryOf, Sign } from '../journal/entry'
import type { Place } from '../journal/shape'
import { lastIds } from '../history/evidence'
import { moodTrend } from '../history/findings/mood-finding'
import { signsSeen } from '../history/signs-seen'
import { isPresumed, soilState, type SoilState } from '../water/findings/soil-finding'
import { focalAnswer, focalCover, type FocalCover } from '../layout/focal-piece'
import { sceneOn, stageOf, type Scene } from '../layout/scene'
import { coverGain, fitCover, type CoverFit } from '../plants/cover'
import type { Estimate } from '../quantity/estimate'
import { dayOf, daysBetween, type Instant } from '../quantity/time'
import { estimateParameter } from '../water/estimate/estimate'

/** What each sign of decline has found, where somebody looked. */
export interface SignFacts {
  /** `cover` and `perWeek`: null where its cover was not judged twice; `bald` and `lifting`: times it was seen so of late. */
  carpet: {
    plantingId: string
    cover: Estimate | null
    perWeek: number | null
    bald: number
    lifting: number
  }
  soil: SoilState
  'black-patches': { patches: number; gas: number }
  /** The worst that has stayed; null where none has. */
  algae: { algae: AlgaeKind; place: Place; weeks: number; percent: number } | null
  'bare-stems': { bare: number; of: number }
  shade: { dark: number; of: number; under: number; at: { plantingId: string; par: number }[] }
  work: { from: number; to: number; days: number }
  nitrate: { from: number; to: number; now: Estimate }
  joy: { from: number; to: number; days: number }
  /** `welcome`: the keeper said that it may vanish behind plants. */
  lines: FocalCover & { welcome: boolean }
  /** What the keeper said is wrong with it, in the order it was first said. */
  reasons: { reasons: Displeasure[]; own: string[] }
}
export type DeclineSign = keyof SignFacts

/** What a sign of decline comes to. It holds no sentence; `decline.words.ts` says it. */
export type JudgedSign = {
  [S in DeclineSign]: {
    sign: S
    /** How strong, 0–1; zero when absent or unknown. */
    strength: number
    /** Entries it rests on, in the order they are shown. */
    entryIds: readonly string[]
    /** Plantings it speaks of. */
    plantingIds: readonly string[]
  } & ({ state: 'unknown'; facts: null } | { state: 'present' | 'absent'; facts: SignFacts[S] })
}[DeclineSign]

/** How far a layout has come. */
export type Grade = 'unknown' | 'sound' | 'first signs' | 'declining' | 'declined'

export interface DeclineReview {
  grade: Grade
  signs: JudgedSign[]
  /** Sum of strengths over the number of known signs, 0–1. */
  weight: number
  known: number
}

const clamp = (x: number) => Math.max(0, Math.min(1, x))

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
    linesSign(story, scene),
    reasonsSign(story, now),
  ]
  const known = signs.filter((sign) => sign.state !== 'unknown')
  const weight =
    known.length === 0 ? 0 : known.reduce((sum, sign) => sum + sign.strength, 0) / known.length
  return { signs, known: known.length, weight, grade: gradeOf(known, weight) }
}

/** From these mean strengths of the known signs on a layout is declining, and has declined. Common practice; a keeper's judgement. */
const DECLINING = 0.2
const DECLINED = 0.45
function gradeOf(known: readonly JudgedSign[], weight: number): Grade {
  if (known.length === 0) return 'unknown'
  if (known.every(({ state }) => state === 'absent')) return 'sound'
  if (weight > DECLINED) return 'declined'
  return weight > DECLINING ? 'declining' : 'first signs'
}

interface Verdict<S extends DeclineSign> {
  strength: number
  facts: SignFacts[S]
  entryIds?: readonly string[]
  plantingIds?: readonly string[]
}
/** Under this strength a sign counts as absent. */
const FAINT = 0.15

/** A sign with its verdict; null where nobody looked, or not often enough. */
function sign<S extends DeclineSign>(key: S, verdict: Verdict<S> | null): JudgedSign {
  const unknown = { sign: key, state: 'unknown', strength: 0, facts: null } as const
  if (!verdict) return { ...unknown, entryIds: [], plantingIds: [] } as unknown as JudgedSign
  const { strength, facts, entryIds = [], plantingIds = [] } = verdict
  const present = strength >= FAINT
  return {
    sign: key,
    state: present ? 'present' : 'absent',
    strength: present ? strength : 0,
    facts,
    entryIds,
    plantingIds,
  } as JudgedSign
}

/** Cover from which a carpet is whole, and what each thing seen weighs. Common practice; a keeper's judgement. */
const WHOLE_COVER = 85
const SEEN_BALD = 0.25
const SEEN_LIFTING = 0.3
/** Seen so often and oftener it weighs no more. */
const MOST_SEEN = 2

function carpetSign(history: TankHistory, now: Instant): JudgedSign {
  const seen = signsSeen(history, now, ['bald patch', 'lifting'])
  const carpets = plantingsAt(history, now)
    .filter(({ zone }) => zone === 'foreground')
    .flatMap(({ id }) => {
      const fit = fitCover(history, { id }, now)
      const judged = fit && fit.points.length >= 2 ? fit : null
      const own = seen.filter(({ place }) => place.of === 'planting' && place.id === id)
      return judged || own.length > 0 ? [carpetVerdict(id, judged, own)] : []
    })
  if (carpets.length === 0) return sign('carpet', null)
  return sign(
    'carpet',
    carpets.reduce((a, b) => (a.strength >= b.strength ? a : b)),
  )
}

/** How one carpet fares: by the course of its cover where it was judged twice, and by what was seen of it. */
function carpetVerdict(
  plantingId: string,
  fit: CoverFit | null,
  seen: readonly EntryOf<'sign'>[],
): Verdict<'carpet'> {
  const weekly = fit && coverGain(fit, 7).value
  const times = (which: Sign) => seen.filter(({ sign: one }) => one === which).length
  const [bald, lifting] = [times('bald patch'), times('lifting')]
  const course =
    fit && weekly !== null
      ? clamp((WHOLE_COVER - fit.now.value) / 60) * 0.7 + clamp(-weekly / 3) * 0.3
      : 0
  return {
    strength: clamp(
      course + SEEN_BALD * Math.min(MOST_SEEN, bald) + SEEN_LIFTING * Math.min(MOST_SEEN, lifting),
    ),
    facts: { plantingId, cover: fit?.now ?? null, perWeek: weekly, bald, lifting },
    entryIds: [...(fit?.points.slice(-4).map(({ entryId }) => entryId) ?? []), ...lastIds(seen, 3)],
    plantingIds: [plantingId],
  }
}

/** Age alone, or a KH that others may have raised, is a presumption. */
const PRESUMED = 0.2

function soilSign(history: TankHistory, now: Instant): JudgedSign {
  const soil = soilState(history, now)
  // Young soil that nobody tested is unknown, however well it should work.
  if (!soil || soil.state === 'unseen') return sign('soil', null)
  const tired = isPresumed(soil) ? PRESUMED : 0.4
  const strength = { working: 0, 'not-active': 0, tired, spent: 0.85 }[soil.state]
  return sign('soil', { strength, facts: soil, entryIds: soil.entryIds })
}

const ROUND_DAYS = 30
/** A round walked and answered recently in which nobody tapped the sign: looked and not seen. One in which nothing was answered says nothing. */
function walkedRecently(history: TankHistory, now: Instant): boolean {
  return entriesOf(history.entries, 'round').some(
    (round) => round.asked > 0 && daysBetween(round.at, now) <= ROUND_DAYS,
  )
}
/** Whether one of these plantings was answered for in a round recently. */
function lookedAt(history: TankHistory, plantingIds: readonly string[], now: Instant): boolean {
  return plantingIds.some((id) =>
    ofPlanting(history.entries, id).some(
      ({ by, at }) => by === 'round' && daysBetween(at, now) <= ROUND_DAYS,
    ),
  )
}

/** A bubble or two rise from any ground; gas seen so often is a sign by itself, and a fainter one than a black patch. Common practice. */
const GAS_SEEN = 3

function blackPatches(history: TankHistory, now: Instant): JudgedSign {
  const seen = signsSeen(history, now, ['black patch', 'gas in the ground'])
  const patches = seen.filter(({ sign: one }) => one === 'black patch').length
  const gas = seen.length - patches
  if (seen.length === 0 && !walkedRecently(history, now)) return sign('black-patches', null)
  const ofGas = gas >= GAS_SEEN ? 0.2 : 0
  return sign('black-patches', {
    strength: patches > 0 ? clamp(0.3 + 0.15 * patches + ofGas) : ofGas,
    facts: { patches, gas },
    entryIds: lastIds(seen, 3),
  })
}

/** Algae that stay so long do not go by themselves. Common practice. */
export const CHRONIC_WEEKS = 8
function algaeSign(history: TankHistory, now: Instant): JudgedSign {
  const today = dayOf(now)
  const chronic = algaeCourses(history, now).filter((course) => {
    const since = course.points.find((point) => point.percent >= 3)
    return (
      since !== undefined && today - since.day >= CHRONIC_WEEKS * 7 && algaeOn(course, today) >= 2
    )
  })
  if (chronic.length === 0)
    return sign('algae', walkedRecently(history, now) ? { strength: 0, facts: null } : null)
  const worst = chronic.reduce((a, b) => (algaeOn(a, today) > algaeOn(b, today) ? a : b))
  const percent = algaeOn(worst, today)
  const weeks = Math.round((today - worst.points[0].day) / 7)
  return sign('algae', {
    strength: clamp(0.2 + percent / 25),
    facts: { algae: worst.algae, place: worst.place, weeks, percent },
    entryIds: worst.points.slice(-3).map((point) => point.entryId),
    plantingIds: worst.place.of === 'planting' ? [worst.place.id] : [],
  })
}

function bareStems(history: TankHistory, now: Instant): JudgedSign {
  const stems = plantingsAt(history, now).filter((planting) => planting.zone === 'background')
  if (stems.length === 0) return sign('bare-stems', null)
  const seen = signsSeen(history, now, ['bare below'])
  const ids = [
    ...new Set(seen.flatMap((entry) => (entry.place.of === 'planting' ? [entry.place.id] : []))),
  ]
  if (ids.length === 0)
    return sign(
      'bare-stems',
      lookedAt(
        history,
        stems.map(({ id }) => id),
        now,
      )
        ? { strength: 0, facts: { bare: 0, of: stems.length } }
        : null,
    )
  return sign('bare-stems', {
    strength: clamp(0.3 + (0.6 * ids.length) / stems.length),
    facts: { bare: ids.length, of: stems.length },
    entryIds: lastIds(seen, 3),
    plantingIds: ids,
  })
}

/** PAR under which a carpet or midground plant starves, µmol/m²s: six tenths of what counts as low light (30). Common practice. */
const STARVING_PAR = 18
function shadeSign(scene: Scene): JudgedSign {
  const low = scene.plants.filter(({ planting }) =>
    ['foreground', 'midground'].includes(planting.zone),
  )
  if (low.length === 0) return sign('shade', null)
  const dark = low.filter(({ par }) => par < STARVING_PAR)
  return sign('shade', {
    strength: clamp(dark.length / low.length),
    facts: {
      dark: dark.length,
      of: low.length,
      under: STARVING_PAR,
      at: low.map(({ planting, par }) => ({ plantingId: planting.id, par })),
    },
    plantingIds: dark.map(({ planting }) => planting.id),
  })
}

function workSign(history: TankHistory, now: Instant): JudgedSign {
  const trend = moodTrend(history, now, 'workMinutes')
  if (!trend) return sign('work', null)
  const ratio = trend.to / Math.max(5, trend.from)
  return sign('work', {
    strength: clamp((ratio - 1.1) / 1.2),
    facts: trend,
    entryIds: lastIds(entriesOf(history.entries, 'feeling'), 3),
  })
}

function joySign(history: TankHistory, now: Instant): JudgedSign {
  const trend = moodTrend(history, now, 'enjoyment')
  if (!trend) return sign('joy', null)
  return sign('joy', {
    strength: clamp((trend.from - trend.to) / 5),
    facts: trend,
    entryIds: lastIds(entriesOf(history.entries, 'feeling'), 3),
  })
}

function nitrateSign(history: TankHistory, now: Instant): JudgedSign {
  const present = estimateParameter(history, 'nitrate', now)
  if (!present.ok || present.value.readingsUsed < 4) return sign('nitrate', null)
  const [a, b] = [present.value.gainBefore, present.value.gainPerDay.value]
  return sign('nitrate', {
    strength: clamp((b - Math.max(0.3, a)) / 3),
    facts: { from: a, to: b, now: present.value.now },
  })
}

/** A keeper’s reasons count for so long. */
const REASON_DAYS = 180
const saidLately = (history: TankHistory, now: Instant) =>
  entriesOf(history.entries, 'sign').filter(
    ({ sign: one, at }) =>
      (DISPLEASURES as readonly string[]).includes(one) && daysBetween(at, now) <= REASON_DAYS,
  )

/** What a keeper says is wrong is a sign by itself, and weighs the more the more of it there is. */
function reasonsSign(history: TankHistory, now: Instant): JudgedSign {
  const said = saidLately(history, now)
  if (said.length === 0) return sign('reasons', null)
  const reasons = [...new Set(said.map(({ sign: one }) => one as Displeasure))]
  const own = said.flatMap(({ sign: one, note }) =>
    one === 'another reason' && note ? [note] : [],
  )
  return sign('reasons', {
    strength: clamp(0.25 + 0.15 * reasons.length),
    facts: { reasons, own },
    entryIds: lastIds(said, 4),
  })
}

/** A focal piece grown over is a loss to one keeper and welcome to the next: it is a sign only where he said that it is. Unknown while it is hidden and nobody asked. */
function linesSign(history: TankHistory, scene: Scene): JudgedSign {
  const cover = focalCover(scene)
  if (!cover) return sign('lines', null)
  const said = focalAnswer(history)
  const hidden = clamp((cover.hidden - SHOWS_SHARE) / (1 - SHOWS_SHARE - LEFT_SHARE))
  if (!said && hidden > 0) return sign('lines', null)
  const welcome = said?.sign === 'focal piece may vanish'
  const strength = welcome ? 0 : hidden
  return sign('lines', {
    strength,
    facts: { ...cover, welcome },
    entryIds: said ? [said.id] : [],
    plantingIds: strength > 0 ? cover.behind.map(({ plantingId }) => plantingId) : [],
  })
}
/** Hidden to this share a focal piece still shows; with so little of it left it is gone. Common practice. */
const SHOWS_SHARE = 0.25
const LEFT_SHARE = 0.15
