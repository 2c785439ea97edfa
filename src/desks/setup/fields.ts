import { mixed, object, string } from 'yup'
import type { VesselFacts } from '@/core/history/vessel-changes'
import { VESSEL_KINDS, ZONES, type TankHistory, type Vessel, type Zone } from '@/core/history/types'
import type { EntryProblem } from '@/core/history/problem'
import { amount, SAY, words } from '@/data/border/entry-schema'
import { clock, timeZone } from '@/data/border/story-schema'
import { now } from '@/data/clock'
import { instantIn, localMoment, NO_SUCH_DAY } from '@/ui/when'

/** A day named without its hour: at the hour given, or now when that hour of today is still to come. Empty for a day that is none. */
export function hourOf(zone: string, date: string, hour: string): string {
  const present = now()
  const at = instantIn(zone, `${date}T${hour}`, present)
  return at > present && localMoment(present, zone).slice(0, 10) === date ? present : at
}

export const size = (what: string, max: number) =>
  amount(what)
    .moreThan(0, SAY.positive(what))
    .max(max, `${what} is more than Vivero reckons with (${max}).`)
    .required(SAY.missing(what))
export const day = (what: string) =>
  string()
    .required(SAY.missing(what))
    .matches(/^\d{4}-\d{2}-\d{2}$/, `${what} must be a date.`)
const edge = (what: string) =>
  amount(what).min(0, `${what} cannot be outside the glass.`).required(SAY.missing(what))
const maybeClock = (what: string) =>
  string()
    .trim()
    .default('')
    .test(
      'clock',
      `${what} must be a time of day like 09:30, or empty.`,
      (text) => text === '' || clock(what).isValidSync(text),
    )

/** What is asked of the glass, the lamp and the gas, for a new tank and when an old one is put right. */
export const GLASS = {
  name: words('The name', 60).required(SAY.missing('The name')),
  kind: mixed<Vessel['kind']>()
    .oneOf([...VESSEL_KINDS], 'This is not a kind of vessel Vivero knows.')
    .required(),
  lengthCm: size('The length', 1000),
  depthCm: size('The depth', 500),
  heightCm: size('The height', 400),
  waterlineCm: amount('The water line')
    .min(0, 'The water line cannot be below the bottom.')
    .required(SAY.missing('The water line')),
  altitudeM: amount('The altitude')
    .min(-430, 'The altitude is below any shore.')
    .max(6000, 'The altitude is above any house.')
    .required(SAY.missing('The altitude')),
  timeZone,
  lampOn: clock('Lamp on'),
  lampHours: amount('The lamp’s hours')
    .min(0, 'The lamp cannot burn less than not at all.')
    .max(24, 'A day has 24 hours.')
    .required(SAY.missing('The lamp’s hours')),
  parAtSurface: amount('The light')
    .min(0, 'Light cannot be below zero.')
    .max(3000, 'That is more than the sun gives.')
    .required(SAY.missing('The light')),
  gasOn: maybeClock('Gas on'),
  gasOff: maybeClock('Gas off'),
}
export const glassSchema = object({
  ...GLASS,
  startedOn: day('The first day'),
  standsAt: words('The place', 200).default(''),
}).noUnknown()
type Glass = Omit<ReturnType<typeof glassSchema.validateSync>, 'standsAt' | 'startedOn'>

/** The facts of a vessel from its form. */
export const factsOf = (form: Glass & { standsAt?: string }): VesselFacts => ({
  name: form.name,
  kind: form.kind,
  lengthCm: form.lengthCm,
  depthCm: form.depthCm,
  heightCm: form.heightCm,
  waterlineCm: form.waterlineCm,
  altitudeM: form.altitudeM,
  timeZone: form.timeZone,
  standsAt: form.standsAt ?? '',
  lamp: { onAt: form.lampOn, hours: form.lampHours, parAtSurface: form.parAtSurface },
  gas: form.gasOn && form.gasOff ? { onAt: form.gasOn, offAt: form.gasOff } : null,
})

/** What no field shows alone: water above the rim, gas that never ends. */
export function glassProblems(form: Glass): EntryProblem[] {
  return [
    ...(form.waterlineCm > form.heightCm
      ? [{ field: 'waterlineCm', says: 'The water line cannot stand above the rim.' }]
      : []),
    ...(form.gasOn && !form.gasOff ? [{ field: 'gasOff', says: 'When does the gas go off?' }] : []),
    ...(form.gasOff && !form.gasOn ? [{ field: 'gasOn', says: 'When does the gas come on?' }] : []),
  ]
}

