// npm start: the keeper's own data, from ./data or VIVERO_DATA.
import { resolve } from 'node:path'
import {
  ensureBuilt,
  ensureInstalled,
  ensureTemplate,
  needPort,
  onlyOptions,
  portFrom,
  root,
  serve,
} from './lib.mjs'

onlyOptions({ port: true })
const port = portFrom(4170)
await needPort(port)
ensureInstalled()
ensureTemplate()
ensureBuilt()
await serve({
  port,
  data: resolve(root, process.env.VIVERO_DATA || 'data'),
  greeting: 'your tanks stand at',
  databaseServer: process.env.DATABASE_URL,
})
