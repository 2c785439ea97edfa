import { createContext, Script } from 'node:vm'
import { type Result, ok, refuse } from '@/core/quantity/result'

const room: { work: () => unknown } = { work: () => undefined }
const context = createContext(room)
const run = new Script('work()')

/**
 * Does a piece of work and cuts it off when it takes longer than `ms`, even in the middle of a loop: one tank whose figures lead
 * nowhere must not hold up all others. A fault of the work is a refusal too, with its trace on the console. The work must not wait for anything.
 */
export function withinLimit<T>(ms: number, work: () => T): Result<T> {
  room.work = work
  try {
    return ok(run.runInContext(context, { timeout: ms }) as T)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT')
      return refuse(`it took longer than ${Math.round(ms / 1000)} seconds`)
    console.error('A tank could not be worked out.', error)
    return refuse('Vivero failed at it; its own messages say why')
  } finally {
    room.work = () => undefined
  }
}
