// A server for the browser tests: its own directory, fresh demo data, the port given.
import { join } from 'node:path'
import { ensureDemo, portFrom, root, serve, testEnv } from './lib.mjs'

const port = portFrom(4190)
const data = join(root, 'data-e2e', String(port))
ensureDemo(data, true, testEnv)
await serve({ port, data, greeting: 'the tests run against', env: testEnv })
