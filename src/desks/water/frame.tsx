import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { DeskFrame } from '@/ui/frame/desk-frame'
import { water } from './desk'
import NextLink from '@/ui/page-link'

export type WaterPage = (typeof water.pages)[number]['path']

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
}) => <DeskFrame at={`/tanks/${slug}${water.path}`} desk={water} {...rest} />

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
