import { Box, Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Rail } from '@/desks/bench/rail'
import { IndexTabs } from '@/ui/frame/index-tabs.client'

export const dynamic = 'force-dynamic'

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode
  params: Promise<{ tank: string }>
}) {
  const { tank } = await params
  return (
    <Flex direction="column" minH="100vh">
      <a className="skip" href="#desk">
        Skip to the desk
      </a>
      <Rail open={tank} />
      <Flex flex={1} direction={{ base: 'column', md: 'row' }}>
        <Box id="desk" flex={1} minW={0}>
          {children}
        </Box>
        <IndexTabs tank={tank} />
      </Flex>
    </Flex>
  )
}
