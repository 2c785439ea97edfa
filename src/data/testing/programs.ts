import { join } from 'node:path'

/** A program that tests start and kill, packed into one file before the first test (`jest.outside.mjs`). One process: what is killed must be the program itself. */
export const program = (name: 'writer' | 'seed-demo' | 'restore'): string =>
  join(process.cwd(), '.vivero', 'tests', `${name}.mjs`)
