import { OFF_PANE_CM, outletInWords } from '../layout/jet-way'
import { USUAL_ABOVE_CM } from '../vessel/beam'
import { groundDepth } from '../vessel/ground-depth'
import type {
  Equipment,
  EquipmentKind,
  EquipmentRecord,
  FlowSetting,
  GasSetting,
  LampSetting,
  PartOfThing,
  Placed,
  Spot,
} from '../history/equipment'
import { sameFact } from '../history/diff'
import { heldOn } from '../history/dated'
import { saidOf, type Since } from '../history/facts'
import type { Board, BoardFitting, Glass } from '../history/types'
import type { Tank } from '../history/tank-at'
import { dayOf, type Instant } from '../quantity/time'
import { toMm } from './to-mm'

/** The parts of each kind of thing that have a place, in the order they are offered. */
const PARTS_OF: Partial<Record<EquipmentKind, readonly PartOfThing[]>> = {
  filter: ['outlet', 'inlet', 'body'],
  pump: ['outlet', 'body', 'air stone'],
  heater: ['body'],
  gas: ['diffuser'],
  lamp: ['lamp'],
}

/** So far below the surface an outlet hangs at first, cm. */
const UNDER_CM = 4

export const fittingId = (equipmentId: string, part: PartOfThing): string =>
  `${equipmentId}.${part.replace(' ', '-')}`

/** A part of a thing that can be set on the board. */
export interface Placeable {
  equipmentId: string
  part: PartOfThing
  name: string
}

/** What a part is called: a heater is itself, of a filter the part is named. */
const nameOfPart = ({ name, kind }: Pick<Equipment, 'name' | 'kind'>, part: PartOfThing): string =>
  part === 'lamp' || kind === 'heater' ? name : `${name}: ${part === 'body' ? 'in the tank' : part}`

/** The parts of the equipment that runs, in its order. */
export const placeableIn = (equipment: readonly Equipment[]): Placeable[] =>
  equipment.flatMap((one) =>
    one.setting === null
      ? []
      : (PARTS_OF[one.kind] ?? []).map((part) => ({
          equipmentId: one.id,
          part,
          name: nameOfPart(one, part),
        })),
  )

type TankGlass = Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm' | 'waterlineCm'>

/** The parts whose place somebody drew or said, as they are drawn. */
export function fittingsOf({
  equipment,
  vessel,
}: Pick<Tank, 'equipment' | 'vessel'>): BoardFitting[] {
  return placeableIn(equipment).flatMap(({ equipmentId, part, name }) => {
    const thing = equipment.find(({ id }) => id === equipmentId)!
    const spot =
      part === 'lamp'
        ? lampSpot(thing.setting as LampSetting, vessel)
        : (thing.setting as Placed).spots?.[part]
    return spot ? [{ id: fittingId(equipmentId, part), equipmentId, part, name, ...spot }] : []
  })
}

/** A lamp is on the board once its place across the tank was said. */
function lampSpot(
  { xCm, zCm, aboveWaterCm, spreadDegrees, longCm }: LampSetting,
  glass: TankGlass,
): (Spot & Pick<BoardFitting, 'spread' | 'long'>) | null {
  if (xCm === null) return null
  return {
    ...(spreadDegrees ? { spread: spreadDegrees } : {}),
    ...(longCm ? { long: longCm } : {}),
    x: xCm,
    z: toMm(zCm ?? glass.depthCm / 2),
    y: toMm(glass.waterlineCm + (aboveWaterCm ?? USUAL_ABOVE_CM)),
  }
}

/** Where a part is set down first: by what was said of it in words, else where it usually hangs (common practice). The hand moves it on from there. */
export function firstFitting(
  { equipmentId, part, name }: Placeable,
  thing: Pick<Equipment, 'kind' | 'setting'>,
  board: Pick<Board, 'ground'>,
  glass: TankGlass,
): BoardFitting {
  const { x, z, y, ...turned } = firstSpot(part, thing, board, glass)
  const id = fittingId(equipmentId, part)
  return { id, equipmentId, part, name, x: toMm(x), z: toMm(z), y: toMm(y), ...turned }
}

function firstSpot(
  part: PartOfThing,
  thing: Pick<Equipment, 'kind' | 'setting'>,
  board: Pick<Board, 'ground'>,
  glass: TankGlass,
): Spot {
  const { lengthCm, depthCm, waterlineCm } = glass
  const back = depthCm - OFF_PANE_CM
  const along = { left: OFF_PANE_CM, middle: lengthCm / 2, right: lengthCm - OFF_PANE_CM }
  const setting = thing.setting as Partial<FlowSetting & GasSetting & LampSetting> | null
  const said = (at: FlowSetting['outletAt'] | undefined, other: number) =>
    at === undefined || at === 'not said' ? other : along[at]
  const ground = (x: number, z: number) => groundDepth(board.ground, depthCm, x, z)
  const spots: Record<PartOfThing, () => Spot> = {
    outlet: () => {
      const { at, toward } = outletInWords(
        {
          outletAt:
            setting?.outletAt && setting.outletAt !== 'not said' ? setting.outletAt : 'left',
          aimedAt: setting?.aimedAt ?? 'not said',
        },
        glass,
      )!
      return { x: at[0], z: at[1], y: waterlineCm - UNDER_CM, toward }
    },
    inlet: () => {
      const x = said(setting?.outletAt, along.left)
      return { x, z: back, y: ground(x, back) + 2 * OFF_PANE_CM }
    },
    body: () => ({
      x: (thing.kind === 'heater' ? 0.75 : 0.25) * lengthCm,
      z: back,
      y: waterlineCm / 2,
    }),
    diffuser: () => {
      const x = said(setting?.diffuserAt, along.left)
      return { x, z: depthCm / 2, y: ground(x, depthCm / 2) + 2 }
    },
    'air stone': () => ({
      x: along.right,
      z: depthCm / 2,
      y: ground(along.right, depthCm / 2) + 1,
    }),
    lamp: () => ({
      x: setting?.xCm ?? lengthCm / 2,
      z: setting?.zCm ?? depthCm / 2,
      y: waterlineCm + (setting?.aboveWaterCm ?? USUAL_ABOVE_CM),
    }),
  }
  return spots[part]()
}

