/** The programs that read what is foreign are there before the first test asks for one. */
export default async function makeOutside() {
  const { ensureOutside } = await import('./scripts/lib.mjs')
  await ensureOutside()
}
