import type { Desk } from '@/ui/frame/desk'

export const look = {
  path: '',
  name: 'Look',
  answers: 'what does it look like',
  pages: [{ path: '', name: 'Look' }],
} as const satisfies Desk
