'use client'

import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { usePathname } from 'next/navigation'
import { DESKS } from './desks'

/** Notebook index tabs down the right edge; along the bottom on a phone. */
export function IndexTabs({ tank }: { tank: string }) {
  const path = usePathname()
  const root = `/tanks/${tank}`
  const isOpen = (desk: (typeof DESKS)[number]) =>
    desk.path === '' ? path === root : path.startsWith(`${root}${desk.path}`)
  return (
    <Box
      as="nav"
      aria-label="Desks"
      bg="margin"
      position={{ base: 'sticky', md: 'static' }}
      bottom={0}
      zIndex={2}
      borderLeft={{ md: '2px solid' }}
      borderTop={{ base: '2px solid', md: 'none' }}
      borderColor={{ base: 'graphite', md: 'graphite' }}
      w={{ md: '92px' }}
      flexShrink={0}
      pt={{ md: 5 }}
    >
      <Flex
        as="ul"
        direction={{ base: 'row', md: 'column' }}
        listStyleType="none"
        m={0}
        p={0}
        gap={{ base: 0, md: 2.5 }}
        justify={{ base: 'space-between', md: 'flex-start' }}
      >
        {DESKS.map((desk) => {
          const open = isOpen(desk)
          return (
            <Box
              as="li"
              key={desk.name}
              flex={{ base: 1, md: 'none' }}
              ml={{ md: open ? '-2px' : '0' }}
              mr={{ md: 2.5 }}
            >
              <NextLink
                href={`${root}${desk.path}`}
                aria-current={open ? 'page' : undefined}
                style={{ textDecoration: 'none', display: 'block' }}
              >
                <Flex
                  bg={open ? 'paper' : 'tab'}
                  border="1px solid"
                  borderColor={open ? 'graphite' : 'rule'}
                  borderLeftColor={{ md: open ? 'paper' : 'rule' }}
                  borderRadius={{ md: '0 8px 8px 0' }}
                  minH={{ base: '48px', md: '52px' }}
                  align="center"
                  justify={{ base: 'center', md: 'flex-start' }}
                  pl={{ md: 3 }}
                  position="relative"
                  fontWeight={open ? 700 : 450}
                  fontSize={{ base: 'xs', md: 'sm' }}
                >
                  {desk.name}
                  <Box
                    as="span"
                    position="absolute"
                    top="4px"
                    right="7px"
                    fontSize="2xs"
                    color="pencil"
                    display={{ base: 'none', md: 'block' }}
                    aria-hidden="true"
                  >
                    {desk.key}
                  </Box>
                </Flex>
              </NextLink>
            </Box>
          )
        })}
      </Flex>
    </Box>
  )
}
