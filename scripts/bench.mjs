// npm run bench: how long things take on this machine. Prints a table, asserts nothing.
import { ensureBuilt, ensureInstalled, ensureTemplate, runScript } from './lib.mjs'

ensureInstalled()
ensureTemplate()
ensureBuilt()
process.exit(runScript('bench/bench.mts'))
