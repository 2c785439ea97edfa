import { UNKEEPABLE } from './sane'
import { TEXT_LIMITS } from '@/core/journal/shape'

/** Whether a value is a plain record of texts that can be kept, none longer than a remark may be. */
export function isTexts(value: unknown): value is Record<string, string> {
  return (
    typeof value === 'object' &&
    value !== null &&
    !Array.isArray(value) &&
    Object.values(value).every(
      (text) => typeof text === 'string' && text.length <= LONGEST_TEXT && !UNKEEPABLE.test(text),
    )
  )
}
/** More than any field takes: what is too long for its field is said there. */
const LONGEST_TEXT = 10 * TEXT_LIMITS.note
