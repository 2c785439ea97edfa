import { SURENESSES } from '@/core/journal/sureness'
import { measuresAsked } from '@/data/border/measures-here'
import { mixed, object, string } from 'yup'
import {
  BRACINGS,
  PANES,
  PLANT_ORIGINS,
  VESSEL_KINDS,
  VESSEL_SHAPES,
  ZONES,
  type Glass,
  type Vessel,
  type VesselBuild,
  type Zone,
} from '@/core/history/types'
import { sameFact } from '@/core/history/diff'
import { buildFault } from '@/core/history/glass-shape'
import { instantOfDay } from '@/data/border/since'
import type { EntryProblem } from '@/core/journal/faults'
import { amount, words } from '@/data/border/values'
import { SAY } from '@/core/journal/faults'
import { clock, timeZone } from '@/data/border/story-schema'
import { now } from '@/data/clock'
import { NO_SUCH_DAY } from '@/core/quantity/zone'

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

const BUILD = {
  shape: mixed<VesselBuild['shape']>()
    .oneOf([...VESSEL_SHAPES], 'This is not a shape Vivero knows.')
    .default('box'),
  bowCm: amount('The bow').min(0, 'The bow cannot be below zero.').nullable().default(null),
  chamberCm: amount('The chamber')
    .min(0, 'The chamber cannot be below zero.')
    .nullable()
    .default(null),
  panes: mixed<VesselBuild['panes']>()
    .oneOf([...PANES], 'The panes are of glass or of acrylic.')
    .default('glass'),
  bracing: mixed<VesselBuild['bracing']>()
    .oneOf([...BRACINGS], 'This is no bracing Vivero knows.')
    .default('none'),
}

/** What is asked of the tank and its glass, for a new one and when an old one is said otherwise. */
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
  glassMm: size('The glass', 60).default(8),
  ...BUILD,
  altitudeM: amount('The altitude')
    .min(-430, 'The altitude is below any shore.')
    .max(6000, 'The altitude is above any house.')
    .required(SAY.missing('The altitude')),
  timeZone,
}
/** What is asked of the first lamp and gas of a new tank. */
export const LIGHT = {
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
export const glassForm = object({
  ...GLASS,
  startedOn: day('The first day'),
  standsAt: words('The place', 200).default(''),
}).noUnknown()

type GlassForm = Omit<Glass, 'build'> &
  Pick<VesselBuild, 'shape' | 'panes' | 'bracing'> &
  Pick<Vessel, 'kind'> &
  Record<'bowCm' | 'chamberCm', number | null>

/** The measures of a vessel from its form; what belongs to another shape is left out. */
export function glassOf(form: GlassForm): Glass {
  const { lengthCm, depthCm, heightCm, waterlineCm, glassMm } = form
  const water = form.kind === 'terrarium' ? 0 : waterlineCm
  const measures = { lengthCm, depthCm, heightCm, waterlineCm: water, glassMm }
  const build = buildOf(form)
  return sameFact(build, PLAIN) ? measures : { ...measures, build }
}

const PLAIN: VesselBuild = {
  shape: 'box',
  bowCm: 0,
  chamberCm: 0,
  panes: 'glass',
  bracing: 'none',
}
const buildOf = ({ shape, bowCm, chamberCm, panes, bracing }: GlassForm): VesselBuild => ({
  shape,
  bowCm: shape === 'bow front' ? (bowCm ?? 0) : 0,
  chamberCm: shape === 'box' ? (chamberCm ?? 0) : 0,
  panes,
  bracing,
})

/** Water above the rim, and a build that cannot be. */
export function glassProblems(form: GlassForm): EntryProblem[] {
  const fault = buildFault(form, buildOf(form))
  return [
    ...(form.kind !== 'terrarium' && form.waterlineCm > form.heightCm
      ? [{ field: 'waterlineCm', says: 'The water line cannot stand above the rim.' }]
      : []),
    ...(fault ? [fault] : []),
  ]
}

/** Gas that never ends, or never begins. */
export const gasProblems = ({ gasOn, gasOff }: { gasOn: string; gasOff: string }) => [
  ...(gasOn && !gasOff ? [{ field: 'gasOff', says: 'When does the gas go off?' }] : []),
  ...(gasOff && !gasOn ? [{ field: 'gasOn', says: 'When does the gas come on?' }] : []),
]

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
  vessel: Glass,
): EntryProblem[] {
  return [
    ...(box.right <= box.left
      ? [{ field: 'right', says: 'The right edge must lie right of the left one.' }]
      : []),
    ...(box.right > vessel.lengthCm
      ? [
          {
            field: 'right',
            says: `The tank is ${measuresAsked().say(vessel.lengthCm, 'cm')} long.`,
          },
        ]
      : []),
    ...(box.back <= box.front
      ? [{ field: 'back', says: 'The back edge must lie behind the front one.' }]
      : []),
    ...(box.back > vessel.depthCm
      ? [{ field: 'back', says: `The tank is ${measuresAsked().say(vessel.depthCm, 'cm')} deep.` }]
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
  sure: mixed<(typeof SURENESSES)[number]>()
    .oneOf([...SURENESSES], 'How sure is it?')
    .default('sure'),
  also: words('Its other kinds', 300).default(''),
  origin: mixed<(typeof PLANT_ORIGINS)[number]>()
    .oneOf([...PLANT_ORIGINS], 'This is no way in which plants come.')
    .default('not said'),
  parent: string().max(80).default(''),
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
  vessel: Glass,
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
  if (form.grownAtCm > vessel.heightCm)
    return {
      perch: null,
      problems: [
        {
          field: 'grownAtCm',
          says: `The tank is ${measuresAsked().say(vessel.heightCm, 'cm')} high.`,
        },
      ],
    }
  return { perch: { hardscapeId: piece.id, heightCm: form.grownAtCm }, problems: [] }
}

/** The day of planting as an instant, or what is wrong with it. */
export function plantedAtOf(
  date: string,
  zone: string,
): { plantedAt: string; problems: EntryProblem[] } {
  const plantedAt = instantOfDay(zone, date, now())
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
  const startedAt = instantOfDay(zone, date, now(), '10:00')
  if (startedAt === '') return { startedAt, problems: [{ field: 'startedOn', says: NO_SUCH_DAY }] }
  return {
    startedAt,
    problems:
      startedAt > now()
        ? [{ field: 'startedOn', says: 'The first day cannot lie in the future.' }]
        : [],
  }
}
