/** Unit tests lie beside what they test. Swc compiles them; PGlite needs --experimental-vm-modules (set by npm test). */
const config = {
  roots: ['<rootDir>/src'],
  testEnvironment: 'node',
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2023',
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '\\.module\\.css$': '<rootDir>/jest.css.cjs',
    '^fast-check$': '<rootDir>/jest.fast-check.cjs',
  },
  globalSetup: '<rootDir>/jest.outside.mjs',
  setupFiles: ['<rootDir>/jest.clock.cjs', '<rootDir>/jest.request.cjs'],
  // A busy machine is no failure.
  testTimeout: 300_000,
  // Two cores, and a third while one waits for a server to start or a disk to sync.
  maxWorkers: 3,
}

export default config
