import { USUAL_LAMP } from '@/core/history/equipment'

type Raw = Record<string, unknown>
const isObject = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const objects = (list: unknown): Raw[] => (Array.isArray(list) ? list.filter(isObject) : [])
const each = (list: unknown, change: (item: Raw) => Raw): unknown =>
  Array.isArray(list) ? list.map((item) => (isObject(item) ? change(item) : item)) : list
const version = (from: unknown, is: unknown) => ({ from, is, temporary: null })
const text = (value: unknown) => (typeof value === 'string' ? value : '')

/**
 * A tank file of version 2 as one of version 3: what stood as of now stands with dates. Measures, care, ground, waters get the day from
 * which they are known; lamp and gas become things; a piece taken out, once kept in a past layout of its own, lies in the layout it lay
 * in until that day; a laid layout ends at the latest where the next begins. What is damaged is passed on as it is, for the schema to
 * name. The migration of the database (`drizzle/0004_dated.sql` and `0005_words.sql`) does the same; a test holds the two against each other.
 */
export function upgradeFromVersion2(raw: Raw): Raw {
  const vessel = isObject(raw.vessel) ? raw.vessel : {}
  const began = vessel.startedAt
  const takenOut = takenOutOf(raw)
  return {
    ...raw,
    vessel: isObject(raw.vessel) ? datedVessel(raw.vessel) : raw.vessel,
    layouts: Array.isArray(raw.layouts)
      ? raw.layouts
          .filter((layout) => !isObject(layout) || !takenOut.has(layout))
          .map((layout) => (isObject(layout) ? datedLayout(layout, objects(raw.layouts)) : layout))
      : raw.layouts,
    pieces: piecesOf(objects(raw.layouts), takenOut),
    plantings: each(raw.plantings, datedPlanting),
    equipment: [...lampOf(vessel), ...gasOf(vessel)],
    populations: each(raw.populations, (population) => ({
      ...population,
      until: null,
      temporary: null,
      needs: {},
    })),
    sources: each(raw.sources, ({ id, name, kind, ...analysis }) => ({
      id,
      name,
      kind,
      analyses: [version(began, analysis)],
    })),
    routines: each(raw.routines, (routine) => ({
      ...routine,
      says: isNamedByVivero(routine) ? null : routine.says,
      until: null,
      equipmentId: null,
    })),
    plans: each(raw.plans, (plan) => ({
      ...plan,
      steps: each(plan.steps, (step) => ({ ...step, acts: [] })),
    })),
    entries: each(raw.entries, datedEntry),
  }
}

/** A routine that Vivero had named is called by what it does. */
const isNamedByVivero = ({ kind, says }: Raw) =>
  (kind === 'round' && says === 'Walk the round') ||
  (kind === 'water-change' && typeof says === 'string' && /^Water change, \d+ %$/.test(says))

function datedVessel({
  lengthCm,
  depthCm,
  heightCm,
  waterlineCm,
  glassMm,
  care,
  evaporationLitresPerDay,
  lamp: _lamp,
  gas: _gas,
  ...identity
}: Raw): Raw {
  const began = identity.startedAt
  return {
    ...identity,
    glass: [version(began, { lengthCm, depthCm, heightCm, waterlineCm, glassMm })],
    care: [
      version(began, isObject(care) ? { ...care, evaporationLitresPerDay, feeding: null } : care),
    ],
  }
}

/** So much of a long id is kept, that one made of it is not too long. */
const OWN_ID = 70
const idUnder = (vessel: Raw, name: string) => `${text(vessel.id).slice(0, OWN_ID)}.${name}`

function lampOf(vessel: Raw): Raw[] {
  if (vessel.lamp === undefined) return []
  const setting = isObject(vessel.lamp) ? { ...USUAL_LAMP, ...vessel.lamp } : vessel.lamp
  return [thing(idUnder(vessel, 'lamp'), 'lamp', 'Lamp', version(vessel.startedAt, setting))]
}

function gasOf(vessel: Raw): Raw[] {
  if (vessel.gas === undefined || vessel.gas === null) return []
  const setting = isObject(vessel.gas)
    ? { bubblesPerSecond: null, diffuserAt: 'not said', ...vessel.gas }
    : vessel.gas
  return [thing(idUnder(vessel, 'gas'), 'gas', 'Gas', version(vessel.startedAt, setting))]
}

const thing = (id: string, kind: string, name: string, setting: object): Raw => ({
  id,
  kind,
  name,
  servesId: null,
  settings: [setting],
  endedAt: null,
})

