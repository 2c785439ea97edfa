import { since as version, versionOn } from '@/core/history/dated'
import { movePiece, saidOf, withFact, withNewFact, type Since } from '@/core/history/facts'
import { layoutOn, tankNow } from '@/core/history/tank-at'
import type { Hardscape, Layout, PieceRecord, PieceSpot, TankHistory } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { actOn, saying } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import type { Saying } from './saying'

/** Lays a new stone or piece of wood into the layout that stands, from `at` on. A label may stand once. Throws ValidationError or EntryRefused. */
export async function addPiece(
  db: Database,
  slug: string,
  { id, label, material, focal, outline, footprint }: Omit<Hardscape, 'layoutId'>,
  at: Instant,
  now: Instant,
): Promise<void> {
  const act = { id: `${id}.laid`, kind: 'change', holdsFrom: at, now } as const
  await actOn(db, slug, act, (story, written) => {
    const layout = standingLayout(story, written.now)
    if (story.pieces.some((other) => other.id === id)) return null
    if (layout.hardscape.some((other) => other.label.toLowerCase() === label.toLowerCase()))
      throw new EntryRefused([{ field: 'label', says: `“${label}” stands there already.` }])
    const spot = { layoutId: layout.id, outline, footprint }
    return {
      story: withNewFact(story, 'pieces', {
        id,
        label,
        material,
        focal,
        stands: [version(written.holdsFrom, spot)],
      }),
    }
  })
}

/** Writes where a piece lies: all along, or since a day. Throws ValidationError or EntryRefused. */
export async function sayPiece(
  db: Database,
  slug: string,
  pieceId: string,
  {
    label,
    focal,
    spot,
  }: { label: string; focal: boolean; spot: Omit<PieceSpot, 'layoutId'> | null },
  asked: Since,
  { id, now: askedAt }: Pick<Saying, 'id' | 'now'>,
): Promise<void> {
  await actOn(db, slug, saying(id, asked, askedAt), (story, { now, holdsFrom: since }) => {
    const layout = standingLayout(story, now)
    const piece = findPiece(story, pieceId)
    if (since !== null && dayOf(since) < dayOf(piece.stands[0].from))
      throw new EntryRefused([
        { field: 'holdsFrom', says: `${piece.label} did not lie in the tank yet on that day.` },
      ])
    return {
      story: withFact(story, 'pieces', pieceId, (before) => ({
        ...before,
        label,
        focal,
        stands: spot
          ? saidOf(before.stands, { ...spot, layoutId: layout.id }, since, dayOf(now))
          : before.stands,
      })),
    }
  })
}

/** Takes a piece out of the tank from `at` on. Refused while plants are kept on it. Throws EntryRefused. */
export async function takePieceOut(
  db: Database,
  slug: string,
  pieceId: string,
  at: Instant,
  { id, now }: Pick<Saying, 'id' | 'now'>,
): Promise<void> {
  const act = { id, kind: 'change', holdsFrom: at, now } as const
  await actOn(db, slug, act, (story, written) => {
    const tank = tankNow(story, written.now)
    const piece = tank.layout?.hardscape.find((candidate) => candidate.id === pieceId)
    if (!piece)
      throw new EntryRefused([
        { field: 'piece', says: 'This piece is not in the layout any more.' },
      ])
    const on = tank.plantings.filter((planting) => planting.perch?.hardscapeId === pieceId)
    if (on.length > 0)
      throw new EntryRefused([
        {
          field: 'piece',
          says: `${on.map((planting) => planting.stake).join(', ')} ${on.length === 1 ? 'grows' : 'grow'} on it; pull that out first, or say where it grows now.`,
        },
      ])
    return { story: movePiece(story, pieceId, written.holdsFrom, null) }
  })
}

/** Lays a piece that was taken out where it lay before, from `at` on. Throws EntryRefused. */
export async function putPieceBack(
  db: Database,
  slug: string,
  pieceId: string,
  at: Instant,
  { id, now }: Pick<Saying, 'id' | 'now'>,
): Promise<void> {
  const act = { id, kind: 'change', holdsFrom: at, now } as const
  await actOn(db, slug, act, (story, written) => {
    const layout = standingLayout(story, written.now)
    const piece = findPiece(story, pieceId)
    if (versionOn(piece.stands, dayOf(written.now))?.is) return null
    const lay = piece.stands.findLast(({ is }) => is !== null)?.is
    if (!lay) return null
    const spot = { ...lay, layoutId: layout.id }
    return { story: movePiece(story, pieceId, written.holdsFrom, spot) }
  })
}

function findPiece(story: TankHistory, pieceId: string): PieceRecord {
  const piece = story.pieces.find((candidate) => candidate.id === pieceId)
  if (!piece)
    throw new EntryRefused([{ field: 'piece', says: 'This piece is not known any more.' }])
  return piece
}

function standingLayout(story: TankHistory, now: Instant): Layout {
  const layout = layoutOn(story, dayOf(now))
  if (!layout)
    throw new EntryRefused([{ field: 'piece', says: 'This tank has no current layout.' }])
  return layout
}
