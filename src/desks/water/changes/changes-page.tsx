import { sayEstimate, sayEvery } from '@/core/quantity/say'
import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { Changes } from './changes.client'
import { CHANGED, changesModel, type ChangesModel } from './changes-model'
import { TankName } from '@/ui/frame/desk-frame'
import { DryVessel, WaterFrame } from '../frame'
import { nameOf, nameWithin, unitOf } from '@/core/quantity/parameter-name'
import { chosen } from '../chosen-parameter'
import { ParameterPick } from '../parameter-pick'
import { adoptRoutine } from '../actions'

/** Changes: the smallest that reaches a target, the easiest rhythm that keeps it, what the new water is made of. */
export async function ChangesPage({
  slug,
  of,
}: {
  slug: string
  of: string | string[] | undefined
}) {
  const story = await storyOr404(slug)
  if (story.vessel.kind === 'terrarium') return <DryVessel slug={slug} name={story.vessel.name} />
  const parameter = chosen(of, CHANGED, 'nitrate')
  const model = reckoned(story, now(), `changes ${parameter}`, (at) =>
    changesModel(story, parameter, at),
  )
  const unit = unitOf(model.parameter)
  return (
    <WaterFrame
      slug={slug}
      page="/changes"
      title={
        <>
          <TankName>{model.name}</TankName> {sayRhythm(model)}
        </>
      }
      aside={
        model.now ? `${nameOf(model.parameter)} stands near ${sayEstimate(model.now, unit)}.` : null
      }
    >
      <ParameterPick slug={slug} path="/changes" offered={CHANGED} open={model.parameter} />
      <Changes key={model.parameter} model={model} onAdopt={adoptRoutine.bind(null, slug)} />
    </WaterFrame>
  )
}

function sayRhythm({ easiest, now: level, parameter }: ChangesModel): string {
  if (easiest)
    return `would keep its ${nameWithin(parameter)} in hand with ${Math.round((easiest.fraction ?? 0) * 100)} % ${sayEvery(easiest.everyDays)}.`
  return level ? 'cannot be kept inside its band by these rhythms.' : 'waits for a first test.'
}
