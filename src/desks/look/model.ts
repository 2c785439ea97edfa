import { mostOf } from '@/core/quantity/extent'
import { sayGlass, sayWeight } from '@/ui/say-glass'
import { METRIC, type Measures } from '@/core/quantity/measures'
import { algaeCourses, algaeOn } from '@/core/algae/course'
import { entriesOf } from '@/core/history/journal-index'
import { headCount, routinesAt } from '@/core/history/lookup'
import { gasOf, tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/history/finding'
import { headline } from '@/core/judgement/findings'
import { forecastScore } from '@/core/judgement/score'
import { sceneOn, stageOf, type Stage } from '@/core/layout/scene'
import { daysToSurface } from '@/core/plants/height'
import { plantingsAt } from '@/core/history/lookup'
import { sayAgo, sayNumber } from '@/core/quantity/say'
import { dayOf, daysBetween, type Instant } from '@/core/quantity/time'
import { lightOf } from '@/core/vessel/light'
import { filledMass } from '@/core/vessel/volume'
import { routineChanges } from '@/core/water/estimate/estimate'
import { findingsOf } from '@/data/analysis-cache'
import { sayDay } from '@/ui/when'
import type { RuleBand, RuleTick } from '@/ui/time-rule.client'
import { packStage, type PackedStage } from '@/core/layout/pack-stage'
import { sayWater } from './facts-of-day'
import { packTicks, type PackedTicks } from './pack'
import { OUTLOOK_DAYS, untilMidnight } from './shown-day'

const MARGIN_NOTES = 4

export interface LookModel {
  slug: string
  name: string
  zone: string
  sentence: string
  facts: string
  stage: PackedStage
  notes: Finding[]
  more: Finding[]
  marginalia: string[]
  ticks: PackedTicks
  band: RuleBand | null
  alarmed: string[]
  /** Days until the tank's own midnight. */
  untilMidnight: number
}

/** All that the Look desk shows, worked out from the story. */
export function lookModel(
  story: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
): LookModel {
  const { vessel, layout } = tankNow(story, now)
  const all = findingsOf(story, now, measures)
  const planted = layout ? sayDay(layout.from, vessel.timeZone, now) : null
  const lastRound = entriesOf(story.entries, 'round').at(-1)
  const pressing = all.filter(({ level }) => level !== 'good')
  // Good news is folded while anything presses.
  const notes = varied(pressing.length > 0 ? pressing : all)
  const stage = stageOf(story, now)
  return {
    slug: vessel.slug,
    name: vessel.name,
    zone: vessel.timeZone,
    sentence: headline(all, story.entries),
    stage: packStage(stage),
    facts: [
      sayGlass(vessel, measures),
      sayWater({ vessel, layout }, measures),
      `about ${sayWeight(filledMass(vessel, layout).total, measures)} filled`,
      planted ? `planted ${planted}` : null,
      lastRound ? `last round ${sayAgo(daysBetween(lastRound.at, now))}` : 'no round yet',
    ]
      .filter(Boolean)
      .join(' · '),
    untilMidnight: untilMidnight(now, vessel.timeZone),
    notes,
    more: all.filter((finding) => !notes.includes(finding)),
    marginalia: marginalia(story, stage, now),
    ticks: packTicks(ticksOf(story, now)),
    band: bandOf(story, now),
    alarmed: all.flatMap((finding) =>
      finding.level === 'act' && finding.disputed === null && finding.subject.of === 'planting'
        ? [finding.subject.id]
        : [],
    ),
  }
}

/** The weightiest findings, one a topic, so that four margin notes say four things. */
function varied(all: readonly Finding[]): Finding[] {
  const topics = new Set<string>()
  return all
    .filter((finding) => {
      const topic = finding.key.split(':')[0]
      if (topics.has(topic)) return false
      topics.add(topic)
      return true
    })
    .slice(0, MARGIN_NOTES)
}

/** Short facts of today under the notes. */
function marginalia(story: TankHistory, stage: Stage, now: Instant): string[] {
  const scene = sceneOn(stage, dayOf(now))
  const { tank } = scene
  const light = lightOf(tank.equipment, tank.vessel)
  const gas = gasOf(tank)
  const carpet = scene.plants.find(({ planting }) => planting.zone === 'foreground')
  const floats = scene.plants.find(({ planting }) => planting.zone === 'surface')
  const animals = tank.populations.map((population) => {
    const { count, plusMinus } = headCount(story, population, now)
    return `${count}${plusMinus > 0 ? ` ± ${plusMinus}` : ''} ${population.name.toLowerCase()}`
  })
  const score = forecastScore(story.entries)
  return [
    floats ? `Floaters cover about ${sayNumber(floats.cover.value, 5)} % of their half` : null,
    carpet
      ? `Light at the carpet about ${sayNumber(carpet.par, 5)} µmol, ${sayNumber(carpet.dli, 0.3)} mol a day`
      : null,
    `${gas ? `Gas on ${gas.onAt}, lamp` : 'Lamp'} ${light.onAt} for ${sayNumber(light.hours)} h`,
    animals.length > 0 ? animals.join(', ') : null,
    score.met >= 20
      ? `${score.held} of ${score.met} forecasts came true (${Math.round((100 * score.held) / score.met)} %; 80 % is the aim)`
      : null,
  ].filter((line): line is string => line !== null)
}

function ticksOf(story: TankHistory, now: Instant): RuleTick[] {
  const past = story.entries.flatMap((entry): RuleTick[] => {
    if (entry.kind === 'water-change')
      return [{ day: dayOf(entry.at), kind: 'change', pencil: false }]
    if (entry.kind === 'trim') return [{ day: dayOf(entry.at), kind: 'trim', pencil: false }]
    if (entry.kind === 'round') return [{ day: dayOf(entry.at), kind: 'look', pencil: false }]
    return []
  })
  const today = dayOf(now)
  const changes = routineChanges(story, 'nitrate', now, OUTLOOK_DAYS).map((change): RuleTick => ({
    day: change.day,
    kind: 'change',
    pencil: true,
  }))
  const trims = plantingsAt(story, now).flatMap((planting): RuleTick[] => {
    const reach = daysToSurface(story, planting, now)
    return reach && reach.value <= OUTLOOK_DAYS
      ? [{ day: today + Math.max(1, reach.value), kind: 'trim', pencil: true }]
      : []
  })
  const every = routinesAt(story, now).find((routine) => routine.kind === 'round')?.everyDays
  const rounds: RuleTick[] = every
    ? Array.from({ length: Math.floor(OUTLOOK_DAYS / every) }, (_, i) => ({
        day: today + (i + 1) * every,
        kind: 'look',
        pencil: true,
      }))
    : []
  return [...past, ...changes, ...trims, ...rounds]
}

/** The algae that went furthest, as one swell on the rule. */
function bandOf(story: TankHistory, now: Instant): RuleBand | null {
  const courses = algaeCourses(story, now).filter((course) => course.points.length >= 3)
  if (courses.length === 0) return null
  const top = courses.reduce((a, b) =>
    mostOf(a.points.map((p) => p.percent)) >= mostOf(b.points.map((p) => p.percent)) ? a : b,
  )
  const today = dayOf(now)
  return {
    label: top.algae,
    points: [
      { day: top.points[0].day - 7, percent: 0 },
      ...top.points,
      { day: today, percent: algaeOn(top, today) },
    ],
  }
}
