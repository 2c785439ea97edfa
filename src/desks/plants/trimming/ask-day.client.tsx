'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { Button } from '@/ui/kit/button.client'
import { FieldLabel, Input, Problem, Select, Tick } from '@/ui/kit/input.client'
import { WEEKDAYS, type TrimAsked } from './asked'

/** The day, the evenings that are free, how many of them may be spent: a plain form, so that a plan has an address of its own. */
export function AskDay({ asked }: { asked: TrimAsked }) {
  return (
    <chakra.form method="get" aria-label="The day" mb={4}>
      <Flex gap={5} wrap="wrap" align="flex-end">
        <Box>
          <FieldLabel htmlFor="trim-on">in shape on</FieldLabel>
          <Input
            id="trim-on"
            name="on"
            type="date"
            defaultValue={asked.date}
            aria-describedby="trim-on-problem"
          />
        </Box>
        <Box as="fieldset" border={0} p={0} m={0}>
          <Box as="legend" fontSize="sm" mb={1}>
            free evenings
          </Box>
          <Flex gap={3} wrap="wrap" minH="38px" align="center">
            {WEEKDAYS.map((one) => (
              <chakra.label
                key={one}
                display="flex"
                gap={1}
                alignItems="center"
                minH="32px"
                fontSize="sm"
              >
                <Tick
                  type="checkbox"
                  name="evening"
                  value={one}
                  defaultChecked={asked.weekdays.includes(one)}
                />
                {one}
              </chakra.label>
            ))}
          </Flex>
        </Box>
        <Box>
          <FieldLabel htmlFor="trim-sessions">with scissors at most</FieldLabel>
          <Select id="trim-sessions" name="sessions" defaultValue={asked.sessions}>
            {[1, 2, 3, 4].map((one) => (
              <option key={one} value={one}>
                {one === 1 ? 'one evening' : `${one} evenings`}
              </option>
            ))}
          </Select>
        </Box>
        <Button type="submit">Plan it</Button>
      </Flex>
      <Problem id="trim-on-problem" says={asked.problem} />
    </chakra.form>
  )
}
