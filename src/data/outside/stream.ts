import { ok, type Result } from '@/core/quantity/result'

/** What is read of a foreign file, part by part, and at the end whether all of it could be read. */
export type Stream<T> = AsyncGenerator<T, Result<null>, void>

/** Hands the parts of a stream over one by one, and stops at the first that is refused. */
export async function eachPart<T>(
  stream: Stream<T>,
  take: (part: T) => Result<null> | Promise<Result<null>>,
): Promise<Result<null>> {
  for (;;) {
    const next = await stream.next()
    if (next.done) return next.value
    const taken = await take(next.value)
    if (taken.ok) continue
    await stream.return(ok(null))
    return taken
  }
}
