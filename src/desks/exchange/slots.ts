/** Files that may be read at the same time: each is held in memory whole while it is. */
const MOST_AT_ONCE = 4
const shared = globalThis as { viveroUploads?: { open: number } }
const uploads = (shared.viveroUploads ??= { open: 0 })

/** A place for a file that arrives, to be given back; null when all are taken. */
export function takeSlot(): (() => void) | null {
  if (uploads.open >= MOST_AT_ONCE) return null
  uploads.open++
  let given = false
  return () => {
    if (given) return
    given = true
    uploads.open--
  }
}

export const ALL_TAKEN = `${MOST_AT_ONCE} files are being read already. Wait until one is in, then try again; nothing was written.`
