import type { CopyContent } from '../at-rest/backup'
import type { CheckCopy } from '../at-rest/copies'
import { LIMITS } from './limits'
import { startOutside } from './run-outside'

/** Opens a copy in a process of its own, so that nobody waits for it and what it does to its reader is done to that one alone. */
export const checkOutside: CheckCopy = async (archive, room) => {
  const child = startOutside('check-copy', [archive, room], LIMITS.copy)
  // A server that is told to stop does not wait for it.
  child.unref()
  const heard: Buffer[] = []
  child.stdout!.on('data', (part: Buffer) => heard.push(part))
  child.stderr!.resume()
  await new Promise<void>((ended) => {
    child.once('close', () => ended())
    child.once('error', () => ended())
  })
  const said = answerIn(Buffer.concat(heard).toString('utf8'))
  if (said && 'content' in said) return said.content
  throw new Error(
    `The copy was made and cannot be opened again${said ? `: ${said.fault}` : ''}. It is set aside.`,
  )
}

function answerIn(text: string): { content: CopyContent } | { fault: string } | null {
  try {
    return JSON.parse(text) as { content: CopyContent } | { fault: string }
  } catch {
    return null
  }
}
