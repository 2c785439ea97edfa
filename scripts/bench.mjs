// npm run bench: how long things take on this machine. Prints a table, asserts nothing. `-- --large`: rooms far beyond the reference load.
import {
  ensureBuilt,
  ensureInstalled,
  ensureTemplate,
  flag,
  onlyOptions,
  runScript,
} from './lib.mjs'

onlyOptions({ large: false })
ensureInstalled()
ensureTemplate()
ensureBuilt()
process.exit(runScript(flag('large') ? 'bench/large.mts' : 'bench/bench.mts'))
