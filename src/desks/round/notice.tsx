import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** What has to be heard before one walks on or inks. */
export const Notice = ({ children }: { children: ReactNode }) => (
  <Box
    role="alert"
    mx={{ base: 4, md: 10 }}
    mb={3}
    borderLeft="3px solid"
    borderColor="clay"
    pl={3}
  >
    {children}
  </Box>
)
