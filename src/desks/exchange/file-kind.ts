export type LineFile = 'readings' | 'events' | 'growth' | 'sheet'

/** Which file of lines this is, by its first bytes read as UTF-8: ours are told by their headings, anything else is a keeper’s own sheet. Of UTF-16 the nulls are passed over. */
export function fileKind(beginning: string): LineFile {
  const heading = beginning
    .replaceAll('\0', '')
    .split(/\r?\n/, 1)[0]
    .toLowerCase()
    .replace(/^[\uFEFF\uFFFD]+/, '')
  const has = (name: string) =>
    new RegExp(`(^|[,;\\t\\uFEFF"])\\s*${name}\\s*("|[,;\\t]|$)`).test(heading)
  if (has('at') && has('kind')) return 'events'
  if (has('at') && has('plant') && has('measure')) return 'growth'
  return has('at') && has('parameter') && has('value') ? 'readings' : 'sheet'
}
