import { currentLayout, headCount, plantingsAt, speciesOf } from '@/core/history/lookup'
import { PLANT_GROUPS, type Planting, type Species, type TankHistory } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { kinName } from '@/core/plants/kin'
import { dayOf, type Instant } from '@/core/quantity/time'
import { glassStands, holdsOneTakenOut } from '@/data/corrections'
import { stampOf } from '@/data/stamp'
import { localMoment, sayDay } from '@/ui/when'
import { ANOTHER } from './form-groups'
import type { CorrectionsModel } from './corrections.client'

/** What was pulled out can be put back from this page for so many days. */
const REMEMBERED_DAYS = 60

/** Everything that stands on paper, as lines and as the fields of their forms. */
export function correctionsModel(
  story: TankHistory,
  now: Instant,
  species: readonly Species[] = [],
): CorrectionsModel {
  const { vessel } = story
  const zone = vessel.timeZone
  const layout = currentLayout(story)
  const pieces = layout?.hardscape ?? []
  const named = new Set(pieces.map((piece) => piece.id))
  const span = (values: readonly number[]) =>
    `${Number(Math.min(...values).toFixed(1))}–${Number(Math.max(...values).toFixed(1))}`
  const known: Species[] = [...story.species, ...species, ...Object.values(CATALOGUE)]
    .filter((species, i, all) => all.findIndex((other) => other.id === species.id) === i)
    .sort((a, b) => a.name.localeCompare(b.name))
  return {
    slug: vessel.slug,
    glassStamp: stampOf(glassStands(vessel)),
    today: localMoment(now, zone).slice(0, 10),
    glass: {
      name: vessel.name,
      kind: vessel.kind,
      startedOn: localMoment(vessel.startedAt, zone).slice(0, 10),
      altitudeM: String(vessel.altitudeM),
      timeZone: zone,
      lengthCm: String(vessel.lengthCm),
      depthCm: String(vessel.depthCm),
      heightCm: String(vessel.heightCm),
      waterlineCm: String(vessel.waterlineCm),
      lampOn: vessel.lamp.onAt,
      lampHours: String(vessel.lamp.hours),
      parAtSurface: String(vessel.lamp.parAtSurface),
      gasOn: vessel.gas?.onAt ?? '',
      gasOff: vessel.gas?.offAt ?? '',
      standsAt: vessel.standsAt,
    },
    glassSays: `${vessel.lengthCm} × ${vessel.depthCm} × ${vessel.heightCm} cm, lamp ${vessel.lamp.onAt} for ${vessel.lamp.hours} h at ${vessel.lamp.parAtSurface} µmol, ${vessel.gas ? `gas ${vessel.gas.onAt}–${vessel.gas.offAt}` : 'no gas'}`,
    plantings: plantingsAt(story, now).map((planting) => ({
      id: planting.id,
      stamp: stampOf(planting),
      stake: planting.stake,
      name: planting.name,
      says: `${speciesOf(story, planting).name}, ${planting.zone}, since ${sayDay(planting.plantedAt, zone, now)}`,
      fields: fieldsOf(planting, zone),
    })),
    pulled: story.plantings
      .filter(
        (planting) =>
          planting.layoutId === layout?.id &&
          planting.removedAt !== null &&
          dayOf(now) - dayOf(planting.removedAt) < REMEMBERED_DAYS,
      )
      .map((planting) => ({
        id: planting.id,
        stake: planting.stake,
        name: planting.name,
        says: `pulled out ${sayDay(planting.removedAt!, zone, now)}`,
      })),
    pieces: pieces.map(({ id, label, material, outline, focal }) => ({
      id,
      label,
      says: `${material}${focal ? ', the main piece' : ''}, ${span(outline.map((point) => point[0]))} cm from the left, up to ${Number(Math.max(...outline.map((point) => point[1])).toFixed(1))} cm`,
    })),
    takenOut: story.layouts
      .filter((one) => holdsOneTakenOut(one, story) && !named.has(one.hardscape[0].id))
      .map((one) => ({ id: one.hardscape[0].id, label: one.hardscape[0].label })),
    animals: story.populations.map((population) => {
      const { count, plusMinus } = headCount(story, population)
      return {
        id: population.id,
        name: population.name,
        says: `${count}${plusMinus > 0 ? ` ± ${plusMinus}` : ''}, ${population.kind}, ${population.adultLengthCm} cm grown, since ${sayDay(population.since, zone, now)}`,
      }
    }),
    species: [
      ...known.map(({ id, name, group }) => ({ id, says: `${name} (${kinName(group)})` })),
      ...PLANT_GROUPS.map((group) => ({
        id: `${ANOTHER}${group}`,
        says: `another ${kinName(group)} …`,
      })),
    ],
  }
}

function fieldsOf(
  { name, zone, stems, plantedAt, patch, perch }: Planting,
  timeZone: string,
): Record<string, string> {
  const [xs, zs] = [patch.map((point) => point[0]), patch.map((point) => point[1])]
  return {
    name,
    zone,
    stems: String(stems),
    plantedOn: localMoment(plantedAt, timeZone).slice(0, 10),
    left: String(Math.min(...xs)),
    right: String(Math.max(...xs)),
    front: String(Math.min(...zs)),
    back: String(Math.max(...zs)),
    grownOn: perch?.hardscapeId ?? '',
    grownAtCm: perch ? String(perch.heightCm) : '',
  }
}
