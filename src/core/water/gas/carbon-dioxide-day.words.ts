import type { GasDay } from './carbon-dioxide-day'

/** What a day's course was set by: “it comes up to what was read late in the day, 28 mg/L”. */
export const sayPlateau = ({ plateau, seen }: Pick<GasDay, 'plateau' | 'seen'>): string =>
  seen
    ? `it comes up to what was read late in the day, ${Math.round(plateau)} mg/L`
    : `it comes up to ${plateau} mg/L, common practice: nobody looked yet`
