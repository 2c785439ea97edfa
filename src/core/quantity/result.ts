/** An expected failure carries a sentence for the keeper; a thrown error is a fault of ours. */
export type Result<T> = { ok: true; value: T } | { ok: false; problem: string }

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })
export const refuse = <T = never>(problem: string): Result<T> => ({ ok: false, problem })
