// A class is called by its own name in unit tests.
module.exports = new Proxy({}, { get: (_target, name) => (name === '__esModule' ? false : name) })
