/**
 * How much wider the spread of a value is that was taken over from the pencil at a glance than of one really measured: three times, so that
 * it weighs a ninth, and a forecast hardly feeds on itself. A choice of ours, not a measurement.
 */
export const GLANCE_FACTOR = 3
