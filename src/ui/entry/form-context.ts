import { SALTS } from '@/core/chemistry/salts'
import { placeName } from '@/core/history/describe'
import { usualSource } from '@/core/history/lookup'
import { layoutOn, tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { doseUnitOf, saltAsProduct } from '@/core/water/dosing/products'

/** What the form's choices are made of. */
export function formContext(story: TankHistory, now: Instant) {
  const layout = layoutOn(story, dayOf(now))
  // What was pulled out may still be written of, for a day on which it stood.
  const plantings = story.plantings
    .filter(({ stands }) => stands.some(({ is }) => is !== null && is.layoutId === layout?.id))
    .map((planting) => ({ id: planting.id, says: `${planting.stake} ${planting.name}` }))
  const places = [
    ...(['glass', 'surface', 'ground', 'equipment', 'tank'] as const).map((of) => ({
      id: of as string,
      says: placeName({ of }, story),
    })),
    ...plantings.map((planting) => ({ id: `planting:${planting.id}`, says: planting.says })),
    ...(layout?.hardscape ?? []).map((piece) => ({
      id: `hardscape:${piece.id}`,
      says: piece.label,
    })),
  ]
  return {
    plantings,
    places,
    populations: story.populations.map(({ id, name }) => ({ id, says: name })),
    sources: story.sources.map(({ id, name }) => ({ id, says: name })),
    kits: tankNow(story, now).vessel.care.kits ?? [],
    usualSource: usualSource(story, now)?.id ?? '',
    equipment: tankNow(story, now).equipment.map(({ id, name }) => ({ id, says: name })),
    products: [...story.products, ...SALTS.map((salt) => saltAsProduct(salt.id))].map(
      (product) => ({ id: product.id, says: product.name, unit: doseUnitOf(product) }),
    ),
  }
}
export type FormContext = ReturnType<typeof formContext>
