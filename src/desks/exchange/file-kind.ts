export type LineFile = 'readings' | 'events'

/** Which file of lines this is, by its first bytes read as UTF-8: events have a column for their kind, readings one for their parameter. Of UTF-16 the nulls are passed over. */
export function fileKind(beginning: string): LineFile {
  const heading = beginning.replaceAll('\0', '').split(/\r?\n/, 1)[0].toLowerCase()
  return /(^|[,;\t\uFEFF"])\s*kind\s*("|[,;\t]|$)/.test(heading) ? 'events' : 'readings'
}
