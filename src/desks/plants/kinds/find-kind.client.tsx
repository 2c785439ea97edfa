'use client'

import { chakra, Flex } from '@chakra-ui/react'
import { Button } from '@/ui/kit/button.client'
import { FieldLabel, Input } from '@/ui/kit/input.client'

/** A kind by whatever name: a plain form, so that what is found has an address of its own. */
export const FindKind = ({ sought }: { sought: string }) => (
  <chakra.form method="get" aria-label="Find a kind" mb={4}>
    <Flex gap={3} align="flex-end" wrap="wrap">
      <span>
        <FieldLabel htmlFor="kind-find">botanical or common name</FieldLabel>
        <Input id="kind-find" name="find" defaultValue={sought} w="240px" maxLength={60} />
      </span>
      <Button type="submit">Find it</Button>
    </Flex>
  </chakra.form>
)
