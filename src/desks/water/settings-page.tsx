import { SALTS } from '@/core/chemistry/salts'
import { LABEL_FORM_NAMES } from '@/core/chemistry/nutrients'
import { dayOf } from '@/core/quantity/time'
import { PARAMETERS } from '@/core/quantity/units'
import { sayEstimate } from '@/core/quantity/say'
import { currentLayout } from '@/core/history/lookup'
import { netLitres } from '@/core/vessel/volume'
import { schoolBand, bandFor } from '@/core/water/parameters'
import { evaporation } from '@/core/water/sources'
import { now } from '@/data/clock'
import { stampOf } from '@/data/stamp'
import { storyOr404 } from '@/data/tank'
import { CARE_PARTS } from '@/data/water-care'
import { dropProduct, keepBands, keepHabits, keepProduct, keepSource } from './actions'
import { DryVessel, TankName, WaterFrame } from './frame'
import { WaterSettings } from './settings.client'

/** Waters and bottles: what the desk reckons with, to be looked at and changed. */
export async function WaterSettingsPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const { vessel } = story
  if (vessel.kind === 'terrarium') return <DryVessel slug={slug} name={vessel.name} />
  const loss = evaporation(
    { ...story, vessel: { ...vessel, evaporationLitresPerDay: null } },
    dayOf(now()),
    netLitres(vessel, currentLayout(story)),
  )
  return (
    <WaterFrame
      slug={slug}
      page="/kept"
      title={
        <>
          <TankName>{vessel.name}</TankName> drinks{' '}
          {story.sources.length === 0
            ? 'water nobody described yet'
            : story.sources.map((source) => source.name.toLowerCase()).join(' and ')}
          .
        </>
      }
    >
      <WaterSettings
        care={vessel.care}
        evaporation={vessel.evaporationLitresPerDay}
        evaporationReckoned={`${sayEstimate(loss, 'L')} by ${loss.because}`}
        sources={story.sources}
        products={story.products}
        bands={PARAMETERS.map((parameter) => ({
          parameter,
          band: bandFor(vessel, parameter),
          usual: schoolBand(vessel.kind, vessel.care.school, parameter),
        }))}
        forms={LABEL_FORM_NAMES}
        salts={SALTS.map((salt) => salt.formula)}
        stamps={{
          habits: stampOf(CARE_PARTS.habits(vessel)),
          bands: stampOf(CARE_PARTS.bands(vessel)),
          of: Object.fromEntries(
            [...story.sources, ...story.products].map((one) => [one.id, stampOf(one)]),
          ),
        }}
        onHabits={keepHabits.bind(null, slug)}
        onBands={keepBands.bind(null, slug)}
        onSource={keepSource.bind(null, slug)}
        onProduct={keepProduct.bind(null, slug)}
        onDrop={dropProduct.bind(null, slug)}
      />
    </WaterFrame>
  )
}
