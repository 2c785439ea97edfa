/**
 * Colours of a drop indicator over 4 °dH fluid, from too little to too much, with the CO2 each stands for, mg/L. Common practice;
 * the fluid lags the water by an hour or two. As a unit, `colour` counts them from 1 to 5.
 */
export const INDICATOR_COLOURS = [
  { name: 'blue', low: 0, mid: 9, high: 15 },
  { name: 'blue-green', low: 13, mid: 19, high: 25 },
  { name: 'green', low: 22, mid: 30, high: 38 },
  { name: 'yellow-green', low: 34, mid: 44, high: 55 },
  { name: 'yellow', low: 50, mid: 65, high: 100 },
] as const
