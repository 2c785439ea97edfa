import { unpackInto } from '../at-rest/archive'
import { lookInto } from '../at-rest/look-into'
import { makePrivate } from '../at-rest/private'
import { roomFor } from '../at-rest/room'
import { dirname } from 'node:path'
import { LIMITS } from './limits'
import { watchSelf } from './watch-self'

/** Opens a copy of the data in a directory of its own and says what it holds, a line of JSON. Usage: check-copy ARCHIVE ROOM. */
const [archive, room] = process.argv.slice(2)
watchSelf(LIMITS.copy)
try {
  await unpackInto(archive, room, roomFor(dirname(room)))
  makePrivate(room)
  process.stdout.write(`${JSON.stringify({ content: await lookInto(room) })}\n`, () =>
    process.exit(0),
  )
} catch (error) {
  const says = error instanceof Error ? error.message.split('\n')[0] : String(error)
  process.stdout.write(`${JSON.stringify({ fault: says })}\n`, () => process.exit(1))
}
