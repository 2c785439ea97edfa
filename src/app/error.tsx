'use client'

import { Box } from '@chakra-ui/react'
import { Button } from '@/ui/kit/button.client'

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <Box as="main" p={10} className="serif" fontSize="lg">
      <Box as="h1" fontSize="2xl" mb={3}>
        This page could not be drawn.
      </Box>
      <Box mb={4}>
        Nothing you wrote down is lost. The server’s own messages say what went wrong.
      </Box>
      <Button look="paper" onClick={reset}>
        Try again
      </Button>
    </Box>
  )
}
