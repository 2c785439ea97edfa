import type { Desk } from '@/ui/frame/desk'

export const setup = {
  path: '/stands',
  name: 'On paper',
  answers: 'what it is made of: measures, things, animals, routines, moves',
  pages: [{ path: '', name: 'On paper' }],
} as const satisfies Desk
