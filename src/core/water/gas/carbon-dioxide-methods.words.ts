import type { CarbonDioxideMethod } from './carbon-dioxide-methods'

/** How each way of knowing CO2 is called, and where it deceives. */
export const METHOD_WORDS: Record<CarbonDioxideMethod, { name: string; limits: string }> = {
  indicator: {
    name: 'indicator colour',
    limits:
      'Lags the water by an hour or two; a wrong fluid reads wrong all day. Common practice: green is about 30.',
  },
  equilibrium: {
    name: 'KH and pH, by the equilibrium',
    limits:
      'Plummer & Busenberg 1982. Only where all alkalinity is carbonate: soil, wood and phosphate buffers make it read high; below 2 °dH it is hardly worth asking.',
  },
  chart: {
    name: 'KH and pH, by the trade’s chart',
    limits:
      'Common practice, 3·KH·10^(7−pH): about a sixth below the equilibrium, with the same limits.',
  },
  degassed: {
    name: 'sample left in the open',
    limits:
      'True whatever makes up the alkalinity. The sample must stand open for a day, stirred or poured over; room air varies.',
  },
  reading: {
    name: 'drop test or probe',
    limits: 'Drop tests lose gas while you shake; fill to the brim and read at once.',
  },
}
