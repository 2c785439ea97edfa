import { checkBackup } from '@/data/at-rest/backups'

/** Opens a copy of the data and ends with 0 when it can be read. Usage: check-backup FILE. */
try {
  await checkBackup(process.argv[2])
  process.exit(0)
} catch (error) {
  console.error(error)
  process.exit(1)
}
