import { ensureTemplate } from '@/data/template'

await ensureTemplate()
