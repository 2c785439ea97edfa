'use client'

import { chakra } from '@chakra-ui/react'

/**
 * Every button of the product. `look`: ink for the one thing a form is for, paper for what stands beside it, quiet for a word in a
 * sentence that does something, clay for one that takes away. `size`: thumb at the tank, plain at the desk, line within a line.
 */
export const Button = chakra(
  'button',
  {
    base: { cursor: 'pointer', _disabled: { opacity: 0.45, cursor: 'default' } },
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
