import type { Estimate } from '@/core/quantity/estimate'
import { PARAMETER_UNITS } from '@/core/quantity/units'
import { Pencil } from '@/ui/marks/pencil.client'
import type { DriftModel } from './drift-model'
import { TankName } from '@/ui/frame/desk-frame'
import { unitOf } from '@/core/quantity/parameter-name'

/** The chosen parameter in one sentence. */
export function DriftTitle({ model }: { model: DriftModel }) {
  const { estimate, name, parameter, behaviour } = model
  const { label } = PARAMETER_UNITS[parameter]
  if (!estimate)
    return (
      <>
        <TankName>{name}</TankName>: nothing to reckon {label} from.
      </>
    )
  const now = <Pencil estimate={estimate.now} unit={unitOf(parameter)} />
  if (behaviour !== 'dissolved')
    return (
      <>
        <TankName>{name}</TankName> holds its {label} near {now}.
      </>
    )
  const { gainPerDay: gain } = estimate
  if (gain.low < 0 && gain.high > 0)
    return (
      <>
        <TankName>{name}</TankName> holds {label} near {now}, and it neither gains nor loses for
        certain.
      </>
    )
  return (
    <>
      <TankName>{name}</TankName> holds {label} near {now} and {gain.value >= 0 ? 'gains' : 'loses'}{' '}
      <Pencil estimate={absolute(gain)} /> a day.
    </>
  )
}

const absolute = (estimate: Estimate): Estimate =>
  estimate.value >= 0
    ? estimate
    : { ...estimate, value: -estimate.value, low: -estimate.high, high: -estimate.low }
