import base from '../../playwright.config'

const config: typeof base = { ...base, testDir: '.', testIgnore: [], outputDir: '../../test-results/shots', reporter: [['list']] }

export default config
