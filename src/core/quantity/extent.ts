/** The least of values; Infinity of none. For a list of any length: spread out as arguments, a journal of sixty thousand lines overflows the stack. */
export const leastOf = (values: Iterable<number>): number => {
  let least = Infinity
  for (const value of values) if (value < least) least = value
  return least
}

/** The most of values; −Infinity of none. For a list of any length. */
export const mostOf = (values: Iterable<number>): number => {
  let most = -Infinity
  for (const value of values) if (value > most) most = value
  return most
}
