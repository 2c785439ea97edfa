'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'

/** A line of a list that opens to what can be done with it. */
export function OpenItem({
  mark,
  title,
  says,
  open,
  onToggle,
  children,
}: {
  mark?: React.ReactNode
  title: string
  says: string
  open: boolean
  onToggle: () => void
  children: React.ReactNode
}) {
  return (
    <Box borderBottom="1px solid" borderColor="rule" py={1.5}>
      <chakra.button
        type="button"
        onClick={onToggle}
        aria-expanded={open}
        cursor="pointer"
        textAlign="left"
        w="100%"
        minH="38px"
      >
        <Flex as="span" gap={2.5} align="center">
          {mark}
          <span>
            <b>{title}</b>{' '}
            <Box as="span" color="pencil" fontSize="sm">
              {says}
            </Box>
          </span>
        </Flex>
      </chakra.button>
      {open ? (
        <Box mt={2} mb={2} pl={3} borderLeft="2px solid" borderColor="rule">
          {children}
        </Box>
      ) : null}
    </Box>
  )
}
