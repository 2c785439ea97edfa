'use client'

import { Box, Flex } from '@chakra-ui/react'
import { HOLDINGS, LIMES, natureOf, SOAKINGS, type PieceNature } from '@/core/history/piece-nature'
import type { BoardPiece } from '@/core/history/types'
import { Select, Tick } from '@/ui/kit/input.client'

/** What a piece does to the water, how it is held, and who may hide in it. */
export function Nature({
  piece,
  onSay,
}: {
  piece: BoardPiece
  onSay: (nature: PieceNature) => void
}) {
  const nature = natureOf(piece)
  const say = (said: Partial<PieceNature>) => onSay({ ...nature, ...said })
  const stone = piece.material === 'stone'
  return (
    <Flex gap={3} wrap="wrap" mt={2} align="flex-end" fontSize="sm">
      {stone ? (
        <OneOf
          label="A drop of vinegar"
          of={LIMES}
          words={{ inert: 'does nothing', 'lime-bearing': 'fizzes: lime' }}
          value={nature.lime}
          onSay={(lime) => say({ lime })}
        />
      ) : (
        <OneOf
          label="In the water it"
          of={SOAKINGS}
          words={{}}
          value={nature.soaking}
          onSay={(soaking) => say({ soaking })}
        />
      )}
      <OneOf
        label="Held"
        of={HOLDINGS}
        words={{}}
        value={nature.holding}
        onSay={(holding) => say({ holding })}
      />
      {stone ? (
        <>
          <Yes
            label="full of holes, like lava"
            is={nature.porous}
            onSay={(porous) => say({ porous })}
          />
          <Yes label="tapped, and firm" is={nature.tapped} onSay={(tapped) => say({ tapped })} />
        </>
      ) : (
        <>
          <Yes label="stains the water" is={nature.stains} onSay={(stains) => say({ stains })} />
          <Yes label="grows slime" is={nature.slimes} onSay={(slimes) => say({ slimes })} />
        </>
      )}
      <Yes label="animals hide in it" is={nature.hides} onSay={(hides) => say({ hides })} />
      {stone && nature.lime === 'lime-bearing' ? (
        <Box color="pencil" flexBasis="100%">
          It raises KH and GH for as long as it lies there; where animals want that, it is right.
        </Box>
      ) : null}
      {!stone && (nature.stains || nature.slimes) ? (
        <Box color="pencil" flexBasis="100%">
          {nature.stains ? 'The tint goes with changes, or with carbon in the filter. ' : ''}
          {nature.slimes ? 'The slime goes by itself in some weeks; snails and shrimp eat it.' : ''}
        </Box>
      ) : null}
    </Flex>
  )
}

function OneOf<T extends string>({
  label,
  of,
  words,
  value,
  onSay,
}: {
  label: string
  of: readonly T[]
  /** How a value is said, where that is not what it is called. */
  words: Partial<Record<T, string>>
  value: T
  onSay: (value: T) => void
}) {
  return (
    <Box as="label">
      <Box as="span" display="block" color="pencil">
        {label}
      </Box>
      <Select aria-label={label} value={value} onChange={(event) => onSay(event.target.value as T)}>
        {of.map((one) => (
          <option key={one} value={one}>
            {words[one] ?? one}
          </option>
        ))}
      </Select>
    </Box>
  )
}

function Yes({ label, is, onSay }: { label: string; is: boolean; onSay: (is: boolean) => void }) {
  return (
    <Flex as="label" gap={2} align="center" minH="42px">
      <Tick type="checkbox" checked={is} onChange={(event) => onSay(event.target.checked)} />
      {label}
    </Flex>
  )
}
