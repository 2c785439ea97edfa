'use client'

import { useEffect, useRef } from 'react'
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
    toUndo()
  } else if (event.key === 'd' && !event.ctrlKey && !event.metaKey) {
    event.preventDefault()
    hand.duplicate()
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    hand.select(id, event.shiftKey)
  }
}

/** Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y) anywhere on the page but in a field; Escape lets go. */
export function useBoardKeys(hand: BoardInHand): void {
  const latest = useRef(hand)
  useEffect(() => {
    latest.current = hand
  })
  useEffect(() => {
    const heard = (event: KeyboardEvent) => turnBack(event, latest.current)
    document.addEventListener('keydown', heard)
    return () => document.removeEventListener('keydown', heard)
  }, [])
}

function turnBack(event: KeyboardEvent, hand: BoardInHand): void {
  const { target, key, ctrlKey, metaKey, shiftKey } = event
  if (target instanceof Element && target.matches('input, textarea, select')) return
  if (key === 'Escape') {
    hand.select(null)
    hand.setTool('select')
  }
  if (!ctrlKey && !metaKey) return
  const letter = key.toLowerCase()
  if (letter !== 'z' && letter !== 'y') return
  event.preventDefault()
  if (letter === 'y' || shiftKey) hand.redo()
  else hand.undo()
}

/** What was taken off has no focus any more: it goes to the way back. */
export function toUndo(): void {
  requestAnimationFrame(() => document.getElementById(UNDO_ID)?.focus())
}
export const UNDO_ID = 'board-undo'
