import { mixed } from 'yup'
import { SAY } from '@/core/journal/faults'
import { amount, words } from './values'
import type { EntryProblem } from '@/core/journal/faults'
import { PLANT_GROUPS, type KindShare, type Species } from '@/core/history/types'
import { ANOTHER_KIND, kinName, speciesFromKin } from '@/core/plants/kin'

/** The fields by which a form names a kind, or describes one that is in no list. */
export const SPECIES_SAID = {
  newName: words('The name', 80).default(''),
  newHeight: amount('The height')
    .moreThan(0, SAY.positive('The height'))
    .max(300, 'No water plant grows so tall.')
    .nullable()
    .default(null),
  newTint: mixed<Species['leaf']['tint']>()
    .oneOf(['green', 'olive', 'red', 'pale'], 'This is not a colour Vivero draws.')
    .default('green'),
}

interface SpeciesForm {
  species: string
  newName: string
  newHeight: number | null
  newTint: Species['leaf']['tint']
  sure: KindShare['sure']
}

/** The species a form names, or one made from what it says of another. What nobody knows goes by its kind of plant. */
export function speciesFor(
  form: SpeciesForm,
  known: readonly Species[],
): { species: Species | undefined; problems: EntryProblem[] } {
  if (!form.species.startsWith(ANOTHER_KIND)) {
    const species = known.find((candidate) => candidate.id === form.species)
    return {
      species,
      problems: species
        ? []
        : [{ field: 'species', says: 'This species is not in the catalogue.' }],
    }
  }
  const group = PLANT_GROUPS.find(
    (candidate) => candidate === form.species.slice(ANOTHER_KIND.length),
  )
  if (!group)
    return {
      species: undefined,
      problems: [{ field: 'species', says: 'This is not a kind of plant Vivero knows.' }],
    }
  const name = form.newName || (form.sure === 'unknown' ? `Unknown ${kinName(group)}` : '')
  if (name === '')
    return { species: undefined, problems: [{ field: 'newName', says: 'What is it called?' }] }
  const fresh = speciesFromKin(name, group, form.newHeight, form.newTint)
  return { species: known.find((candidate) => candidate.id === fresh.id) ?? fresh, problems: [] }
}
