import { createInterface } from 'node:readline'
import type { CopyContent } from '../at-rest/backup'
import type { CopyWork } from '../at-rest/copies'
import type { CopySaid } from './copy-said'
import { LIMITS } from './limits'
import { startOutside } from './run-outside'

/** Makes and opens copies in a process of its own; here is but the word when nobody writes. */
export const copyOutside: CopyWork = async ({ cluster, copied, part, room }, { hold, packed }) => {
  const child = startOutside('copy', [cluster, copied, part, room], LIMITS.copy)
  child.stderr!.resume()
  child.stdin!.on('error', () => {})
  const lines = createInterface({ input: child.stdout! })[Symbol.asyncIterator]()
  const next = async (): Promise<CopySaid> => {
    const line = await lines.next()
    return line.done
      ? { fault: 'the making of it broke off' }
      : (JSON.parse(line.value) as CopySaid)
  }
  try {
    let stage = 'made'
    let content: CopyContent | null = null
    while (content === null) {
      const said = await next()
      if ('fault' in said) throw new Error(`The copy could not be ${stage}: ${said.fault}.`)
      if (said.did === 'copied')
        await hold(async () => {
          child.stdin!.write('nobody writes\n')
          const again = await next()
          if ('fault' in again) throw new Error(`The copy could not be made: ${again.fault}.`)
        })
      if (said.did === 'packed') {
        stage = 'opened again, and is set aside'
        packed()
      }
      if (said.did === 'opened') content = said.content
    }
    return content
  } finally {
    child.kill('SIGKILL')
  }
}
