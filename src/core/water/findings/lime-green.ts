import type { Estimate } from '../../quantity/estimate'
import { INDICATOR_COLOURS } from '../../quantity/indicator-colours'

const LIME_GREEN = INDICATOR_COLOURS[3]

/** Whether gas stands beyond the lime green at which many keepers aim, mg/L CO2. */
export const beyondLime = ({ value }: Pick<Estimate, 'value'>): boolean => value > LIME_GREEN.high
