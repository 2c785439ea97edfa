import { sayNumber } from '../../quantity/say'
import type { Kind } from '../kind'
import { number, type DetailOf } from '../shape'

const acidity = (what: string) => {
  const says = `${what} goes from 3 to 11 here.`
  return number(what, { least: [3, says], most: [11, says] })
}
const shape = { pHTank: acidity('pH of the tank'), pHAtRest: acidity('pH at rest') }

/** pH of the tank and of the same water left open to the air for a day: CO2 by the difference. */
export const degassedSample: Kind<DetailOf<typeof shape>> = {
  name: 'sample left in the open',
  shape,
  inMoment: 'seen',
  inWater: true,
  tell: ({ pHTank, pHAtRest }) =>
    `pH ${sayNumber(pHTank)} in the tank, ${sayNumber(pHAtRest)} in the same water after a day in the open`,
  form: {
    says: 'a sample left in the open',
    fields: [
      { name: 'pHTank', label: 'pH of the tank' },
      { name: 'pHAtRest', label: 'pH of the sample a day later' },
    ],
  },
}
