import { cookies } from 'next/headers'
import { AsyncLocalStorage } from 'node:async_hooks'
import { measuresOf, METRIC, type Measures } from '@/core/quantity/measures'

/** The cookie that says how a keeper measures. */
const UNITS_COOKIE = 'units'

/** How the keeper measures who asks for this page, or presses this button. */
export const measuresHere = async (): Promise<Measures> =>
  measuresOf((await cookies()).get(UNITS_COOKIE)?.value)

const asking = new AsyncLocalStorage<Measures>()

/** Runs the work of a request in the measures of the keeper who asked, for what is refused on its way. */
export const inMeasures = <T>(measures: Measures, work: () => Promise<T>): Promise<T> =>
  asking.run(measures, work)

/** In these a refusal speaks; metric where nobody asked. */
export const measuresAsked = (): Measures => asking.getStore() ?? METRIC
