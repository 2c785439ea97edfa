import { measuresHere } from '@/data/border/measures-here'
import { SALTS } from '@/core/chemistry/salts'
import { LABEL_FORM_NAMES } from '@/core/chemistry/nutrients'
import { dayOf } from '@/core/quantity/time'
import { PARAMETERS } from '@/core/quantity/units'
import { tankNow } from '@/core/history/tank-at'
import { netLitres } from '@/core/vessel/volume'
import { bandFor, bandUnsaid } from '@/core/water/facts/parameters'
import { evaporation } from '@/core/water/facts/sources'
import { localMoment } from '@/core/quantity/zone'
import { now } from '@/data/clock'
import { stampOf } from '@/data/stamp'
import { storyOr404 } from '@/data/tank'
import { CARE_PARTS } from '@/data/water-care'
import { dropProduct, keepBands, keepHabits, keepProduct, keepSource } from '../actions'
import { TankName } from '@/ui/frame/desk-frame'
import { DryVessel, WaterFrame } from '../frame'
import { WaterSettings } from './settings.client'

/** Waters and bottles: what the desk reckons with, to be looked at and changed. */
export async function WaterSettingsPage({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const at = now()
  const { vessel, layout, sources, populations } = tankNow(story, at)
  if (vessel.kind === 'terrarium') return <DryVessel slug={slug} name={vessel.name} />
  const unsaid = story.vessel.care.map((version) => ({
    ...version,
    is: { ...version.is, evaporationLitresPerDay: null },
  }))
  const loss = evaporation(
    { ...story, vessel: { ...story.vessel, care: unsaid } },
    dayOf(at),
    netLitres(vessel, layout),
  )
  return (
    <WaterFrame
      slug={slug}
      page="/kept"
      title={
        <>
          <TankName>{vessel.name}</TankName> drinks{' '}
          {sources.length === 0
            ? 'water nobody described yet'
            : sources.map((source) => source.name.toLowerCase()).join(' and ')}
          .
        </>
      }
    >
      <WaterSettings
        slug={slug}
        care={vessel.care}
        today={localMoment(at, vessel.timeZone).slice(0, 10)}
        evaporationReckoned={`${(await measuresHere()).sayEstimate(loss, 'L')} by ${loss.because}`}
        sources={sources}
        products={story.products}
        bands={PARAMETERS.map((parameter) => ({
          parameter,
          band: bandFor(vessel, parameter, populations),
          usual: bandUnsaid(vessel, parameter, populations),
        }))}
        litres={netLitres(vessel, layout)}
        forms={LABEL_FORM_NAMES}
        salts={SALTS.map((salt) => salt.formula)}
        stamps={{
          habits: stampOf(CARE_PARTS.habits(vessel.care)),
          bands: stampOf(CARE_PARTS.bands(vessel.care)),
          kits: stampOf(CARE_PARTS.kits(vessel.care)),
          of: Object.fromEntries(
            [...sources, ...story.products].map((one) => [one.id, stampOf(one)]),
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
