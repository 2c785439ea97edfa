// npm run demo: everything from a fresh clone to the lodge's three tanks in the browser. `-- --fresh` begins the demo anew.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, ensureInstalled, ensureTemplate, flag, needPort, portFrom, root, runScript, say, serve, stop } from './lib.mjs'

const port = portFrom(4180)
const data = join(root, 'data-demo')
await needPort(port)
ensureInstalled()
ensureTemplate()
ensureBuilt()
if (flag('fresh') || !existsSync(join(data, 'pg'))) {
  say(flag('fresh') ? 'writing the demo data anew …' : 'writing the demo data …')
  if (runScript('scripts/seed-demo.mts', [data, ...(flag('fresh') ? ['--fresh'] : [])]) !== 0) stop('The demo data could not be written; the messages above say why.')
} else say('the demo data are there already (`npm run demo -- --fresh` writes them anew).')
await serve({ port, data, greeting: 'the demo stands at' })
