import { entriesOf } from '../history/journal-index'
import { ofPlanting } from '../history/journal-index'
import { plantingsAt, speciesOf } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { daysToSurface } from '../plants/height'
import { sayDays } from '../quantity/say'
import type { Instant } from '../quantity/time'
import { sceneOn, stageOf } from '../layout/scene'
import { dayOf } from '../quantity/time'
import { evidence, reckoned } from './evidence'
import type { Finding } from './finding'

/** Stems nearer to the surface than this are noted, days. */
const NEAR_DAYS = 12
const ACT_DAYS = 5
const EVIDENCE_ENTRIES = 4

/** A finding for every stem planting that is at, or soon at, the surface; nothing for the others. */
export function stemFindings(history: TankHistory, now: Instant): Finding[] {
  const scene = sceneOn(stageOf(history, now), dayOf(now))
  return plantingsAt(history, now).flatMap((planting): Finding[] => {
    const reach = daysToSurface(history, planting, now)
    if (!reach || reach.value > NEAR_DAYS) return []
    const heights = ofPlanting(history.entries, planting.id)
    const shade = scene.shades.find((candidate) => candidate.plantingId === planting.id)
    const bareEntry = entriesOf(history.entries, 'sign').findLast(
      (entry) =>
        entry.sign === 'bare below' &&
        entry.place.of === 'planting' &&
        entry.place.id === planting.id,
    )
    const range =
      reach.high === null
        ? `${Math.round(reach.low)} or more`
        : `${Math.round(reach.low)}–${Math.round(reach.high)}`
    const there = reach.value < 0.5
    const place = planting.name.toLowerCase().replace(/^.*?,\s*/, '')
    const standing = scene.plants.find((plant) => plant.planting.id === planting.id)
    // Nobody ever measured or cut it: this is pencil, and asks for a look rather than for scissors.
    if (standing?.pencil) {
      return [
        {
          key: `surface:${planting.id}`,
          subject: { of: 'planting', id: planting.id },
          level: 'watch',
          weight: 48 - reach.value,
          says: `Look whether ${planting.stake} ${there ? 'is at' : 'nears'} the surface`,
          detail: `Nobody has measured it yet; by what the species usually does its tops ${there ? 'should be there by now' : `get there in ${range} days`}.`,
          clause: `should be closing over at the ${place}`,
          because: [reckoned(reach.because)],
          suggests: 'Measure it once, or walk a round; from then on its own growth counts.',
          leadsTo: 'round',
          wouldChangeMyMind: 'A ruler: one height today.',
          disputed: null,
        } satisfies Finding,
      ]
    }
    return [
      {
        key: `surface:${planting.id}`,
        subject: { of: 'planting', id: planting.id },
        level: reach.value <= ACT_DAYS ? 'act' : 'watch',
        weight: 50 - reach.value + (speciesOf(history, planting).group === 'stem-fast' ? 2 : 0),
        says: there
          ? `Trim ${planting.stake}: it lies on the surface`
          : `Trim ${planting.stake} ${reach.value <= ACT_DAYS ? 'this week' : 'next week'}`,
        detail: `${there ? 'The tops have reached the surface' : `The tops reach the surface in ${sayDays(reach.value)} (${range})`}${shade ? ` and take ${Math.round(shade.depth * 100)} % of the light below` : ''}.${bareEntry ? ' The stems are bare below.' : ''}`,
        clause: `is closing over at the ${place}`,
        because: [
          ...heights.slice(-EVIDENCE_ENTRIES).map((entry) => evidence(entry, history)),
          reckoned(reach.because),
        ],
        suggests: 'Cut to a third or a half; replant the best tops where the stems are bare.',
        leadsTo: 'log-trim',
        wouldChangeMyMind: 'A ruler: one height today.',
        disputed: null,
      } satisfies Finding,
    ]
  })
}

/** Plantings seen bare below and not yet dealt with. */
export function bareFindings(history: TankHistory, now: Instant): Finding[] {
  return plantingsAt(history, now).flatMap((planting) => {
    const seen = entriesOf(history.entries, 'sign').filter(
      (entry) =>
        entry.sign === 'bare below' &&
        entry.place.of === 'planting' &&
        entry.place.id === planting.id,
    )
    const last = seen.at(-1)
    if (!last || dayOf(now) - dayOf(last.at) > 60) return []
    return [
      {
        key: `bare:${planting.id}`,
        subject: { of: 'planting', id: planting.id },
        level: 'watch',
        weight: 20,
        says: `${planting.stake} is bare below`,
        detail: `${planting.name} lost the leaves of its lower third: shade from above, and no light on the foot.`,
        clause: `stands bare below at the ${planting.name.toLowerCase().replace(/^.*?,\s*/, '')}`,
        because: seen.slice(-3).map((entry) => evidence(entry, history)),
        suggests: 'Replant the tops and take the old feet out, a section at a time.',
        leadsTo: 'rescape',
        wouldChangeMyMind: 'New side shoots on the lower third three weeks after a hard cut.',
        disputed: null,
      } satisfies Finding,
    ]
  })
}
