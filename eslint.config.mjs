import { readdirSync } from 'node:fs'
import next from 'eslint-config-next/core-web-vitals'
import typescript from 'eslint-config-next/typescript'

/** Imports run one way: app → desks → (ui, data, workers) → core. */
const layer = (files, forbidden, message) => ({
  files,
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: forbidden, message }] }] },
})

/** The floors of the core, from the ground up; what stands on one floor may lean on each other, but never on a floor above. */
const floors = [
  ['quantity'],
  ['chemistry'],
  ['journal'],
  ['history'],
  ['vessel'],
  ['plants', 'algae', 'livestock'],
  ['layout'],
  ['water'],
  ['gardening'],
  ['admission'],
  ['judgement'],
  ['routine'],
  ['evening'],
  ['rescape'],
  ['board'],
  ['testing'],
]
const THE_CORE = '@/(data|ui|desks|app|workers|devices)|react|next|drizzle-orm|@chakra-ui|yup|node:'
const coreFloors = floors.map((own, i) => {
  const above = floors.slice(i + 1).flat()
  const over = above.length > 0 ? `|(\\.\\./)+(${above.join('|')})/` : ''
  return layer(
    own.map((room) => `src/core/${room}/**`),
    `^(${THE_CORE}${over})`,
    'The core knows no interface, no database and no machine, and each of its floors only those below it.',
  )
})
const desks = readdirSync('src/desks')

const config = [
  {
    ignores: [
      '.next/**',
      'next-env.d.ts',
      'data*/**',
      '.vivero/**',
      'playwright-report/**',
      'test-results/**',
    ],
  },
  ...next,
  ...typescript,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      'no-console': ['error', { allow: ['error', 'warn'] }],
      // What the formatter cannot see. Places that were so before stand in eslint-suppressions.json; none may be added.
      'no-nested-ternary': 'error',
      complexity: ['error', 15],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  // Markup is one attribute a line: what fits a screen is longer there.
  {
    files: ['**/*.tsx'],
    rules: {
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
    },
  },
  // A `describe` holds its tests as a folder holds files.
  {
    files: ['**/*.test.ts', '**/*.test.tsx', 'e2e/**'],
    rules: { 'max-lines-per-function': 'off' },
  },
  { files: ['scripts/**', 'bench/**'], rules: { 'no-console': 'off' } },
  ...coreFloors,
  layer(['src/data/**'], '^@/(ui|desks|app|workers|devices)', 'Data knows no screen.'),
  layer(
    ['src/ui/**'],
    '^@/(data|desks|app|workers|devices)',
    'The look knows no desk and no data.',
  ),
  layer(['src/workers/**'], '^@/(data|ui|desks|app)', 'Workers call the core only.'),
  ...desks.map((desk) =>
    layer(
      [`src/desks/${desk}/**`],
      `^(@/app|@/desks/(?!${desk}/)|\\.\\./(${desks.filter((other) => other !== desk).join('|')})/)`,
      'Desks do not import each other.',
    ),
  ),
]

export default config
