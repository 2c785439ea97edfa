import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { seededRandom } from '@/core/quantity/random'
import { instantOf } from '@/core/quantity/time'
import { lodge } from '@/data/demo/lodge'
import { importStory } from '@/data/import-tank'
import type { Database } from '@/data/db'

const YEARS = 5

/** The reference load: `vessels` tanks with the layout of Tarn, five years and `entries` lines in all, made up from a seed. */
export function oldRoom(now: string, vessels: number, entries: number): TankHistory[] {
  const [tarn] = lodge(now)
  return Array.from({ length: vessels }, (_, i) =>
    oldTank(tarn, i, Math.floor(entries / vessels), Date.parse(now) / 86_400_000),
  )
}

/** Writes stories, or says which could not be. */
export async function writeAll(db: Database, stories: readonly TankHistory[]): Promise<void> {
  for (const story of stories) {
    const result = await importStory(db, story)
    if (!result.ok) throw new Error(`${story.vessel.name}: ${result.problem}`)
  }
}

function oldTank(model: TankHistory, index: number, lines: number, today: number): TankHistory {
  const prefix = (id: string) => `o${index}-${id}`
  const random = seededRandom(900 + index)
  const first = today - YEARS * 365
  const plantings = model.plantings.map((planting) => ({
    ...planting,
    id: prefix(planting.id),
    stands: planting.stands.map(({ is, ...version }) => ({
      ...version,
      from: instantOf(first),
      is: is && {
        ...is,
        layoutId: prefix(is.layoutId),
        perch: is.perch && { ...is.perch, hardscapeId: prefix(is.perch.hardscapeId) },
      },
    })),
  }))
  const rows: Entry[] = []
  let nitrate = 15
  const step = (YEARS * 365) / lines
  for (let k = 0; k < lines; k++) {
    const at = instantOf(first + k * step)
    const base = {
      id: prefix(`e${String(k).padStart(6, '0')}`),
      at,
      certainty: 'measured' as const,
      by: 'keeper' as const,
      note: null,
      expected: null,
    }
    const lot = random()
    nitrate += step * 1.1
    const planting = plantings[Math.floor(random() * plantings.length)]
    if (lot < 0.025) {
      nitrate = nitrate * 0.6 + 0.4
      rows.push({
        ...base,
        kind: 'water-change',
        fraction: 0.4,
        litres: 75,
        sourceId: prefix('tarn-spring'),
      })
    } else if (lot < 0.08)
      rows.push({
        ...base,
        kind: 'reading',
        parameter: 'nitrate',
        value: Math.max(0, nitrate + (random() - 0.5) * 4),
        method: 'photometer',
        entered: { value: nitrate, unit: 'mg/L' },
      })
    else if (lot < 0.3)
      rows.push({
        ...base,
        kind: 'reading',
        parameter: 'temperature',
        value: 23 + random() * 2,
        method: 'probe',
        entered: { value: 24, unit: '°C' },
      })
    else if (lot < 0.34)
      rows.push({ ...base, kind: 'trim', plantingId: planting.id, fromCm: 30, toCm: 12 })
    else if (lot < 0.75)
      rows.push({
        ...base,
        kind: 'measure',
        plantingId: planting.id,
        measure: 'height',
        value: 12 + 18 * random(),
      })
    else if (lot < 0.85) rows.push({ ...base, kind: 'feed', grams: 1 + random(), food: 'flakes' })
    else
      rows.push({
        ...base,
        kind: 'dose',
        product: 'weekly bottle',
        productId: prefix('tarn-weekly'),
        amount: 10,
        unit: 'mL',
      })
  }
  return {
    ...model,
    entries: rows,
    plantings,
    plans: [],
    drafts: [],
    vessel: {
      ...model.vessel,
      id: prefix('tank'),
      slug: `old-${index}`,
      name: `Old ${index + 1}`,
      order: index + 1,
      startedAt: instantOf(first),
    },
    layouts: model.layouts.map((layout) => ({
      ...layout,
      id: prefix(layout.id),
      from: instantOf(first),
    })),
    pieces: model.pieces.map((piece) => ({
      ...piece,
      id: prefix(piece.id),
      stands: piece.stands.map(({ is, ...version }) => ({
        ...version,
        is: is && { ...is, layoutId: prefix(is.layoutId) },
      })),
    })),
    equipment: model.equipment.map((thing) => ({
      ...thing,
      id: prefix(thing.id),
      servesId: thing.servesId && prefix(thing.servesId),
    })),
    populations: [],
    products: model.products.map((product) => ({ ...product, id: prefix(product.id) })),
    sources: model.sources.map((source) => ({ ...source, id: prefix(source.id) })),
    routines: model.routines.map((routine) => ({
      ...routine,
      id: prefix(routine.id),
      equipmentId: routine.equipmentId && prefix(routine.equipmentId),
    })),
  }
}
