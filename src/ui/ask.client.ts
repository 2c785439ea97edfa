'use client'

export type { Sending } from '@/core/history/sending'

/** What an action answers: done, or a sentence for each field at fault. */
export type Answer<T = unknown> = { ok: true; value: T } | Refusal
export interface Refusal {
  ok: false
  problems: { field: string; says: string }[]
  /** Set when what was to be changed had been changed elsewhere: the stamp of what stands now. */
  overtaken?: string
}

/** No answer came: the server is gone, or failed. Whether it wrote is not known; to send again is safe, since all that is sent has its number. */
export const NO_ANSWER =
  'Vivero did not answer. What you entered stands here still; press again when it is back (it is written once, however often it is sent).'

/** Asks the server for something and never throws: a lost or failed answer is a problem like another, said where the keeper looks. */
export async function ask<T>(act: () => Promise<Answer<T>>): Promise<Answer<T>> {
  try {
    const answer = await act()
    // A server of another version may answer with nothing.
    return answer ?? lost()
  } catch {
    return lost()
  }
}

const lost = (): Refusal => ({ ok: false, problems: [{ field: '', says: NO_ANSWER }] })

/** All sentences of a refusal, one after the other. */
export const sayProblems = (refusal: Refusal): string =>
  refusal.problems.map((problem) => problem.says).join(' ')
