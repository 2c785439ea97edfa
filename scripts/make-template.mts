import { ensureTemplate } from '@/data/at-rest/template'

await ensureTemplate()
