import { plantingsAt, speciesOf } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { coverIn, fitCover } from '../plants/cover'
import { sayEstimate, sayNumber } from '../quantity/say'
import { dayOf, type Instant } from '../quantity/time'
import { evidenceFor, reckoned } from './evidence'
import type { Finding } from './finding'

const LOSS_PER_WEEK = -0.3
const ACT_COVER = 60
const LOOKS = 4

/** How each carpet fares; nothing for one that was never judged. */
export function carpetFindings(history: TankHistory, now: Instant): Finding[] {
  return plantingsAt(history, now).flatMap((planting): Finding[] => {
    if (speciesOf(history, planting).group !== 'carpet') return []
    const fit = fitCover(history, planting, now)
    if (!fit) return []
    const weekly = coverIn(fit, 7).value - fit.now.value
    const since = [...fit.points].reverse().find((point) => dayOf(now) - point.day > 80)
    const lost = since ? since.percent - fit.now.value : null
    const base = {
      key: `carpet:${planting.id}`,
      subject: { of: 'planting', id: planting.id } as const,
      disputed: null,
      because: [
        ...evidenceFor(
          fit.points.slice(-LOOKS).map((point) => point.entryId),
          history,
        ),
        reckoned(`Cover now ${sayEstimate(fit.now)} %, from ${fit.now.because}`),
      ],
      wouldChangeMyMind: 'Two looks a fortnight apart with the same or more cover.',
    }
    if (weekly < LOSS_PER_WEEK && fit.rate.value < 0) {
      const perWeek = sayNumber(-weekly, Math.max(0.3, -weekly / 3))
      return [
        {
          ...base,
          level: fit.now.value < ACT_COVER ? 'act' : 'watch',
          weight: 42,
          says: `The carpet loses ${perWeek} % a week`,
          detail: `${planting.stake} covers ${sayEstimate(fit.now)} % of its ground${lost !== null && lost > 5 ? `, ${Math.round(lost)} less than three months ago` : ''}.`,
          clause:
            lost !== null && lost > 5
              ? `has lost ${Math.round(lost)} points of its carpet in three months`
              : 'is losing its carpet',
          suggests:
            'Weigh the options in Rescape: light at the ground, and what the soil still holds.',
          leadsTo: 'rescape',
        } satisfies Finding,
      ]
    }
    return [
      {
        ...base,
        level: 'good',
        weight: 8,
        says: `The carpet ${weekly > 0.3 ? 'spreads' : 'holds'}`,
        detail: `${planting.stake} covers ${sayEstimate(fit.now)} %.`,
        clause: 'holds its carpet',
        suggests: 'Mow it low and often.',
        leadsTo: null,
      } satisfies Finding,
    ]
  })
}
