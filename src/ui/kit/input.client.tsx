'use client'

import { Box, chakra } from '@chakra-ui/react'

const box = {
  border: '1px solid',
  borderColor: 'graphite',
  bg: 'paper',
  px: 2,
  minH: '42px',
  maxW: '100%',
  borderRadius: 0,
  _placeholder: { color: 'pencil', opacity: 1 },
} as const

/** A field to type in, a day or a time of the browser’s own calendar among them. */
export const Input = chakra('input', { base: box })
export const Select = chakra('select', { base: box })
export const TextArea = chakra('textarea', { base: { ...box, py: 1.5 } })

/** A box to tick, or one of several. */
export const Tick = chakra('input', { base: { accentColor: 'ink' } })

/** What a field is called, above it. */
export const FieldLabel = chakra('label', { base: { display: 'block', fontSize: 'sm', mb: 1 } })

/** What is wrong, in a sentence, where the keeper looks; nothing while all is well. */
export function Problem({ id, says }: { id?: string; says: string | null | undefined }) {
  return says ? (
    <Box id={id} role="alert" color="clay" fontSize="sm">
      {says}
    </Box>
  ) : null
}

/** A value drawn along a line. */
export const Slider = chakra(
  'input',
  { base: { w: '100%', minH: '32px', accentColor: 'water' } },
  { defaultProps: { type: 'range' } },
)

/**
 * A file of the keeper’s. What was chosen is named by the page: the field itself is emptied, so that the same file can be chosen again, and would go
 * on saying that none is.
 */
export const FileInput = chakra(
  'input',
  {
    base: {
      display: 'block',
      mt: 2,
      minH: '44px',
      color: 'transparent',
      '&::file-selector-button': {
        font: 'inherit',
        color: 'ink',
        bg: 'paper',
        border: '1px solid',
        borderColor: 'ink',
        borderRadius: '4px',
        minH: '42px',
        px: 4,
        cursor: 'pointer',
      },
    },
  },
  { defaultProps: { type: 'file' } },
)
