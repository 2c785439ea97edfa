import type { ReactNode } from 'react'
import { DeskFrame } from '@/ui/frame/desk-frame'
import { plants } from './desk'

type PlantsPage = (typeof plants.pages)[number]['path']

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
}) => <DeskFrame at={`/tanks/${slug}${plants.path}`} desk={plants} {...rest} />
