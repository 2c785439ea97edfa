import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { DeskFrame } from '@/ui/frame/desk-frame'
import NextLink from '@/ui/page-link'

/** The pages of the water desk in the order of the work. */
const PAGES = [
  { path: '', name: 'Drift' },
  { path: '/balance', name: 'Balance' },
  { path: '/changes', name: 'Changes' },
  { path: '/dosing', name: 'Dosing' },
  { path: '/gas', name: 'Gas and air' },
  { path: '/kept', name: 'Waters and bottles' },
] as const
export type WaterPage = (typeof PAGES)[number]['path']

/** A page of the water desk. */
export const WaterFrame = ({
  slug,
  ...rest
}: {
  slug: string
  page: WaterPage
  title: ReactNode
  aside?: ReactNode
  children: ReactNode
}) => <DeskFrame at={`/tanks/${slug}/water`} desk="water" pages={PAGES} {...rest} />

/** Land has no water to test. */
export function DryVessel({ slug, name }: { slug: string; name: string }) {
  return (
    <Box as="main" px={{ base: 4, md: 10 }} py={8} maxW="46rem" className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={3}>
        <b>{name}</b> holds no water to test.
      </Box>
      <NextLink href={`/tanks/${slug}`}>Look at it instead</NextLink>
    </Box>
  )
}
