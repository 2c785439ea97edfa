/** What stands behind the question mark of an address. */
export type Query = Record<string, string | string[] | undefined>

/** The first value of a name, without its blanks; empty where there is none. */
export const firstOf = (query: Query, name: string): string => [query[name]].flat()[0]?.trim() ?? ''
