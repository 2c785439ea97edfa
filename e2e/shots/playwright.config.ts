import base from '../../playwright.config'

const config: typeof base = { ...base, testDir: '.', testIgnore: [], outputDir: '../../test-results/shots', reporter: [['list']], webServer: { ...(Array.isArray(base.webServer) ? base.webServer[0] : base.webServer!), cwd: '../..' } }

export default config
