import { boardOf } from '@/core/board/board'
import { withBoard } from '@/core/board/onto-story'
import { withFact, withNewFact, type Since } from '@/core/history/facts'
import { tankNow } from '@/core/history/tank-at'
import type { Board, Draft, Species } from '@/core/history/types'

import { PLANT_KINDS } from '@/core/plants/kinds'
import { actOn, saying } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import { refuseOvertaken } from '../stamp'
import { listSpecies, withSpecies } from './plantings'
import type { Saying } from './saying'

/** Every kind a board may plant: those any tank here grows, then those of the catalogue. */
export async function plantable(db: Database): Promise<Species[]> {
  const own = await listSpecies(db)
  const known = new Set(own.map(({ id }) => id))
  return [...own, ...PLANT_KINDS.map(({ species }) => species).filter(({ id }) => !known.has(id))]
}

/** Writes a board as what stands in the tank: all along (null), or since a moment. Told when the tank was changed since it was drawn. Throws ValidationError or EntryRefused. */
export async function layBoard(
  db: Database,
  slug: string,
  board: Board,
  asked: Since,
  { id, seen, now: askedAt }: Saying,
): Promise<void> {
  const all = await plantable(db)
  await actOn(db, slug, saying(id, asked, askedAt), async (story, written, tx) => {
    const { now, holdsFrom: since } = written
    refuseOvertaken(
      seen,
      boardOf(tankNow(story, now)),
      () =>
        'The tank was changed elsewhere since this was drawn. Your drawing is not written yet; write it all the same, or begin again from what stands.',
    )
    const kinds = kindsOf(board, all)
    const laid = withBoard(await withSpecies(story, tx, kinds), board, since, now)
    if (!laid.ok) throw new EntryRefused([{ field: '', says: laid.problem }])
    return { story: laid.value }
  })
}

/** The kinds a board plants. Throws EntryRefused for one nobody knows. */
export function kindsOf(board: Board, all: readonly Species[]): Species[] {
  const byId = new Map(all.map((one) => [one.id, one]))
  const ids = [...new Set(board.plantings.map(({ speciesId }) => speciesId))]
  return ids.map((id) => {
    const found = byId.get(id)
    if (!found)
      throw new EntryRefused([
        { field: 'species', says: 'A planting is of a species that is not in the catalogue.' },
      ])
    return found
  })
}

/** Keeps a draft: a new one, or one that was kept before as it is drawn now. Told when it was changed elsewhere meanwhile. Throws ValidationError or EntryRefused. */
export async function keepDraft(
  db: Database,
  slug: string,
  { draftId, name, board }: { draftId: string; name: string; board: Board },
  { id, seen, now: askedAt }: Saying,
): Promise<void> {
  const all = await plantable(db)
  await actOn(db, slug, saying(id, null, askedAt), async (story, { now }, tx) => {
    const before = story.drafts.find((one) => one.id === draftId)
    const basis = boardOf(tankNow(story, now))
    if (!basis) throw new EntryRefused([{ field: '', says: 'Nothing is laid in this tank yet.' }])
    const twin = story.drafts.find(
      (one) => one.id !== draftId && one.name.toLowerCase() === name.toLowerCase(),
    )
    if (twin)
      throw new EntryRefused([{ field: 'name', says: `A draft is called “${twin.name}” already.` }])
    if (before)
      refuseOvertaken(
        seen,
        before.board,
        () =>
          `“${before.name}” was drawn on elsewhere meanwhile. Yours is not kept yet; keep it all the same, or under another name.`,
      )
    const known = await withSpecies(story, tx, kindsOf(board, all))
    const draft: Draft = before
      ? { ...before, name, board, changedAt: now }
      : { id: draftId, name, madeAt: now, changedAt: now, board, basis }
    return {
      story: before
        ? withFact(known, 'drafts', draftId, () => draft)
        : withNewFact(known, 'drafts', draft),
    }
  })
}

/** Puts a draft away; what was written here last brings it back. Throws EntryRefused. */
export async function dropDraft(
  db: Database,
  slug: string,
  draftId: string,
  { id, now }: Omit<Saying, 'seen'>,
): Promise<void> {
  await actOn(db, slug, { id, kind: 'correction', holdsFrom: null, now }, (story) =>
    story.drafts.some((one) => one.id === draftId)
      ? { story: { ...story, drafts: story.drafts.filter((one) => one.id !== draftId) } }
      : null,
  )
}
