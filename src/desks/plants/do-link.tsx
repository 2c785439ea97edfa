import { Box } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'

/** A link within a sentence, told from it by colour and line. */
export const DoLink = ({ href, children }: { href: string; children: string }) => (
  <NextLink href={href} style={{ textDecoration: 'none' }}>
    <Box as="span" color="water" textDecoration="underline">
      {children}
    </Box>
  </NextLink>
)
