import type { TankHistory } from '@/core/history/types'
import { dayOf, instantOf, type Instant } from '@/core/quantity/time'
import { PARAMETERS, PARAMETER_UNITS } from '@/core/quantity/units'
import { conditionsOf } from '@/core/water/estimate/conditions'
import { courseOf, forecastParameter, routineChanges } from '@/core/water/estimate/estimate'
import { writeCsv } from './csv-lines'

const SERIES_COLUMNS = ['at', 'parameter', 'value', 'low', 'high', 'unit', 'what'] as const
const AHEAD_DAYS = 42

/** Every parameter's whole course as series.csv: what was read (`ink`), where the water stood (`pencil`, 80 %), and what is to come (`ahead`). */
export function writeSeriesCsv(history: TankHistory, now: Instant): string {
  const conditions = conditionsOf(history, now)
  const digits = (value: number) => String(Number(value.toPrecision(4)))
  const rows = PARAMETERS.flatMap((parameter): string[][] => {
    const estimate = conditions.of(parameter)
    if (!estimate) return []
    const { canonical } = PARAMETER_UNITS[parameter]
    const row = (
      point: { day: number; value: number; low: number; high: number },
      what: string,
    ) => [
      instantOf(point.day),
      parameter,
      digits(point.value),
      digits(point.low),
      digits(point.high),
      canonical,
      what,
    ]
    const ahead = forecastParameter(
      estimate,
      AHEAD_DAYS,
      routineChanges(history, parameter, now, AHEAD_DAYS),
    ).filter((point) => point.day > dayOf(now))
    return [
      ...estimate.readings.map((reading) =>
        row(reading, reading.setAside === null ? 'ink' : 'ink set aside'),
      ),
      ...courseOf(estimate).map((point) => row(point, 'pencil')),
      ...ahead.map((point) => row(point, 'ahead')),
    ]
  })
  return writeCsv(SERIES_COLUMNS, rows)
}
