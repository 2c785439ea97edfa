'use client'

import { Box, Flex } from '@chakra-ui/react'
import { FieldLabel, Problem } from './input.client'

interface Props {
  /** The name of the field, for its ids. */
  name: string
  label: string
  after?: string
  problem: string | undefined
  children: React.ReactNode
}

/** A field with what it is called above it and what is wrong with it below. */
export function Labelled({ name, label, after, problem, children }: Props) {
  return (
    <Box maxW="280px">
      <FieldLabel htmlFor={fieldId(name)}>{label}</FieldLabel>
      <Flex gap={1.5} align="center">
        {children}
        {after ? (
          <Box as="span" fontSize="sm" color="pencil">
            {after}
          </Box>
        ) : null}
      </Flex>
      <Problem id={problemId(name)} says={problem} />
    </Box>
  )
}

const fieldId = (name: string) => `field-${name}`
const problemId = (name: string) => `${name}-problem`

/** What a field must carry to be found by its label and to be read with its problem. */
export const tiedTo = (name: string, problem: string | undefined) => ({
  id: fieldId(name),
  'aria-invalid': Boolean(problem),
  'aria-describedby': problem ? problemId(name) : undefined,
})