/** Where a thing stands in the plan. */
export const BOX = {
  left: edge('The left edge'),
  right: amount('The right edge').required(SAY.missing('The right edge')),
  front: edge('The front edge'),
  back: amount('The back edge').required(SAY.missing('The back edge')),
}

/** Edges the wrong way round, or outside the glass. */
export function boxProblems(
  box: { left: number; right: number; front: number; back: number },
  vessel: Vessel,
): EntryProblem[] {
  return [
    ...(box.right <= box.left
      ? [{ field: 'right', says: 'The right edge must lie right of the left one.' }]
      : []),
    ...(box.right > vessel.lengthCm
      ? [{ field: 'right', says: `The tank is ${vessel.lengthCm} cm long.` }]
      : []),
    ...(box.back <= box.front
      ? [{ field: 'back', says: 'The back edge must lie behind the front one.' }]
      : []),
    ...(box.back > vessel.depthCm
      ? [{ field: 'back', says: `The tank is ${vessel.depthCm} cm deep.` }]
      : []),
  ]
}
export const patchOf = ({
  left,
  right,
  front,
  back,
}: {
  left: number
  right: number
  front: number
  back: number
}): [number, number][] => [
  [left, front],
  [right, front],
  [right, back],
  [left, back],
]

/** What is asked of a planting. `grownOn` names a stone or a piece of wood; empty: the ground. */
export const PLANTING = {
  name: words('The name', 80).required(SAY.missing('The name')),
  zone: mixed<Zone>()
    .oneOf([...ZONES], 'This is not a zone Vivero knows.')
    .required(),
  ...BOX,
  stems: amount('Stems or crowns')
    .integer('Plants come in whole numbers.')
    .min(1, 'There is one at least.')
    .max(2000, 'That is more than fits.')
    .required(SAY.missing('The number of stems or crowns')),
  plantedOn: day('The day of planting'),
  grownOn: string().max(80).default(''),
  grownAtCm: amount('The height on it')
    .min(0, 'The height cannot be below the bottom.')
    .max(400, 'That is above any rim.')
    .nullable()
    .default(null),
}

/** The perch of a planting from its form, or what is wrong with it. */
export function perchOf(
  form: { grownOn: string; grownAtCm: number | null },
  story: TankHistory,
  pieces: readonly { id: string; label: string }[],
): { perch: { hardscapeId: string; heightCm: number } | null; problems: EntryProblem[] } {
  if (form.grownOn === '') return { perch: null, problems: [] }
  const piece = pieces.find((candidate) => candidate.id === form.grownOn)
  if (!piece)
    return {
      perch: null,
      problems: [{ field: 'grownOn', says: 'That piece is not in the layout.' }],
    }
  if (form.grownAtCm === null)
    return {
      perch: null,
      problems: [
        { field: 'grownAtCm', says: `How high above the bottom does it sit on ${piece.label}?` },
      ],
    }
  if (form.grownAtCm > story.vessel.heightCm)
    return {
      perch: null,
      problems: [{ field: 'grownAtCm', says: `The tank is ${story.vessel.heightCm} cm high.` }],
    }
  return { perch: { hardscapeId: piece.id, heightCm: form.grownAtCm }, problems: [] }
}

/** The day of planting as an instant, or what is wrong with it. */
export function plantedAtOf(
  date: string,
  zone: string,
): { plantedAt: string; problems: EntryProblem[] } {
  const plantedAt = hourOf(zone, date, '12:00')
  if (plantedAt === '') return { plantedAt, problems: [{ field: 'plantedOn', says: NO_SUCH_DAY }] }
  return {
    plantedAt,
    problems:
      plantedAt > now() ? [{ field: 'plantedOn', says: 'This has not been planted yet.' }] : [],
  }
}

/** The first day of a tank as an instant, or what is wrong with it. */
export function startedAtOf(
  date: string,
  zone: string,
): { startedAt: string; problems: EntryProblem[] } {
  const startedAt = hourOf(zone, date, '10:00')
  if (startedAt === '') return { startedAt, problems: [{ field: 'startedOn', says: NO_SUCH_DAY }] }
  return {
    startedAt,
    problems:
      startedAt > now()
        ? [{ field: 'startedOn', says: 'The first day cannot lie in the future.' }]
        : [],
  }
}
