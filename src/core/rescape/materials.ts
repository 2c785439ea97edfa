import { plantingsAt, speciesOf } from '../history/lookup'
import type { MaterialCode, OptionKey } from '../history/plan-codes'
import { tankNow } from '../history/tank-at'
import type { Planting, PlanMaterial, TankHistory } from '../history/types'
import { isStem } from '../plants/groups'
import { carpetPots, denseStems, STEMS_A_POT } from '../plants/portions'
import { heightCourse, heightOn } from '../plants/height'
import { patchArea } from '../plants/place'
import { dayOf, type Instant } from '../quantity/time'
import { netLitres } from '../vessel/volume'
import { groundLitres } from '../vessel/ground-depth'
import { CM2_PER_TABLET } from '../water/dosing/dosing'
import type { Section } from './sections'

/** Spare soil to buy, share. Common practice: 10–15 %. */
const SPARE_SOIL = 0.125
/** Cutting length that is worth replanting, cm. Common practice. */
const CUTTING_CM = 10

/** What a plan of an option needs at hand for its sections: soil and tablets by the ground opened, plants by what their own tops do not give. `renewed`: the soil comes out with the plants. */
export function materialsFor(
  history: TankHistory,
  option: OptionKey,
  sections: readonly Section[],
  renewed: boolean,
  now: Instant,
): PlanMaterial[] {
  const { vessel, layout } = tankNow(history, now)
  if (option === 'trim')
    return [material('source water', Math.round(netLitres(vessel, layout) * HALF))]
  const full = option === 'full' || option === 'soil'
  const plantings = full
    ? plantingsAt(history, now)
    : [
        ...new Map(
          sections.flatMap(({ plantings: all }) => all).map((one) => [one.id, one]),
        ).values(),
      ]
  const whole = full && layout ? groundLitres(layout.ground, vessel) : 0
  const opened = option === 'partial' && renewed
  const soil = opened ? sections.reduce((sum, section) => sum + section.soilLitres, 0) : whole
  const area = plantings.reduce((sum, planting) => sum + patchArea(planting), 0)
  return [
    ...(soil > 0
      ? [material('active soil', Math.ceil(soil * (1 + SPARE_SOIL)), { from: soil })]
      : []),
    material('root tabs', Math.ceil(area / CM2_PER_TABLET), { each: CM2_PER_TABLET }),
    ...plantings.flatMap((planting) => portionsFor(history, planting, now)),
    material('floss', 1),
    material('tubs', full ? 3 : 2, {
      from: netLitres(vessel, layout) * (full ? HELD_WHOLE : HELD_SECTION),
    }),
    material('tests', testsFor(full, opened, sections.length)),
  ]
}
/** Tests for ammonia and nitrite: twice a week for three weeks after a reset, daily for a week after each section on fresh soil, else two a section. */
function testsFor(full: boolean, freshSoil: boolean, sections: number): number {
  if (full) return 14
  return (freshSoil ? 9 : 2) * sections
}
/** A hard trim ends with half of the water changed. Common practice. */
const HALF = 0.5
/** Tank water kept in tubs, as a share of the tank, with all plants out and with a section out. Common practice. */
const HELD_WHOLE = 0.5
const HELD_SECTION = 0.3

const material = (
  item: MaterialCode,
  amount: number,
  facts: Partial<Pick<PlanMaterial, 'plantingId' | 'from' | 'each'>> = {},
): PlanMaterial => ({
  item,
  amount,
  plantingId: null,
  from: null,
  each: null,
  text: null,
  ...facts,
})

/** Portions to buy for a planting: none where its own tops make enough cuttings. */
function portionsFor(history: TankHistory, planting: Planting, now: Instant): PlanMaterial[] {
  const { group, areaPerPortionCm2: each } = speciesOf(history, planting)
  const area = patchArea(planting)
  const plantingId = planting.id
  if (group === 'carpet')
    return [
      material('portions', carpetPots(area), {
        plantingId,
        from: area,
        each,
      }),
    ]
  if (!isStem(group)) return [material('divided', planting.stems, { plantingId })]
  const height = heightOn(heightCourse(history, planting, now), dayOf(now)).value
  const cuttings = Math.floor(planting.stems * Math.max(0, Math.floor(height / CUTTING_CM)))
  const needed = denseStems(area)
  const short = Math.max(0, needed - cuttings)
  const own = material('own cuttings', Math.min(cuttings, needed), { plantingId, from: needed })
  const bought = Math.ceil(short / STEMS_A_POT)
  return short === 0 ? [own] : [own, material('bought stems', bought, { plantingId, from: short })]
}
