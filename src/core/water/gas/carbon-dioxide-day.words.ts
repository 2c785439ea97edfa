import type { GasDay } from './carbon-dioxide-day'

/** What a day's course was set by: “it comes up to what the looks late in the gas day average, 28 mg/L”. */
export const sayPlateau = ({ plateau, seen }: Pick<GasDay, 'plateau' | 'seen'>): string =>
  seen
    ? `it comes up to what the looks late in the gas day average, ${Math.round(plateau)} mg/L`
    : `it comes up to ${plateau} mg/L, common practice: nobody looked yet`
