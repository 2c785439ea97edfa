import { board } from '@/desks/board/desk'
import { book } from '@/desks/book/desk'
import { look } from '@/desks/look/desk'
import { plants } from '@/desks/plants/desk'
import { rescape } from '@/desks/rescape/desk'
import { round } from '@/desks/round/desk'
import { setup } from '@/desks/setup/desk'
import { water } from '@/desks/water/desk'
import type { Desk } from '@/ui/frame/desk'

/** The desks of a tank that exist, in the order of the work. A desk gets its tab when it is built, not before. */
export const DESKS: readonly Desk[] = [look, round, water, plants, board, rescape, book, setup]
