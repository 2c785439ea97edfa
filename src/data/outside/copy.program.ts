import { rmSync } from 'node:fs'
import { dirname } from 'node:path'
import { createInterface } from 'node:readline'
import { packDirectory, unpackInto } from '../at-rest/archive'
import { copyInTwo } from '../at-rest/copy-tree'
import { lookInto } from '../at-rest/look-into'
import { makePrivate, syncPath } from '../at-rest/private'
import { roomFor } from '../at-rest/room'
import type { CopySaid } from './copy-said'
import { LIMITS } from './limits'
import { watchSelf } from './watch-self'

/**
 * Makes a copy of a cluster that is in use, packs it and opens it again, beside the server and not within it: however much is written meanwhile, none of
 * this waits for it. When all was copied once it says so and waits for a word: then nobody writes, and what changed is copied again. It ends with whoever
 * started it. Usage: copy CLUSTER COPIED PACKED ROOM.
 */
const [cluster, copied, packed, room] = process.argv.slice(2)
watchSelf(LIMITS.copy)

const say = (said: CopySaid) =>
  new Promise<void>((done) => process.stdout.write(`${JSON.stringify(said)}\n`, () => done()))
const words = createInterface({ input: process.stdin })
const word = new Promise<void>((heard) => words.once('line', () => heard()))
words.once('close', () => process.exit(1))

try {
  const { again } = await copyInTwo(cluster, copied)
  await say({ did: 'copied' })
  await word
  again()
  await say({ did: 'copied again' })
  await packDirectory(copied, packed)
  syncPath(packed)
  rmSync(copied, { recursive: true, force: true })
  await say({ did: 'packed' })
  await unpackInto(packed, room, roomFor(dirname(room)))
  makePrivate(room)
  await say({ did: 'opened', content: await lookInto(room) })
  process.exit(0)
} catch (error) {
  await say({ fault: error instanceof Error ? error.message.split('\n')[0] : String(error) })
  process.exit(1)
}
