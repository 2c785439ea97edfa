import type { Desk } from '@/ui/frame/desk'

export const book = {
  path: '/book',
  name: 'Book',
  answers: 'what happened',
  pages: [
    { path: '', name: 'Book', tried: ['', '?log=reading'] },
    { path: '/import', name: 'Read readings', within: true },
  ],
} as const satisfies Desk
