// npm run bench: how long things take on this machine. Prints a table, asserts nothing. `-- --large`: rooms far beyond the reference load.
// `-- --drag`: a crowded board dragged on in the browser. `-- --load`: what each page asks of the browser. `-- --peer`: every desk beside an empty page of the same framework. `-- --mutants`: altered rules that no unit test notices.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  ensureBuilt,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  flag,
  onlyOptions,
  run,
  runScript,
} from './lib.mjs'

onlyOptions({ large: false, load: false, peer: false, mutants: false, drag: false })
ensureInstalled()
ensureTemplate()
await ensureOutside()
ensureBuilt()
if (flag('peer')) process.exit(besidePeer())
if (flag('drag')) process.exit(runScript('bench/drag.mts'))
if (flag('load')) process.exit(runScript('bench/load.mts'))
if (flag('mutants')) process.exit(run(process.execPath, ['bench/mutants.mjs', '80', '7']))
process.exit(runScript(flag('large') ? 'bench/large.mts' : 'bench/bench.mts'))

function besidePeer() {
  const rooms = mkdtempSync(join(tmpdir(), 'vivero-rooms-'))
  const made = ['demo', 'old', 'pages.json'].map((name) => join(rooms, name))
  try {
    return runScript('bench/rooms.mts', made) || run(process.execPath, ['bench/peer.mjs', ...made])
  } finally {
    rmSync(rooms, { recursive: true, force: true })
  }
}
