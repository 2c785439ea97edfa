// npm run demo: everything from a fresh clone to the lodge's three tanks in the browser. `-- --fresh` begins the demo anew.
import { join } from 'node:path'
import {
  ensureBuilt,
  ensureDemo,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  houseAddresses,
  flag,
  needPort,
  onlyOptions,
  portFrom,
  root,
  sayHome,
  serve,
} from './lib.mjs'

onlyOptions({ port: true, home: false, fresh: false })
const port = portFrom(4180)
const data = join(root, 'data-demo')
await needPort(port)
ensureInstalled()
ensureTemplate()
await ensureOutside()
ensureBuilt()
ensureDemo(data, flag('fresh'))
const home = flag('home') ? houseAddresses() : []
sayHome(home, port)
await serve({ home, port, data, greeting: 'the demo stands at' })
