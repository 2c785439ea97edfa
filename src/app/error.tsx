'use client'

import { Box, chakra } from '@chakra-ui/react'

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <Box as="main" p={10} className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={3}>
        This page could not be drawn.
      </Box>
      <Box mb={4}>
        Nothing you wrote down is lost. The server’s own messages say what went wrong.
      </Box>
      <chakra.button
        type="button"
        onClick={reset}
        minH="44px"
        px={5}
        border="1px solid"
        borderColor="ink"
        cursor="pointer"
        fontFamily="body"
      >
        Try again
      </chakra.button>
    </Box>
  )
}
