// npm start: the keeper's own data, from ./data or VIVERO_DATA.
import { resolve } from 'node:path'
import {
  ensureBuilt,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  flag,
  houseAddresses,
  needPort,
  onlyOptions,
  portFrom,
  root,
  sayHome,
  serve,
} from './lib.mjs'

onlyOptions({ port: true, home: false })
const port = portFrom(4170)
await needPort(port)
ensureInstalled()
ensureTemplate()
await ensureOutside()
ensureBuilt()
const home = flag('home') ? houseAddresses() : []
sayHome(home, port)
await serve({
  home,
  port,
  data: resolve(root, process.env.VIVERO_DATA || 'data'),
  greeting: 'your tanks stand at',
  databaseServer: process.env.DATABASE_URL,
})
