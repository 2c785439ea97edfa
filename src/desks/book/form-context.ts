import { SALTS } from '@/core/chemistry/salts'
import { placeName } from '@/core/history/describe'
import { currentLayout, usualSource } from '@/core/history/lookup'
import type { TankHistory } from '@/core/history/types'
import { doseUnitOf, saltAsProduct } from '@/core/water/products'

/** What the form's choices are made of. */
export function formContext(story: TankHistory) {
  const layout = currentLayout(story)
  const plantings = story.plantings
    .filter((planting) => planting.layoutId === layout?.id)
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
    animals: story.populations.map(({ id, name }) => ({ id, says: name })),
    sources: story.sources.map(({ id, name }) => ({ id, says: name })),
    usualSource: usualSource(story)?.id ?? '',
    products: [...story.products, ...SALTS.map((salt) => saltAsProduct(salt.id))].map(
      (product) => ({ id: product.id, says: product.name, unit: doseUnitOf(product) }),
    ),
  }
}
export type FormContext = ReturnType<typeof formContext>
