import { Box, Flex } from '@chakra-ui/react'
import { Button } from './kit/button.client'

/** What was to be changed had been changed elsewhere: said, with the choice left to the keeper. */
export function Overtaken({
  says,
  onInsist,
  busy,
}: {
  says: string
  onInsist: () => void
  busy: boolean
}) {
  return (
    <Box role="alert" mt={3} borderLeft="3px solid" borderColor="clay" pl={3}>
      <Box className="serif">{says}</Box>
      <Flex gap={4} mt={1.5} align="center" wrap="wrap">
        <Button look="paper" busy={busy} onClick={onInsist}>
          Write mine all the same
        </Button>
        <Box as="span" fontSize="sm" color="pencil">
          or leave it; what you typed stays here.
        </Box>
      </Flex>
    </Box>
  )
}
