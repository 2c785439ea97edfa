import { SURENESSES } from '@/core/journal/sureness'
import { BRACINGS, PANES, PLANT_ORIGINS, VESSEL_SHAPES, ZONES } from '@/core/history/types'
import { choices, number } from '@/ui/plain-fields'
import type { PlainField } from '@/ui/plain-form.client'

export const edges: readonly PlainField[] = [
  number('left', 'Left edge', 'cm'),
  number('right', 'Right edge', 'cm'),
  number('front', 'Front edge', 'cm'),
  number('back', 'Back edge', 'cm'),
]
export const EDGES_HINT =
  'Left and right from the left glass, front and back from the front glass, inside.'
type Group = { title: string; fields: readonly PlainField[]; hint?: string }

/** Land holds no water: what is asked of it is not asked there. */
export const ofWater = (field: PlainField): PlainField => ({
  ...field,
  onlyIf: { field: 'kind', isNot: 'terrarium' },
})

/** What is asked of the glass, lamp and gas: the tank, its measures, its light. */
export function glassGroups(): [Group, Group, Group] {
  return [
    {
      title: 'The tank',
      fields: [
        { name: 'name', label: 'Name', type: 'text' },
        {
          name: 'kind',
          label: 'Kind',
          type: 'choice',
          choices: choices(['display', 'nursery', 'paludarium', 'holding', 'terrarium']),
        },
        { name: 'startedOn', label: 'Set up on', type: 'date' },
        number('altitudeM', 'Altitude', 'm'),
        { name: 'timeZone', label: 'Time zone', type: 'text' },
      ],
    },
    {
      title: 'Inside measures',
      fields: [
        number('lengthCm', 'Length, left to right', 'cm'),
        number('depthCm', 'Depth, front to back', 'cm'),
        number('heightCm', 'Height', 'cm'),
        ofWater(number('waterlineCm', 'Water line above the bottom', 'cm')),
        { name: 'shape', label: 'Shape', type: 'choice', choices: choices(VESSEL_SHAPES) },
        {
          ...number('bowCm', 'The front bows out by', 'cm'),
          onlyIf: { field: 'shape', begins: 'bow' },
        },
        {
          ...number('chamberCm', 'Chamber along the back', 'cm'),
          onlyIf: { field: 'shape', begins: 'box' },
        },
        { name: 'panes', label: 'Panes of', type: 'choice', choices: choices(PANES) },
        number('glassMm', 'so thick', 'mm'),
        { name: 'bracing', label: 'Bracing', type: 'choice', choices: choices(BRACINGS) },
      ],
      hint: 'Depth at the deepest, chamber and all. A chamber is for filter and heater behind a wall; leave it empty where there is none.',
    },
    {
      title: 'Lamp and gas',
      fields: [
        { name: 'lampOn', label: 'Lamp on at', type: 'time' },
        number('lampHours', 'for', 'h'),
        number('parAtSurface', 'Light at the surface', 'µmol'),
        ofWater({ name: 'gasOn', label: 'CO2 on at', type: 'time' }),
        ofWater({ name: 'gasOff', label: 'CO2 off at', type: 'time' }),
      ],
      hint: 'Nobody measured the light? A weak lamp gives about 60 µmol at the surface, a middling one 120, a strong one 250 (common practice). A ramped twelve-hour day counts as about eight hours. No CO2: leave its hours empty.',
    },
  ]
}

/** What is asked of a planting; `pieces` are what it can grow on, `parents` what it can be cut from. */
export function plantingGroups(
  pieces: readonly { id: string; label: string }[],
  parents: readonly { id: string; says: string }[] = [],
): Group[] {
  return [
    {
      title: 'What',
      fields: [
        { name: 'name', label: 'Name and place, like “Green stems, back left”', type: 'text' },
        { name: 'zone', label: 'Zone', type: 'choice', choices: choices(ZONES) },
        number('stems', 'Stems or crowns'),
        { name: 'plantedOn', label: 'Planted on, or found', type: 'date' },
      ],
    },
    { title: 'Where, in the plan', fields: edges, hint: EDGES_HINT },
    ...(pieces.length > 0 ? [perchGroup(pieces)] : []),
    originGroup(parents),
  ]
}

const perchGroup = (pieces: readonly { id: string; label: string }[]): Group => ({
  title: 'On what',
  fields: [
    {
      name: 'grownOn',
      label: 'It grows on',
      type: 'choice',
      choices: [
        { id: '', says: 'the ground' },
        ...pieces.map(({ id, label }) => ({ id, says: label })),
      ],
    },
    number('grownAtCm', 'above the bottom by', 'cm'),
  ],
})

/** How sure its kind is, with what it is mixed, and where it came from. */
const originGroup = (parents: readonly { id: string; says: string }[]): Group => ({
  title: 'If you know it',
  fields: [
    { name: 'sure', label: 'The kind is', type: 'choice', choices: choices(SURENESSES) },
    { name: 'origin', label: 'It came as', type: 'choice', choices: choices(PLANT_ORIGINS) },
    ...(parents.length > 0
      ? [
          {
            name: 'parent',
            label: 'Cut or divided from',
            type: 'choice' as const,
            choices: [{ id: '', says: 'none of these' }, ...parents],
          },
        ]
      : []),
    { name: 'also', label: 'Mixed with, like “Moss 20 %”', type: 'lines' },
  ],
})

/** Where the depth of the ground is asked: at both ends and in the middle, in front and at the back. */
export const GROUND_DEPTHS = [
  { name: 'leftFront', label: 'Left, in front' },
  { name: 'leftBack', label: 'Left, at the back' },
  { name: 'middleFront', label: 'Middle, in front' },
  { name: 'middleBack', label: 'Middle, at the back' },
  { name: 'rightFront', label: 'Right, in front' },
  { name: 'rightBack', label: 'Right, at the back' },
] as const
