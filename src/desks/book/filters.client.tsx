'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import type { EntryKind } from '@/core/journal/entry'
import { Button } from '@/ui/kit/button.client'
import { Input, Select, Tick } from '@/ui/kit/input.client'

/** The journal's filter: a plain form, so that a filtered book has an address of its own. */
export function Filters({
  slug,
  counts,
  plantings,
  asked,
}: {
  slug: string
  counts: readonly { kind: EntryKind; name: string; count: number }[]
  plantings: readonly { id: string; stake: string; name: string }[]
  asked: Record<string, string>
}) {
  const one = (name: string) => asked[name] ?? ''
  const filtered = ['kind', 'planting', 'text', 'from', 'to', 'struck'].some(
    (name) => one(name) !== '',
  )
  return (
    <chakra.form method="get" action={`/tanks/${slug}/book`} my={3} aria-label="Filter">
      <Flex gap={3} wrap="wrap" align="flex-end" fontSize="sm">
        <Box>
          <chakra.label htmlFor="filter-kind" display="block">
            kind
          </chakra.label>
          <Select
            id="filter-kind"
            name="kind"
            defaultValue={one('kind')}
            minH="38px"
            fontSize="sm"
            maxW="180px"
          >
            <option value="">all</option>
            {counts.map(({ kind, name, count }) => (
              <option key={kind} value={kind}>
                {name} ({count})
              </option>
            ))}
          </Select>
        </Box>
        <Box>
          <chakra.label htmlFor="filter-planting" display="block">
            planting
          </chakra.label>
          <Select
            id="filter-planting"
            name="planting"
            defaultValue={one('log') ? '' : one('planting')}
            minH="38px"
            fontSize="sm"
            maxW="180px"
          >
            <option value="">all</option>
            {plantings.map((planting) => (
              <option key={planting.id} value={planting.id}>
                {planting.stake} {planting.name}
              </option>
            ))}
          </Select>
        </Box>
        <Box>
          <chakra.label htmlFor="filter-words" display="block">
            words
          </chakra.label>
          <Input
            id="filter-words"
            name="text"
            defaultValue={one('text')}
            maxLength={200}
            minH="38px"
            fontSize="sm"
            w="130px"
          />
        </Box>
        <Box>
          <chakra.label htmlFor="filter-from" display="block">
            from
          </chakra.label>
          <Input
            id="filter-from"
            type="date"
            name="from"
            defaultValue={one('from')}
            minH="38px"
            fontSize="sm"
          />
        </Box>
        <Box>
          <chakra.label htmlFor="filter-to" display="block">
            to
          </chakra.label>
          <Input
            id="filter-to"
            type="date"
            name="to"
            defaultValue={one('to')}
            minH="38px"
            fontSize="sm"
          />
        </Box>
        <chakra.label display="flex" gap={1.5} alignItems="center" minH="38px">
          <Tick
            type="checkbox"
            name="struck"
            value="yes"
            defaultChecked={one('struck') === 'yes'}
          />{' '}
          struck out
        </chakra.label>
        <Button look="paper" size="plain" type="submit">
          Show
        </Button>
        {filtered ? (
          <NextLink href={`/tanks/${slug}/book`}>
            <Box as="span" color="water">
              all lines
            </Box>
          </NextLink>
        ) : null}
      </Flex>
    </chakra.form>
  )
}
