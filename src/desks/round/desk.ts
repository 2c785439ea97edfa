import type { Desk } from '@/ui/frame/desk'

export const round = {
  path: '/round',
  name: 'Round',
  answers: 'what do I see today',
  pages: [{ path: '', name: 'Round' }],
} as const satisfies Desk
