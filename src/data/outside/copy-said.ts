import type { CopyContent } from '../at-rest/backup'

/** What the making of a copy says of itself, a line of JSON each. */
export type CopySaid =
  | { did: 'copied' | 'copied again' | 'packed' }
  | { did: 'opened'; content: CopyContent }
  | { fault: string }
