'use client'

import { chakra } from '@chakra-ui/react'

/** A word of the bar below the round, large enough for a wet thumb. */
export function BigButton({
  strong,
  faint,
  hidden,
  ...rest
}: React.ComponentProps<typeof chakra.button> & {
  strong?: boolean
  faint?: boolean
  hidden?: boolean
}) {
  return (
    <chakra.button
      type="button"
      minH="48px"
      px={3}
      cursor="pointer"
      fontWeight={strong ? 700 : 450}
      color={faint ? 'pencil' : 'ink'}
      textDecoration={faint ? 'underline' : undefined}
      visibility={hidden ? 'hidden' : 'visible'}
      {...rest}
    />
  )
}
