import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { logDose, switchSchool } from '../actions'
import { Dosing } from './dosing.client'
import { dosingModel } from './dosing-model'
import { TankName } from '@/ui/frame/desk-frame'
import { DryVessel, WaterFrame } from '../frame'
import { uncapital } from '@/core/quantity/say'
import { SCHOOL_WORDS } from '@/core/water/dosing/schools.words'

/** Dosing: by which school, how much of what, and what it would do. */
export async function DosingPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  if (story.vessel.kind === 'terrarium') return <DryVessel slug={slug} name={story.vessel.name} />
  const model = reckoned(story, now(), 'dosing', (at) => dosingModel(story, at))
  const { says } = SCHOOL_WORDS[model.school]
  return (
    <WaterFrame
      slug={slug}
      page="/dosing"
      title={
        <>
          <TankName>{model.name}</TankName> is fed by {SPOKEN[model.school]}: {uncapital(says)}
        </>
      }
    >
      <Dosing
        model={model}
        onSwitch={switchSchool.bind(null, slug)}
        onDose={logDose.bind(null, slug)}
      />
    </WaterFrame>
  )
}

const SPOKEN = {
  'rich column': 'rich water',
  'lean column': 'lean water',
  'all-in-one': 'one weekly bottle',
  'daily pump': 'a daily pump',
  'root only': 'its roots alone',
  'nothing added': 'fish food alone',
} as const
