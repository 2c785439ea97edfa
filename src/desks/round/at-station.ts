const PREFIX = 'station '

/** A problem of a station, as its field: the page leads there. A station nobody knows is none. */
export const atStation = (name: string | null): string => (name === null ? '' : `${PREFIX}${name}`)

/** The station a problem belongs to, or null. */
export const stationOfField = (field: string): string | null =>
  field.startsWith(PREFIX) ? field.slice(PREFIX.length) : null
