// npm run dev: the application as it is being written, on its own copy of the demo data.
import { join } from 'node:path'
import {
  ensureDemo,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  needPort,
  onlyOptions,
  portFrom,
  quietEnv,
  root,
  run,
} from './lib.mjs'

onlyOptions({ port: true })
const port = portFrom(4160)
const data = join(root, 'data-dev')
await needPort(port)
ensureInstalled()
ensureTemplate()
await ensureOutside()
ensureDemo(data)
process.exit(
  run(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'dev', '-H', '127.0.0.1', '-p', String(port)],
    { env: { ...quietEnv, VIVERO_DATA: data } },
  ),
)
