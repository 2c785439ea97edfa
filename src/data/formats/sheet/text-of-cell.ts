import type { Cell } from './mapping'

/** A cell as text, for headings and samples. */
export function textOf(cell: Cell): string {
  if (cell === null) return ''
  if (typeof cell === 'object') return cell.wall.replace('T', ' ')
  return String(cell)
}
