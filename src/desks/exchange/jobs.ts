const shared = globalThis as { viveroJobs?: Map<string, AbortController> }
const jobs = (shared.viveroJobs ??= new Map())
/** A write that takes its time: its name, its stop, and what is done when it is over. */
export interface Job {
  name: string | null
  stop: AbortController
  end: () => void
}
const NAME = /^[\w-]{8,80}$/

/** The stop of a job that takes its time, under the name the page gave it. Kept with the process: the request that stops it is another one. */
export function beginJob(name: string | null): AbortController {
  const stop = new AbortController()
  if (name !== null && NAME.test(name) && !jobs.has(name)) jobs.set(name, stop)
  return stop
}

export function endJob(name: string | null, stop: AbortController): void {
  if (name !== null && jobs.get(name) === stop) jobs.delete(name)
}

/** Asks a job to stop; whether there was one. What became of it, the job itself says. */
export function stopJob(name: string | null): boolean {
  const stop = name === null ? undefined : jobs.get(name)
  stop?.abort()
  return stop !== undefined
}
