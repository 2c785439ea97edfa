import { sayNumber } from '../../quantity/say'

/** A use is known to about a fifth: bubbles are counted by eye, cylinders weighed on a kitchen scale. Common practice. */
const KNOWN_TO = 0.2

/** A mean use of gas with the digits it is known to, without its unit. */
export const sayUse = (use: number): string => sayNumber(use, KNOWN_TO * use)
