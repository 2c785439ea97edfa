/** What the caller of a reader adds to the bytes: the moment, and how large such a file may be. */
export interface Asked {
  now: string
  maxMegabytes: number
}
