// A server for the browser tests: its own directory, fresh demo data, the port given.
import { join } from 'node:path'
import { portFrom, root, runScript, serve, stop } from './lib.mjs'

const port = portFrom(4190)
const data = join(root, 'data-e2e', String(port))
if (runScript('scripts/seed-demo.mts', [data, '--fresh']) !== 0) stop('The data of the browser tests could not be written.')
await serve({ port, data, greeting: 'the tests run against' })
