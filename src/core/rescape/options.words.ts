import { saySpan, uncapital } from '../quantity/say'
import type { OptionKey } from '../history/plan-codes'
import { SIGN_LABELS } from './decline.words'
import type { DeclineReview, DeclineSign, Grade } from './decline'
import type { WeighedOption } from './options'

/** What each option is called, and what it is. */
const OPTIONS: Record<OptionKey, { name: string; says: string }> = {
  leave: { name: 'Leave it and log', says: 'Change nothing for four weeks; measure.' },
  trim: { name: 'Trim hard and groom', says: 'An evening or two; the roots stay.' },
  zone: {
    name: 'Replant one zone',
    says: 'The worst section only, with its soil as it is.',
  },
  partial: {
    name: 'Partial, in sections',
    says: 'A section every two weeks; the animals stay in.',
  },
  soil: {
    name: 'Renew the soil',
    says: 'All of the ground in one go, plants back as they were.',
  },
  full: { name: 'Full reset', says: 'Everything out, a new layout.' },
}

/** An option as a keeper reads it. */
export interface SaidOption extends Omit<WeighedOption, 'cures' | 'leaves'> {
  name: string
  says: string
  cures: { sign: DeclineSign; label: string; share: number }[]
  leaves: { label: string }[]
  because: string
}

/** An option with its words. */
export function sayOption(option: WeighedOption): SaidOption {
  const { key, relief, hands, animalsOut, days, cures, leaves } = option
  const out = animalsOut.value > 0 ? ` and ${sayOut(animalsOut.value)} with the animals out` : ''
  const test = option.testFirst
    ? '. Test the soil in a jar first: its age alone is no reason to take it out'
    : ''
  return {
    ...option,
    ...OPTIONS[key],
    cures: cures.map(({ sign, share }) => ({ sign, label: SIGN_LABELS[sign], share })),
    leaves: leaves.map((sign) => ({ label: SIGN_LABELS[sign] })),
    because: `takes away ${Math.round(relief * 100)} % of the trouble for ${Math.round(hands.value)} h of hands${out}, settled in about ${days} days${test}`,
  }
}

const LONG_HOURS = 72
const sayOut = (hours: number) =>
  hours > LONG_HOURS ? saySpan(hours / 24) : `${Math.round(hours)} h`

const GRADES: Record<Exclude<Grade, 'unknown' | 'sound'>, string> = {
  declined: 'has declined',
  declining: 'is declining',
  'first signs': 'shows the first signs of decline',
}

/** How the review goes on from the tank's name: “has declined: 7 of 9 signs. Most worth its trouble: partial, in sections.” */
export function sayVerdict(review: DeclineReview, best: WeighedOption): string {
  const { grade, signs, known } = review
  if (grade === 'unknown') return 'cannot be judged yet: walk two or three rounds.'
  if (grade === 'sound') return 'shows no sign of decline. Leave it as it is.'
  const present = signs.filter(({ state }) => state === 'present').length
  const advice =
    best.key === 'leave'
      ? `${OPTIONS.leave.name}.`
      : `Most worth its trouble: ${uncapital(OPTIONS[best.key].name)}.`
  return `${GRADES[grade]}: ${present} of ${known} signs. ${advice}`
}
