'use client'

import { Box } from '@chakra-ui/react'

/** Which line of the page is open, and how another is opened. */
export type Items = (key: string) => { open: boolean; onToggle: () => void }

export function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box as="section" mb={6}>
      <Box
        as="h2"
        className="serif"
        fontSize="md"
        fontWeight={620}
        borderBottom="1px solid"
        borderColor="ink"
      >
        {title}
      </Box>
      {children}
    </Box>
  )
}
