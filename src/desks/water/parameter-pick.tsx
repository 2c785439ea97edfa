import { Box, Flex } from '@chakra-ui/react'
import type { Parameter } from '@/core/quantity/units'
import NextLink from '@/ui/page-link'
import { nameOf } from '@/core/quantity/parameter-name'

/** Which parameter a page speaks of. */
export function ParameterPick({
  slug,
  path,
  offered,
  open,
}: {
  slug: string
  path: string
  offered: readonly Parameter[]
  open: Parameter
}) {
  return (
    <Flex as="nav" aria-label="Parameter" columnGap={4} wrap="wrap" fontSize="sm" mb={2}>
      <Box as="span" color="pencil" minH="32px" display="inline-flex" alignItems="center">
        of
      </Box>
      {offered.map((parameter) => (
        <NextLink
          key={parameter}
          href={`/tanks/${slug}/water${path}?of=${parameter}`}
          aria-current={parameter === open ? 'true' : undefined}
          style={{ textDecoration: parameter === open ? 'none' : 'underline' }}
        >
          <Box
            as="span"
            display="inline-flex"
            alignItems="center"
            minH="32px"
            fontWeight={parameter === open ? 700 : 450}
            color={parameter === open ? 'ink' : 'water'}
          >
            {nameOf(parameter)}
          </Box>
        </NextLink>
      ))}
    </Flex>
  )
}
