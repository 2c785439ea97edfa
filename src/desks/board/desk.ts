import type { Desk } from '@/ui/frame/desk'

export const board = {
  path: '/board',
  name: 'Board',
  answers: 'what if it stood otherwise',
  pages: [{ path: '', name: 'Board' }],
} as const satisfies Desk
