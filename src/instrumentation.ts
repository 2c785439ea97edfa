/** Runs once before the first request: the server opens the keeper's data, or says why it cannot and stops. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build')
    return
  const { openOrStop } = await import('./data/start')
  await openOrStop()
}
