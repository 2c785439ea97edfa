import { measuresHere } from '@/data/border/measures-here'
import { PARAMETERS } from '@/core/quantity/units'
import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { disagree } from '../actions'
import { Drift } from './drift.client'
import { driftModel } from './drift-model'
import { DryVessel, WaterFrame } from '../frame'
import { DriftTitle } from './drift-title'
import { chosen } from '../chosen-parameter'

/** Drift: where every parameter stands and goes; how much to change, when it will be over. */
export async function DriftPage({ slug, of }: { slug: string; of: string | string[] | undefined }) {
  const story = await storyOr404(slug)
  if (story.vessel.kind === 'terrarium') return <DryVessel slug={slug} name={story.vessel.name} />
  const parameter = chosen(of, PARAMETERS, 'nitrate')
  const measures = await measuresHere()
  const model = reckoned(story, now(), `drift ${parameter}, ${measures.system}`, (at) =>
    driftModel(story, parameter, at, measures),
  )
  return (
    <WaterFrame
      slug={slug}
      page=""
      title={<DriftTitle model={model} />}
      aside={model.estimate ? `From ${model.estimate.now.because}.` : null}
    >
      <Drift model={model} onDispute={disagree.bind(null, slug)} />
    </WaterFrame>
  )
}
