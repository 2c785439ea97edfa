// The programs that read what is foreign, each in one file that plain Node starts: a child is there in a tenth of a second, and knows nothing else of ours.
import { build } from 'esbuild'
import { join } from 'node:path'
import { root } from './lib.mjs'

/** Modules of the old kind that are packed in ask for others by `require`. */
const REQUIRE =
  "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);"

/** How a program is packed into one file that plain Node starts. */
export const PROGRAM = {
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  alias: { '@': join(root, 'src') },
  external: ['@electric-sql/pglite', '@electric-sql/pglite/nodefs', 'pg-native'],
  banner: { js: REQUIRE },
  logLevel: 'error',
}

export async function makeOutside() {
  await build({
    ...PROGRAM,
    entryPoints: {
      read: join(root, 'src/data/outside/read.program.ts'),
      copy: join(root, 'src/data/outside/copy.program.ts'),
    },
    outdir: join(root, '.vivero', 'outside'),
  })
}
