import { PLANT_GROUPS, type Species } from '@/core/history/types'
import { ANOTHER_KIND, kinName } from '@/core/plants/kin'
import { choices, number } from './plain-fields'
import type { PlainField } from './plain-field.client'

const another = { field: 'species', begins: ANOTHER_KIND }

/** Which species; one that is in no list is described by its name, its height and its colour. */
export const speciesGroup = (
  species: readonly { id: string; says: string }[],
): {
  title: string
  fields: readonly PlainField[]
  hint: string
} => ({
  title: 'Species',
  fields: [
    { name: 'species', label: 'Species', type: 'choice', choices: species },
    { name: 'newName', label: 'Its name', type: 'text', onlyIf: another },
    { ...number('newHeight', 'It grows to (if known)', 'cm'), onlyIf: another },
    {
      name: 'newTint',
      label: 'Its leaves are',
      type: 'choice',
      choices: choices(['green', 'olive', 'red', 'pale']),
      onlyIf: another,
    },
  ],
  hint: 'One that is not in the list is at its end, by its kind. Vivero takes what is usual for that kind until you have measured it twice.',
})

/** The kinds a form offers: those that are known, then one of each group that is in no list. */
export const speciesChoices = (known: readonly Species[]): { id: string; says: string }[] => [
  ...known.map(({ id, name, group }) => ({ id, says: `${name} (${kinName(group)})` })),
  ...PLANT_GROUPS.map((group) => ({
    id: `${ANOTHER_KIND}${group}`,
    says: `another ${kinName(group)} …`,
  })),
]