/** The equipment of a story with its parts where a board has them: since a moment, or all along (null). What is off, and what the board leaves as it is, stays untouched. */
export function withFittings(
  records: readonly EquipmentRecord[],
  fittings: readonly BoardFitting[],
  glass: TankGlass,
  { since, now }: { since: Since; now: Instant },
): EquipmentRecord[] {
  const today = dayOf(now)
  return records.map((record) => {
    const parts = PARTS_OF[record.kind]
    const [first] = record.settings
    if (!parts || !first || dayOf(first.from) > today) return record
    const setting = heldOn(record.settings as never, today) as Equipment['setting']
    if (setting === null) return record
    const own = fittings.filter(({ equipmentId }) => equipmentId === record.id)
    const said =
      record.kind === 'lamp'
        ? lampAt(setting as LampSetting, own[0], glass)
        : placed(setting as Placed, own, glass)
    if (sameFact(said, setting)) return record
    return {
      ...record,
      settings: saidOf(record.settings as never, said as never, since, today),
    } as EquipmentRecord
  })
}

/** Only what the hand altered is said: a height nobody gave stays not given. */
function lampAt(
  setting: LampSetting,
  fitting: BoardFitting | undefined,
  glass: TankGlass,
): LampSetting {
  if (!fitting) {
    const { zCm: _zCm, ...rest } = setting
    return { ...rest, xCm: null }
  }
  const drawn = lampSpot({ ...setting, xCm: fitting.x }, glass)!
  const { spread, long } = fitting
  return {
    ...setting,
    ...(spread === drawn.spread ? {} : { spreadDegrees: spread ?? null }),
    ...(long === drawn.long ? {} : { longCm: long ?? null }),
    xCm: fitting.x,
    ...(fitting.z === toMm(drawn.z) ? {} : { zCm: fitting.z }),
    aboveWaterCm:
      fitting.y === toMm(drawn.y)
        ? setting.aboveWaterCm
        : toMm(Math.max(0, fitting.y - glass.waterlineCm)),
  }
}

function placed(setting: Placed, own: readonly BoardFitting[], glass: TankGlass): Placed {
  const { spots: _spots, ...rest } = setting
  if (own.length === 0) return rest
  const spots = Object.fromEntries(
    own.map(({ part, x, z, y, toward }) => [
      part,
      { x, z, y, ...(toward === undefined ? {} : { toward }) },
    ]),
  ) as Placed['spots']
  return { ...rest, ...inWords(rest, spots, glass), spots }
}

/** What a form says in words of the places that are drawn, so that both say the same. */
function inWords(setting: object, spots: Placed['spots'], glass: TankGlass): object {
  const third = ({ x }: Spot) => {
    if (x < glass.lengthCm / 3) return 'left'
    return x > (2 * glass.lengthCm) / 3 ? 'right' : 'middle'
  }
  if ('diffuserAt' in setting && spots?.diffuser) return { diffuserAt: third(spots.diffuser) }
  if (!('outletAt' in setting) || !spots?.outlet) return {}
  const { outlet } = spots
  const { aimedAt } = setting as FlowSetting
  const level = Math.abs(Math.cos(((outlet.toward ?? 0) * Math.PI) / 180)) > Math.SQRT1_2
  const side = outlet.z < glass.depthCm / 2 ? 'along the front' : 'along the back'
  const upDown = aimedAt === 'at the surface' || aimedAt === 'at the ground'
  return { outletAt: third(outlet), aimedAt: upDown || !level ? aimedAt : side }
}

/** A setting a form said anew, with the places that still hold: one whose words were changed is drawn again. */
export function placesKept(before: Equipment['setting'], after: object): object {
  const held = (before ?? {}) as Placed & Partial<FlowSetting & GasSetting & LampSetting>
  const said = after as typeof held
  const depth = held.zCm !== undefined && said.xCm != null ? { zCm: held.zCm } : {}
  const { outlet, diffuser, ...others } = held.spots ?? {}
  const spots = {
    ...others,
    ...(outlet && said.outletAt === held.outletAt && said.aimedAt === held.aimedAt
      ? { outlet }
      : {}),
    ...(diffuser && said.diffuserAt === held.diffuserAt ? { diffuser } : {}),
  }
  return { ...after, ...depth, ...(Object.keys(spots).length > 0 ? { spots } : {}) }
}
