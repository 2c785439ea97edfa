// npm run restore: the copies there are; with `-- --from latest` or a file, one of them in the place of the data. Stop the server first.
import { resolve } from 'node:path'
import { ensureInstalled, onlyOptions, option, root, runScript } from './lib.mjs'

onlyOptions({ from: true, data: true })
ensureInstalled()
const data = resolve(root, option('data', process.env.VIVERO_DATA || 'data'))
const from = option('from', null)
process.exit(runScript('scripts/restore.mts', from ? [data, from] : [data]))
