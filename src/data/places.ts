import { join, resolve } from 'node:path'

/** The project's own folder: every command of ours runs there. */
export function projectRoot(): string {
  return process.cwd()
}
export function migrationsFolder(): string {
  return join(projectRoot(), 'drizzle')
}
/** The keeper's data: VIVERO_DATA, else ./data. */
export function dataDirectory(): string {
  return resolve(/* turbopackIgnore: true */ projectRoot(), process.env.VIVERO_DATA || 'data')
}
