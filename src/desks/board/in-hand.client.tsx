import { Box } from '@chakra-ui/react'

/** What is in hand, beside the drawing: its name, and what can be said of it. */
export function InHand({
  label,
  title,
  children,
}: {
  label: string
  title: React.ReactNode
  children: React.ReactNode
}) {
  return (
    <Box as="section" aria-label={label} mb={4} borderLeft="3px solid" borderColor="water" pl={3}>
      <Box className="serif" fontSize="lg" fontWeight={620}>
        {title}
      </Box>
      {children}
    </Box>
  )
}
