// npm run dev: the application as it is being written, on its own copy of the demo data.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureInstalled, ensureTemplate, needPort, portFrom, quietEnv, root, run, runScript } from './lib.mjs'

const port = portFrom(4160)
const data = join(root, 'data-dev')
await needPort(port)
ensureInstalled()
ensureTemplate()
if (!existsSync(join(data, 'pg'))) runScript('scripts/seed-demo.mts', [data])
process.exit(run(process.execPath, ['node_modules/next/dist/bin/next', 'dev', '-H', '127.0.0.1', '-p', String(port)], { env: { ...quietEnv, VIVERO_DATA: data } }))
