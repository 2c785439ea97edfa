'use server'

import type { TestKit } from '@/core/journal/kind'
import { readNumber, numberOrText } from '@/core/quantity/read-number'
import type { Sending } from '@/core/history/sending'
import type { WaterCare } from '@/core/history/types'
import { attempt, type Attempt } from '@/data/border/attempt'
import { kitSchema } from '@/data/border/kit-schema'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { EntryRefused } from '@/data/refused'
import { changeCare } from '@/data/water-care'

type Fields = Record<string, string>

/** Writes a test kit of the keeper’s own, new or changed. Gives the sentence. */
export async function keepKit(
  slug: string,
  known: string | null,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const { id, seen } = parseSending(sending)
    const kit = await checked({
      id: known === null ? id : parseId(known),
      name: (fields.name ?? '').trim(),
      parameter: fields.parameter,
      method: fields.method,
      unit: (fields.unit ?? '').trim(),
      steps: stepsFrom(fields.steps ?? ''),
      batch: (fields.batch ?? '').trim() || null,
      expires: fields.expires || null,
      price: (fields.price ?? '').trim() === '' ? null : numberOrText(fields.price),
    })
    await changeKits(slug, { id: known === null ? `${id}.act` : id, seen }, (kits) => {
      if (kits.some((one) => one.id !== kit.id && sameName(one, kit)))
        throw new EntryRefused([
          { field: 'name', says: `“${kit.name}” stands on the list already.` },
        ])
      return kits.some((one) => one.id === kit.id)
        ? kits.map((one) => (one.id === kit.id ? kit : one))
        : [...kits, kit]
    })
    return `${kit.name} is kept.`
  })
}

/** Takes a kit off the list. What was read with it keeps its fields. */
export async function dropKit(slug: string, kitId: string, sending: Sending): Promise<Attempt> {
  return written(async () => {
    await changeKits(slug, parseSending(sending), (kits) => kits.filter((one) => one.id !== kitId))
    return null
  })
}

const sameName = (a: TestKit, b: TestKit) =>
  a.parameter === b.parameter && a.name.toLowerCase() === b.name.toLowerCase()

const changeKits = async (
  slug: string,
  { id, seen }: Pick<Sending, 'id' | 'seen'>,
  change: (kits: readonly TestKit[]) => readonly TestKit[],
) =>
  changeCare(
    await database(),
    slug,
    'kits',
    { id, seen, since: null, now: now() },
    (care): WaterCare => ({ ...care, kits: change(care.kits ?? []) }),
  )

/** The kit, or its faults at the fields of the form: the fields of a card are one field there. Throws EntryRefused. */
async function checked(kit: object): Promise<TestKit> {
  const answer = await attempt(
    async () => kitSchema.validateSync(kit, { abortEarly: false }) as unknown as TestKit,
  )
  if (answer.ok) return answer.value
  throw new EntryRefused(
    answer.problems.map(({ field, says }) => ({
      field: field.startsWith('steps') ? 'steps' : field || 'unit',
      says,
    })),
  )
}

/** “10 / 25 / 50” as numbers. Throws EntryRefused. */
function stepsFrom(text: string): number[] {
  return text
    .split(/[/;|\s]+|,\s+/)
    .filter(Boolean)
    .map((part) => {
      const read = readNumber(part, 'A field of the card')
      if (!read.ok)
        throw new EntryRefused([
          {
            field: 'steps',
            says: `“${part.slice(0, 20)}” is no number; write the fields like 10 / 25 / 50.`,
          },
        ])
      return read.value
    })
}
