// Property tests draw the same cases each run, so that a red run means a change; FUZZ_SEED=n draws others.
// eslint-disable-next-line @typescript-eslint/no-require-imports -- what stands in for a package is loaded as the package is
const fc = require('./node_modules/fast-check/lib/cjs/fast-check.js')
fc.configureGlobal({ seed: Number(process.env.FUZZ_SEED ?? 20261125) })
module.exports = fc
