import base from '../../playwright.config'
import { FIRST_PORT } from '../ports'

const servers = base.webServer
const config: typeof base = {
  ...base,
  testDir: '.',
  testIgnore: [],
  outputDir: '../../test-results/shots',
  reporter: [['list']],
  workers: 1,
  use: { ...base.use, baseURL: `http://127.0.0.1:${FIRST_PORT}` },
  webServer: { ...(Array.isArray(servers) ? servers[0] : servers!), cwd: '../..' },
}

export default config