/** Past layouts that were made to hold one piece taken out, each with the layout the piece lay in. */
function takenOutOf(raw: Raw): Map<Raw, Raw> {
  const layouts = objects(raw.layouts)
  const current = layouts
    .filter(({ state }) => state === 'current')
    .sort((a, b) => (text(a.from) < text(b.from) ? 1 : -1))[0]
  if (!current) return new Map()
  const planted = new Set(objects(raw.plantings).map(({ layoutId }) => layoutId))
  return new Map(
    layouts
      .filter(
        ({ id, state, name, to, hardscape }) =>
          state === 'past' &&
          text(name).startsWith('Taken out: ') &&
          typeof to === 'string' &&
          objects(hardscape).length === 1 &&
          !planted.has(id),
      )
      .map((layout) => [layout, current]),
  )
}

/** Where each piece lay, from the layouts it was drawn in. */
function piecesOf(layouts: readonly Raw[], takenOut: ReadonlyMap<Raw, Raw>): Raw[] {
  const laid = new Set(
    layouts
      .filter(({ state }) => state !== 'draft')
      .flatMap(({ hardscape }) => objects(hardscape).map(({ id }) => id)),
  )
  const found = new Map<unknown, { piece: Raw; from: unknown; spots: Raw[] }>()
  for (const layout of [...layouts].sort((a, b) => (text(a.from) < text(b.from) ? -1 : 1)))
    for (const piece of objects(layout.hardscape)) {
      // A draft that draws a piece that lies in the tank is another drawing: its piece has an id of its own.
      const id =
        layout.state === 'draft' && laid.has(piece.id)
          ? `${text(piece.id).slice(0, 39)}.${text(layout.id).slice(0, 40)}`
          : piece.id
      const home = takenOut.get(layout)
      const { outline, footprint } = piece
      const lay = version(layout.from, { layoutId: (home ?? layout).id, outline, footprint })
      const spots = home ? [lay, version(notBefore(layout.to, layout.from), null)] : [lay]
      const before = found.get(id)
      found.set(id, {
        piece: { ...piece, id },
        from: layout.from,
        spots: inTime([...(before?.spots ?? []), ...spots]),
      })
    }
  return [...found.values()]
    .map(({ piece: { id, label, material, focal }, spots }) => ({
      id,
      label,
      material,
      focal,
      stands: spots,
    }))
    .sort((a, b) => (text(a.id) < text(b.id) ? -1 : 1))
}

/** In time order, of two of one moment the one that lay there; text compares as time, since all are written alike. */
function inTime(spots: readonly Raw[]): Raw[] {
  const sorted = [...spots].sort((a, b) => {
    if (a.from === b.from) return a.is === null ? 1 : -1
    return text(a.from) < text(b.from) ? -1 : 1
  })
  return sorted.filter((spot, i) => i === 0 || spot.from !== sorted[i - 1].from)
}

/** The end of a span, a moment after its beginning at least. */
function notBefore(to: unknown, from: unknown): unknown {
  const [end, begin] = [Date.parse(text(to)), Date.parse(text(from))]
  return Number.isNaN(begin) || end > begin ? to : new Date(begin + 1).toISOString()
}

function datedLayout(
  { hardscape: _hardscape, state, ground, ...layout }: Raw,
  layouts: readonly Raw[],
): Raw {
  return {
    ...layout,
    draft: state === 'draft',
    to: endOf({ ...layout, state }, layouts),
    ground: [version(layout.from, ground)],
  }
}

/** Two laid layouts never lay in the tank at once: the former ends at the latest where the next begins. */
function endOf({ state, from, to }: Raw, layouts: readonly Raw[]): unknown {
  if (state === 'draft') return to
  if (state === 'current') return null
  if (layouts.some((other) => other.state === 'current' && text(other.from) <= text(from)))
    return from
  const next = layouts
    .filter((other) => other.state !== 'draft' && text(other.from) > text(from))
    .map((other) => text(other.from))
    .sort()[0]
  if (next === undefined) return to
  return typeof to === 'string' && to < next ? to : next
}

function datedPlanting({
  layoutId,
  speciesId,
  zone,
  patch,
  stems,
  perch,
  plantedAt,
  removedAt,
  ...identity
}: Raw): Raw {
  return {
    ...identity,
    kinds: [{ speciesId, share: 1, sure: 'sure' }],
    origin: 'not said',
    parentIds: [],
    stands: [version(plantedAt, { layoutId, zone, patch, stems, perch })],
    ended:
      removedAt === null || removedAt === undefined ? null : { at: removedAt, became: 'not said' },
  }
}

function datedEntry(entry: Raw): Raw {
  if (entry.kind === 'equipment' || entry.kind === 'clean') return { ...entry, equipmentId: null }
  if (entry.kind !== 'stock') return entry
  return {
    ...entry,
    event: entry.event === 'moved' ? 'moved out' : entry.event,
    otherVesselId: null,
  }
}
