/** What reading a foreign file may take. A file beyond it is no tank’s record, or was made to hurt. */
export interface Limits {
  /** Memory of the whole process that reads it, MB. */
  megabytes: number
  /** Time of the processor, s: a busy machine is no fault of the file. */
  seconds: number
}

export const LIMITS = {
  rows: { megabytes: 400, seconds: 60 },
  look: { megabytes: 600, seconds: 60 },
  sheet: { megabytes: 600, seconds: 60 },
  tank: { megabytes: 1200, seconds: 180 },
  copy: { megabytes: 1600, seconds: 300 },
} as const satisfies Record<string, Limits>

/** What a process that ends itself says of it. */
export const OVER = { memory: 'over its memory', time: 'over its time' } as const
