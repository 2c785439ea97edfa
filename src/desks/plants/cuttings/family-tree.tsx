import { Box } from '@chakra-ui/react'
import type { Kinship } from '@/core/gardening/cuttings/lineage'
import type { Instant } from '@/core/quantity/time'

/** A family as an indented tree: each planting with its tank, whence it came, and what became of it. */
export function FamilyTree({ of, say }: { of: Kinship; say: (on: Instant) => string }) {
  return (
    <Box as="ul" listStyleType="none" m={0} pl={0} mb={2}>
      <Branch of={of} say={say} />
    </Box>
  )
}

function Branch({ of, say }: { of: Kinship; say: (on: Instant) => string }) {
  const { stake, name, tank, origin, since, ended, children } = of
  return (
    <li>
      <b>{stake}</b> {name}, {tank}{' '}
      <Box as="span" color="pencil">
        {origin === 'not said' ? '' : `${origin}, `}since {say(since)}
        {ended ? `, ${ended.became} ${say(ended.at)}` : ''}
      </Box>
      {children.length > 0 ? (
        <Box
          as="ul"
          listStyleType="none"
          m={0}
          ml={2}
          pl={4}
          borderLeft="1px solid"
          borderColor="pencil"
        >
          {children.map((child) => (
            <Branch key={child.id} of={child} say={say} />
          ))}
        </Box>
      ) : null}
    </li>
  )
}
