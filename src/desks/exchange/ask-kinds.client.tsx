import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/kit/button.client'
import type { KindsAsked } from './messages'

/** Kinds are shared by all tanks: what a file would have all of them know is shown, and taken over only where the keeper says so. Nothing was written yet. */
export function AskKinds({
  kinds: { fresh, other },
  onRead,
  onLeave,
}: {
  kinds: KindsAsked
  /** With the kinds whose figures are taken from the file. */
  onRead: (accepted: readonly string[]) => void
  onLeave: () => void
}) {
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set())
  const turn = (id: string) =>
    setTaken((before) => {
      const after = new Set(before)
      if (!after.delete(id)) after.add(id)
      return after
    })
  return (
    <Box as="section" role="alert" mt={4} pl={3} borderLeft="3px solid" borderColor="clay">
      <Box className="serif" fontSize="lg">
        Nothing is written yet: this file speaks of kinds that all your tanks share.
      </Box>
      {fresh.length > 0 ? (
        <Box mt={3}>
          {fresh.length === 1 ? 'One kind is' : `${fresh.length} kinds are`} new here and{' '}
          {fresh.length === 1 ? 'comes' : 'come'} with the tank:
          <Box as="ul" pl={5} mt={1}>
            {fresh.map(({ id, name, says }) => (
              <li key={id}>
                <b>{name}</b>: {says}.
              </li>
            ))}
          </Box>
        </Box>
      ) : null}
      {other.length > 0 ? (
        <Box as="fieldset" mt={3} border="0" p={0} m={0}>
          <Box as="legend" p={0}>
            The file says otherwise of these. Yours stay, unless you tick the file’s; what was said
            before is kept and can be put back.
          </Box>
          {other.map(({ id, name, says }) => (
            <chakra.label key={id} display="flex" gap={3} alignItems="baseline" minH="44px" py={2}>
              <input
                type="checkbox"
                checked={taken.has(id)}
                onChange={() => turn(id)}
                style={{ width: 20, height: 20, flex: 'none' }}
              />
              <span>
                <b>{name}</b>: {says}
              </span>
            </chakra.label>
          ))}
        </Box>
      ) : null}
      <Flex gap={4} mt={3} align="center">
        <Button size="plain" onClick={() => onRead([...fresh.map(({ id }) => id), ...taken])}>
          Read it in
        </Button>
        <Button look="quiet" size="line" onClick={onLeave}>
          leave it
        </Button>
      </Flex>
    </Box>
  )
}
