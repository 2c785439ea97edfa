import type { Desk } from '@/ui/frame/desk'

export const rescape = {
  path: '/rescape',
  name: 'Rescape',
  answers: 'is it time, how much, how',
  pages: [
    { path: '', name: 'Rescape' },
    { path: '/[plan]', name: 'Plan', within: true, tried: null },
  ],
} as const satisfies Desk
