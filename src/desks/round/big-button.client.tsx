'use client'

import { chakra } from '@chakra-ui/react'
import { stillBusy } from '@/ui/kit/button.client'

/** A word of the bar below the round, large enough for a wet thumb. */
export function BigButton({
  strong,
  faint,
  hidden,
  busy = false,
  ...rest
}: React.ComponentProps<typeof chakra.button> & {
  strong?: boolean
  faint?: boolean
  hidden?: boolean
  busy?: boolean
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
      {...stillBusy(busy)}
    />
  )
}
