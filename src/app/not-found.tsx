import { Box } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'

export default function NotFound() {
  return (
    <Box as="main" p={10} className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={3}>
        There is no such page in this book.
      </Box>
      <NextLink href="/">
        <Box as="span" color="water">
          Back to the bench
        </Box>
      </NextLink>
    </Box>
  )
}
