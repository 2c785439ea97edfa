/** A page of a desk: one line in its desk's manifest. The tabs, the keys, the titles, the browser tests' views and the bench are made of it. */
interface Page {
  /** Under the desk's own path. */
  path: string
  /** What its tab says, and the window. */
  name: string
  /** Where the window says it otherwise. */
  title?: string
  /** No tab leads there: it is opened from another page. */
  within?: true
  /** How it is tried by browser tests and the bench: what stands after its path. Absent: as it is; null: it needs something of its tank's. */
  tried?: readonly string[] | null
}

/** A desk of a tank. */
export interface Desk {
  /** Under the tank's. */
  path: string
  name: string
  /** The question it answers. */
  answers: string
  /** Of water alone: a land tank has no such desk. */
  wet?: true
  /** The first is the desk's own. */
  pages: readonly Page[]
}

/** The title of a window: of a page by its path under the desk's. */
export function titleOf({ pages }: Desk, path: string): { title: string } {
  const page = pages.find((one) => one.path === path)
  if (!page) throw new RangeError(`no page at ${path}`)
  return { title: page.title ?? page.name }
}
