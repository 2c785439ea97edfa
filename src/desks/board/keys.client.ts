'use client'

import { moveThings } from '@/core/board/edit'
import type { Glass } from '@/core/history/types'
import { stepOf, type Axes } from './handling.client'
import type { BoardInHand } from './use-board.client'

/** Arrow keys move, Delete takes off, d sets one more; the page’s own keys are left alone. */
export function keyed(
  event: React.KeyboardEvent,
  id: string,
  axes: Axes,
  hand: BoardInHand,
  glass: Glass,
): void {
  const step = stepOf(event, axes)
  const ids = hand.selected.includes(id) ? hand.selected : [id]
  if (step) {
    event.preventDefault()
    hand.commit(moveThings(hand.board, glass, ids, step))
    return
  }
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    hand.remove()
  } else if (event.key === 'd' && !event.ctrlKey && !event.metaKey) {
    event.preventDefault()
    hand.duplicate()
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    hand.select(id, event.shiftKey)
  }
}

/** Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y) anywhere on the board but in a field; Escape lets go. */
export function boardKeys(event: React.KeyboardEvent, hand: BoardInHand): void {
  const typing = (event.target as HTMLElement).matches('input, textarea, select')
  if (typing) return
  const key = event.key.toLowerCase()
  if (event.key === 'Escape') {
    hand.select(null)
    hand.setTool('select')
  }
  if (!event.ctrlKey && !event.metaKey) return
  if (key === 'z' || key === 'y') {
    event.preventDefault()
    if (key === 'y' || event.shiftKey) hand.redo()
    else hand.undo()
  }
}
