import { measuresHere } from '@/data/border/measures-here'
import { sayNumber } from '@/core/quantity/say'
import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { logColour } from '../actions'
import { TankName } from '@/ui/frame/desk-frame'
import { DryVessel, WaterFrame } from '../frame'
import { Gas } from './gas.client'
import { gasModel } from './gas-model'

/** Gas and air: CO2 by every method, its day, its cost; oxygen at this height; ammonia by pH and warmth. */
export async function GasPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  if (story.vessel.kind === 'terrarium') return <DryVessel slug={slug} name={story.vessel.name} />
  const measures = await measuresHere()
  const model = reckoned(story, now(), `gas, ${measures.system}`, (at) =>
    gasModel(story, at, measures),
  )
  const known = model.methods.filter((method) => method.value !== null && method.method !== 'chart')
  const values = known.flatMap((method) => (method.value ? [method.value.value] : []))
  return (
    <WaterFrame
      slug={slug}
      page="/gas"
      title={
        <>
          <TankName>{model.name}</TankName> {sayGas(values)}
        </>
      }
    >
      <Gas model={model} onColour={logColour.bind(null, slug)} />
    </WaterFrame>
  )
}

/** How much CO2 the methods find, mg/L. */
function sayGas(values: readonly number[]): string {
  if (values.length === 0) return 'has no CO2 on record yet.'
  if (values.length === 1) return `holds about ${sayNumber(values[0], 3)} mg/L of CO2.`
  return `holds ${sayNumber(Math.min(...values), 3)} to ${sayNumber(Math.max(...values), 3)} mg/L of CO2, depending on how it is measured.`
}
