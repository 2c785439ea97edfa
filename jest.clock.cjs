// One moment for all unit tests, so that none is red at certain hours; VIVERO_NOW names another.
process.env.VIVERO_NOW ??= '2026-11-24T12:00:00.000Z'
