import type { Asked } from './asked'
import type { ReaderName, Reads } from './readers'
import { readOutside } from './run-outside'
import type { Stream } from './stream'

/**
 * Reads a foreign file, in a process of its own. Unit tests, which read thousands of small ones, read them where they are; that the two give the same
 * is a test of its own.
 */
export async function* foreign<K extends ReaderName>(
  name: K,
  bytes: Uint8Array,
  asked: Asked,
): Stream<Reads[K]> {
  if (process.env.NODE_ENV !== 'test') return yield* readOutside(name, bytes, asked)
  const { READERS } = await import('./readers')
  return yield* READERS[name](bytes, asked)
}
