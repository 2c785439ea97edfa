import { capital } from './say'
import { PARAMETER_UNITS, type Parameter } from './units'

/** “Nitrate”, “KH”, “pH”: as it begins a line. */
export const nameOf = (parameter: Parameter): string =>
  parameter === 'pH' ? 'pH' : capital(PARAMETER_UNITS[parameter].label)
/** “nitrate”, “KH”, “pH”: as it stands in a sentence. */
export const nameWithin = (parameter: Parameter): string => PARAMETER_UNITS[parameter].label
/** The unit behind a number; pH has none. */
export const unitOf = (parameter: Parameter): string =>
  parameter === 'pH' ? '' : PARAMETER_UNITS[parameter].canonical
