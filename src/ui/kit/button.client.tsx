'use client'

import { chakra } from '@chakra-ui/react'
import type { ComponentProps, MouseEvent } from 'react'

const Plain = chakra(
  'button',
  {
    base: {
      cursor: 'pointer',
      flexShrink: 0,
      maxW: '100%',
      _disabled: { opacity: 0.45, cursor: 'default' },
    },
    variants: {
      look: {
        ink: { bg: 'ink', color: 'paper' },
        paper: { bg: 'paper', border: '1px solid', borderColor: 'ink' },
        quiet: { color: 'water', textDecoration: 'underline' },
        faint: { color: 'pencil', textDecoration: 'underline' },
        clay: { color: 'clay', textDecoration: 'underline' },
      },
      size: {
        thumb: { minH: '44px' },
        plain: { minH: '38px' },
        line: { minH: '28px' },
        word: {},
      },
    },
    compoundVariants: [
      { look: 'ink', size: 'thumb', css: { px: 5 } },
      { look: 'ink', size: 'plain', css: { px: 3 } },
      { look: 'paper', size: 'thumb', css: { px: 4 } },
      { look: 'paper', size: 'plain', css: { px: 3 } },
    ],
    defaultVariants: { look: 'ink', size: 'thumb' },
  },
  { defaultProps: { type: 'button' } },
)

/** While what it does is under way a button hears nothing, yet keeps the focus: if it fails, one more key tries it again. */
export const stillBusy = (busy: boolean) =>
  busy
    ? { 'aria-disabled': true, onClick: (event: MouseEvent) => event.preventDefault() }
    : undefined

/**
 * Every button of the product. `look`: ink for the one thing a form is for, paper for what stands beside it, quiet for a word in a
 * sentence that does something, clay for one that takes away. `size`: thumb at the tank, plain at the desk, line within a line.
 `busy`: it is at it; see {@link stillBusy}.
 */
export function Button({
  busy = false,
  ...rest
}: ComponentProps<typeof Plain> & { busy?: boolean }) {
  return <Plain {...rest} {...stillBusy(busy)} />
}
