import { revalidatePath } from 'next/cache'
import type { Result } from '@/core/quantity/result'
import { type ImportProgress } from '@/data/entries'
import { EntryRefused } from '@/data/refused'
import { takesItsTime } from '@/data/yield'
import type { Job } from './jobs'
import type { ImportMessage } from './messages'

/**
 * Answers with news of a write while it runs, a line of JSON each; the last line says what became of it. The write is one
 * transaction: stopped, refused or failed, it leaves nothing. A closed connection stops it too.
 */
export function streamProgress<T>(
  job: Job,
  request: Request,
  write: (said: (progress: ImportProgress) => void, stop: AbortSignal) => Promise<Result<T>>,
): Response {
  const { stop } = job
  const over = takesItsTime()
  let open = true
  const leave = () => {
    open = false
    stop.abort()
  }
  request.signal.addEventListener('abort', leave)
  const encoder = new TextEncoder()
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const say = (message: ImportMessage<T>) => {
        if (open) controller.enqueue(encoder.encode(`${JSON.stringify(message)}\n`))
      }
      say(
        await outcome(
          () => write((progress) => say({ kind: 'progress', ...progress }), stop.signal),
          stop.signal,
        ),
      )
      job.end()
      over()
      if (open) controller.close()
    },
    cancel: leave,
  })
  return new Response(stream, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  })
}

async function outcome<T>(
  write: () => Promise<Result<T>>,
  stop: AbortSignal,
): Promise<ImportMessage<T>> {
  try {
    const result = await write()
    if (!result.ok) return { kind: 'refused', problem: result.problem }
    revalidatePath('/', 'layout')
    return { kind: 'done', value: result.value }
  } catch (error) {
    if (stop.aborted) return { kind: 'stopped' }
    if (error instanceof EntryRefused)
      return { kind: 'refused', problem: `${error.message} Nothing was written.` }
    console.error('An import failed and was rolled back.', error)
    return {
      kind: 'refused',
      problem: 'The import failed and was taken back whole; nothing was written.',
    }
  }
}
