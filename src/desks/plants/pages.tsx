import type { ReactNode } from 'react'
import { DeskFrame } from '@/ui/frame/desk-frame'

/** The pages of the plants desk in the order of the work. */
const PAGES = [
  { path: '', name: 'Growth' },
  { path: '/trimming', name: 'Trimming' },
  { path: '/grooming', name: 'Lawns and grooming' },
  { path: '/light', name: 'Light' },
  { path: '/leaves', name: 'Leaves' },
  { path: '/cuttings', name: 'Cuttings' },
  { path: '/here', name: 'What grows here' },
  { path: '/kinds', name: 'Kinds' },
] as const
type PlantsPage = (typeof PAGES)[number]['path']

/** A page of the plants desk. */
export const PlantsFrame = ({
  slug,
  ...rest
}: {
  slug: string
  page: PlantsPage
  title: ReactNode
  aside?: ReactNode
  children: ReactNode
}) => <DeskFrame at={`/tanks/${slug}/plants`} desk="plants" pages={PAGES} {...rest} />
