'use server'

import { SURENESSES } from '@/core/journal/sureness'
import { mixed, object, string } from 'yup'
import { withFact } from '@/core/history/facts'
import type { Sending } from '@/core/history/sending'
import { mainKind } from '@/core/history/tank-at'
import { type PlantingRecord, type KindShare, type Species } from '@/core/history/types'
import { dayOf } from '@/core/quantity/time'
import { actOn } from '@/data/acts'
import type { Attempt } from '@/data/border/attempt'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { dayIn } from '@/data/border/since'
import { SPECIES_SAID, speciesFor } from '@/data/border/species-said'
import { words } from '@/data/border/values'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { plantable } from '@/data/facts/board'
import { putKindBack, sayKind } from '@/data/facts/kinds'
import { withSpecies } from '@/data/facts/plantings'
import { EntryRefused } from '@/data/refused'
import { kindSaid } from './kind-form'

type Fields = Record<string, string>

/** Writes what the keeper knows of a kind: a new one (`speciesId` empty) or one that is on paper. Gives its id. */
export async function sayAKind(
  speciesId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const db = await database()
    const standing = speciesId === '' ? null : await kindHere(parseId(speciesId))
    const said = kindSaid(textFields(raw), standing)
    const { id, seen } = parseSending(sending)
    await sayKind(db, said, { id, seen: standing === null ? null : seen, now: now() })
    return said.id
  })
}

async function kindHere(speciesId: string): Promise<Species> {
  const found = (await plantable(await database())).find(({ id }) => id === speciesId)
  if (!found) throw new EntryRefused([{ field: '', says: 'This kind is not in the catalogue.' }])
  return found
}

/** Puts a kind back as it was before a change of it. */
export async function putBack(revisionId: string, sending: Sending): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    return putKindBack(await database(), parseId(revisionId), { id, now: now() })
  })
}

const foundForm = object({
  species: string().required('What is it, then?'),
  ...SPECIES_SAID,
  sure: mixed<KindShare['sure']>()
    .oneOf([...SURENESSES], 'How sure is it?')
    .default('sure'),
  how: words('How it was seen', 400).default(''),
}).noUnknown()

/** A planting turned out to be of another kind: what it is from now on, with a line in the book of what it went by. Its record stays. Gives the kind’s id. */
export async function foundOut(
  slug: string,
  plantingId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { foundOn, ...fields } = textFields(raw)
    const form = foundForm.validateSync(fields, { abortEarly: false })
    const { id } = parseSending(sending)
    const db = await database()
    const known = await plantable(db)
    const { species, problems } = speciesFor(form, known)
    if (!species) throw new EntryRefused(problems)
    const names = new Map([...known, species].map((one) => [one.id, one.name]))
    const act = { id, kind: 'change', holdsFrom: null, now: now() } as const
    await actOn(db, slug, act, async (stood, written, tx) => {
      const at = dayIn({ foundOn: foundOn ?? '' }, 'foundOn', stood.vessel.timeZone, written.now)
      const planting = plantingFrom(stood.plantings, plantingId)
      if (dayOf(at) < dayOf(planting.stands[0].from))
        throw new EntryRefused([
          { field: 'foundOn', says: `${planting.stake} was not planted yet on that day.` },
        ])
      const main = mainKind(planting)
      refuseTheSame(planting, species)
      const kinds = planting.kinds.map((kind) =>
        kind === main ? { ...kind, speciesId: species.id, sure: form.sure } : kind,
      )
      return {
        story: withFact(
          await withSpecies(stood, tx, [species]),
          'plantings',
          planting.id,
          (before) => ({ ...before, kinds }),
        ),
        told: true,
        entries: [
          {
            id: `${id}.found`,
            kind: 'identified',
            at,
            certainty: 'measured',
            by: 'keeper',
            note: form.how || null,
            expected: null,
            plantingId: planting.id,
            was: names.get(main.speciesId) ?? main.speciesId,
            is: species.name,
            sure: form.sure,
          },
        ],
      }
    })
    return species.id
  })
}

function plantingFrom(plantings: readonly PlantingRecord[], id: string): PlantingRecord {
  const found = plantings.find((planting) => planting.id === id)
  if (!found) throw new EntryRefused([{ field: '', says: 'This planting is not in this tank.' }])
  return found
}

function refuseTheSame({ stake, kinds }: PlantingRecord, { id, name }: Species): void {
  if (kinds.some(({ speciesId }) => speciesId === id))
    throw new EntryRefused([{ field: 'species', says: `${stake} is said to be ${name} already.` }])
}
