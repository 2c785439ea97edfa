import { build } from 'esbuild'
import { join } from 'node:path'

/** The programs that read what is foreign, and those that tests start and kill, are there before the first test asks for one. */
export default async function makePrograms() {
  const { ensureOutside, ensureTemplate, root } = await import('./scripts/lib.mjs')
  const { PROGRAM } = await import('./scripts/make-outside.mjs')
  ensureTemplate()
  await ensureOutside()
  // In one file each a child is there at once; compiled at each start it costs two seconds, thirty times over.
  await build({
    ...PROGRAM,
    entryPoints: {
      writer: join(root, 'src/data/testing/writer.mts'),
      'seed-demo': join(root, 'scripts/seed-demo.mts'),
      restore: join(root, 'scripts/restore.mts'),
    },
    outdir: join(root, '.vivero', 'tests'),
  })
}
