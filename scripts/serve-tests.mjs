// A server for the browser tests: its own directory, fresh demo data, the port given.
import { join } from 'node:path'
import { ensureDemo, portFrom, root, serve, testEnv } from './lib.mjs'

const port = portFrom(4190)
const data = join(root, 'data-e2e', String(port))
ensureDemo(data, true, testEnv)
// The house network of the tests is another address of this machine.
await serve({
  port,
  data,
  greeting: 'the tests run against',
  home: process.platform === 'linux' ? ['127.0.0.2'] : [],
  env: testEnv,
})
