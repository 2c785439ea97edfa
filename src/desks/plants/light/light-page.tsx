import { Box, Flex } from '@chakra-ui/react'
import { LIGHT_DAYS } from '@/core/gardening/light/light-ahead'
import {
  sayDarkCorner,
  sayDemand,
  sayLampPlace,
  sayLight,
  sayThinning,
} from '@/core/gardening/light/light.words'
import { sayNumber } from '@/core/quantity/say'
import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { Section, TankName } from '@/ui/frame/desk-frame'
import { DoLink } from '../do-link'
import { PlantsFrame } from '../pages'
import { LightDrawing } from './light-drawing'
import { lightMaps, lightModel, type LightModel } from './light-model'
import { LightTable } from './light-table'

const NAMES = ['today', 'in 2 weeks', 'in 4 weeks', 'in 8 weeks'] as const

/** Light: what reaches every planting now and to come, who takes it, and what could be done about it. */
export async function LightPage({
  slug,
  days,
}: {
  slug: string
  days: string | string[] | undefined
}) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const model = lightModel(story, now())
  const ahead = LIGHT_DAYS.find((one) => String(one) === [days].flat()[0]) ?? 0
  const { onWater, plantings } = model.ahead
  return (
    <PlantsFrame
      slug={slug}
      page="/light"
      title={
        <>
          <TankName>{story.vessel.name}</TankName> {sayLight(model.ahead)}
        </>
      }
      aside={
        onWater.par > 0
          ? `${sayNumber(onWater.par, 10)} µmol on the water for ${sayNumber(onWater.hours)} h: ${sayNumber(onWater.dli, 0.5)} mol a day`
          : null
      }
    >
      <Flex gap={8} direction={{ base: 'column', lg: 'row' }} align="flex-start">
        <Box flex={1} minW={0} w="100%">
          <Flex as="nav" aria-label="Day of the drawing" gap={4} fontSize="sm" mb={1}>
            {LIGHT_DAYS.map((one, i) =>
              one === ahead ? (
                <b key={one}>{NAMES[i]}</b>
              ) : (
                <DoLink key={one} href={`/tanks/${slug}/plants/light?in=${one}`}>
                  {NAMES[i]}
                </DoLink>
              ),
            )}
          </Flex>
          <LightDrawing maps={lightMaps(story, now(), ahead)} />
        </Box>
        <Box flex={1} minW={0} w="100%">
          <Said slug={slug} model={model} measures={measures} />
        </Box>
      </Flex>
      {plantings.length > 0 ? (
        <Section title="Planting by planting">
          <LightTable plantings={plantings} />
        </Section>
      ) : null}
    </PlantsFrame>
  )
}

function Said({
  slug,
  model: { demand, thinnings, corner, lamp },
  measures,
}: {
  slug: string
  model: LightModel
  measures: Awaited<ReturnType<typeof measuresHere>>
}) {
  return (
    <>
      <Section title="Who needs the lamp so strong">
        {demand ? sayDemand(demand) : 'No planting is lit here by a lamp on paper.'}
      </Section>
      {lamp ? (
        <Section title="The lamp over the reds">{sayLampPlace(lamp, measures)}</Section>
      ) : null}
      <Section title="Floaters">
        {thinnings.length === 0
          ? 'No floater takes light that something below must have.'
          : thinnings.map((one) => <Box key={one.floaters.id}>{sayThinning(one)}</Box>)}
      </Section>
      <Section title="Dark corners">
        {corner ? (
          <>
            {sayDarkCorner(corner, measures)}{' '}
            <DoLink
              href={`/tanks/${slug}/plants/here?x=${measures.typed(corner.x, 'cm')}&z=${measures.typed(corner.z, 'cm')}`}
            >
              What could stand there?
            </DoLink>
          </>
        ) : (
          'No open ground is darker than the rest.'
        )}
      </Section>
    </>
  )
}
