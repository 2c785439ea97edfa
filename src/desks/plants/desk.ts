import type { Desk } from '@/ui/frame/desk'

export const plants = {
  path: '/plants',
  name: 'Plants',
  answers: 'how fast, when to trim, what is starving',
  pages: [
    { path: '', name: 'Growth', title: 'Plants' },
    { path: '/trimming', name: 'Trimming' },
    { path: '/grooming', name: 'Lawns and grooming' },
    { path: '/light', name: 'Light' },
    { path: '/leaves', name: 'Leaves' },
    { path: '/cuttings', name: 'Cuttings' },
    { path: '/here', name: 'What grows here', tried: ['?x=30&z=10'] },
    { path: '/kinds', name: 'Kinds', title: 'Kinds of plants', tried: ['?find=wisteria'] },
  ],
} as const satisfies Desk
