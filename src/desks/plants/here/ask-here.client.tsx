'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { Button } from '@/ui/kit/button.client'
import { FieldLabel, Input, Problem, Select } from '@/ui/kit/input.client'
import { useMeasures } from '@/ui/measures.client'
import type { AskedHere } from './asked'

const FIELDS = [
  ['x', 'from the left'],
  ['z', 'from the front'],
  ['wide', 'wide each way'],
] as const

/** A place in the plan: a plain form, so that an answer has an address of its own. */
export function AskHere({ asked: { typed, problem } }: { asked: AskedHere }) {
  const measures = useMeasures()
  return (
    <chakra.form method="get" aria-label="The place" mb={4}>
      <Flex gap={5} wrap="wrap" align="flex-end">
        {FIELDS.map(([name, label]) => (
          <Box key={name}>
            <FieldLabel htmlFor={`here-${name}`}>{label}</FieldLabel>
            <Flex align="center" gap={1}>
              <Input
                id={`here-${name}`}
                name={name}
                w="72px"
                inputMode="decimal"
                defaultValue={typed[name]}
                aria-describedby="here-problem"
              />
              <span>{measures.unit('cm')}</span>
            </Flex>
          </Box>
        ))}
        <Box>
          <FieldLabel htmlFor="here-grow">planted</FieldLabel>
          <Select id="here-grow" name="grow" defaultValue={typed.dense ? 'dense' : 'patient'}>
            <option value="dense">densely, full at once</option>
            <option value="patient">sparsely, it grows together</option>
          </Select>
        </Box>
        <Button type="submit">What grows here?</Button>
      </Flex>
      <Problem id="here-problem" says={problem} />
    </chakra.form>
  )
}
