'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from 'next/link'
import type { EntryKind } from '@/core/history/entries'

const field = { border: '1px solid', borderColor: 'graphite', bg: 'paper', px: 2, minH: '38px', fontSize: 'sm', borderRadius: 0 } as const

/** The journal's filter: a plain form, so that a filtered book has an address of its own. */
export function Filters({ slug, counts, plantings, asked }: { slug: string; counts: readonly { kind: EntryKind; count: number }[]; plantings: readonly { id: string; stake: string; name: string }[]; asked: Record<string, string> }) {
  const one = (name: string) => asked[name] ?? ''
  const filtered = ['kind', 'planting', 'text', 'from', 'to', 'struck'].some((name) => one(name) !== '')
  return (
    <chakra.form method="get" action={`/tanks/${slug}/book`} my={3} aria-label="Filter">
      <Flex gap={3} wrap="wrap" align="flex-end" fontSize="sm">
        <chakra.label>kind<br /><chakra.select name="kind" defaultValue={one('kind')} {...field}><option value="">all</option>{counts.map(({ kind, count }) => <option key={kind} value={kind}>{kind.replace('-', ' ')} ({count})</option>)}</chakra.select></chakra.label>
        <chakra.label>planting<br /><chakra.select name="planting" defaultValue={one('log') ? '' : one('planting')} {...field} maxW="190px"><option value="">all</option>{plantings.map((planting) => <option key={planting.id} value={planting.id}>{planting.stake} {planting.name}</option>)}</chakra.select></chakra.label>
        <chakra.label>words<br /><chakra.input name="text" defaultValue={one('text')} maxLength={200} {...field} w="150px" /></chakra.label>
        <chakra.label>from<br /><chakra.input type="date" name="from" defaultValue={one('from')} {...field} /></chakra.label>
        <chakra.label>to<br /><chakra.input type="date" name="to" defaultValue={one('to')} {...field} /></chakra.label>
        <chakra.label display="flex" gap={1.5} alignItems="center" minH="38px"><input type="checkbox" name="struck" value="yes" defaultChecked={one('struck') === 'yes'} /> struck out</chakra.label>
        <chakra.button type="submit" minH="38px" px={4} border="1px solid" borderColor="ink" cursor="pointer">Show</chakra.button>
        {filtered ? <NextLink href={`/tanks/${slug}/book`}><Box as="span" color="water">all lines</Box></NextLink> : null}
      </Flex>
    </chakra.form>
  )
}
