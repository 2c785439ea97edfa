import { saySpan } from '../../quantity/say'
import type { RawPhase } from './raw-phase'

const PHASES: Record<RawPhase['phase'], (span: string) => string> = {
  ammonia: (span) => `It is in the first of three phases, for ${span}: ammonia.`,
  nitrite: (span) => `It is in the second of three phases, for ${span}: nitrite.`,
  through: (span) => `It is in the last of three phases, for ${span}: neither shows any more.`,
}

/** “It is in the second of three phases, for 6 days: nitrite.” */
export const sayPhase = ({ phase, days }: RawPhase): string =>
  PHASES[phase](saySpan(Math.max(1, days)))
