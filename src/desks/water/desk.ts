import type { Desk } from '@/ui/frame/desk'

export const water = {
  path: '/water',
  name: 'Water',
  answers: 'is it drifting, what to change',
  wet: true,
  pages: [
    { path: '', name: 'Drift', title: 'Water' },
    { path: '/balance', name: 'Balance' },
    { path: '/changes', name: 'Changes' },
    { path: '/dosing', name: 'Dosing' },
    { path: '/gas', name: 'Gas and air' },
    { path: '/kept', name: 'Waters and bottles' },
  ],
} as const satisfies Desk
