import { Box, Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import NextLink from '../page-link'
import type { Desk } from './desk'

/** A page of a desk that has several: its sentence, the row of pages, and what it shows. `at`: the desk’s own address. */
export function DeskFrame({
  at,
  desk: { name, pages },
  page,
  title,
  aside,
  children,
}: {
  at: string
  desk: Pick<Desk, 'name' | 'pages'>
  page: string
  title: ReactNode
  aside?: ReactNode
  children: ReactNode
}) {
  return (
    <Box as="main" px={{ base: 3, md: 8 }} pt={3} pb={8} maxW="77.5rem">
      <Box as="h1" className="serif" fontSize={{ base: 'lg', md: 'xl' }} lineHeight={1.3}>
        {title}
      </Box>
      {aside ? (
        <Box fontSize="sm" color="pencil">
          {aside}
        </Box>
      ) : null}
      <Flex
        as="nav"
        aria-label={`Pages of the ${name.toLowerCase()} desk`}
        columnGap={5}
        wrap="wrap"
        mt={1}
        mb={4}
        borderBottom="1px solid"
        borderColor="rule"
        fontSize="sm"
      >
        {pages
          .filter(({ within }) => !within)
          .map((one) => (
            <NextLink
              key={one.path}
              href={`${at}${one.path}`}
              aria-current={one.path === page ? 'page' : undefined}
              style={{ textDecoration: 'none' }}
            >
              <Box
                as="span"
                display="inline-flex"
                alignItems="center"
                minH="34px"
                fontWeight={one.path === page ? 680 : 450}
                color={one.path === page ? 'ink' : 'water'}
                borderBottom="3px solid"
                borderColor={one.path === page ? 'ink' : 'transparent'}
                mb="-1px"
              >
                {one.name}
              </Box>
            </NextLink>
          ))}
      </Flex>
      {children}
    </Box>
  )
}

/** The tank's name as it opens every sentence. */
export const TankName = ({ children }: { children: string }) => (
  <Box as="span" fontSize={{ base: '2xl', md: '3xl' }} fontWeight={680}>
    {children}
  </Box>
)

/** While a number in its sentence cannot be read, an answer to the number before it would be taken for the answer to this one: it is not shown. */
const UNREAD = { '&:has([aria-invalid="true"]) [data-answer]': { display: 'none' } }

export function Section({
  id,
  title,
  children,
  aside,
}: {
  /** Where another page leads to it. */
  id?: string
  title: string
  children: ReactNode
  aside?: ReactNode
}) {
  return (
    <Box as="section" id={id} mb={5} css={UNREAD}>
      <Flex
        align="baseline"
        justify="space-between"
        gap={3}
        borderBottom="1px solid"
        borderColor="rule"
        mb={1.5}
      >
        <Box as="h2" className="serif" fontWeight={620} fontSize="md">
          {title}
        </Box>
        {aside ? (
          <Box fontSize="sm" color="pencil">
            {aside}
          </Box>
        ) : null}
      </Flex>
      <Box fontSize="md">{children}</Box>
    </Box>
  )
}
