import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import tar from 'tar-stream'
import { unpackInto } from '@/data/at-rest/archive'
import { seededRandom } from '@/core/quantity/random'

/** Archives that are no copies of ours, unpacked one after the other: each is refused in a sentence or lies where it should. Usage: attack-archives HOW-MANY SEED. */
const [many, seed] = process.argv.slice(2).map(Number)
const random = seededRandom(seed)
const pick = <T,>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
const NAMES = [
  'a',
  'a/b',
  '../x',
  '../../x',
  '/x',
  'a/../../x',
  '.',
  '..',
  'a\\..\\x',
  'x'.repeat(300),
  '',
  'PG_VERSION',
  'a\0b',
  'CON',
  '水',
]
const TYPES = [
  'file',
  'file',
  'file',
  'directory',
  'symlink',
  'link',
  'fifo',
  'character-device',
] as const

async function packed(): Promise<Buffer> {
  const pack = tar.pack()
  for (let i = 0; i < 1 + random() * 4; i++) {
    const type = pick(TYPES)
    const body = type === 'file' ? 'x'.repeat(Math.floor(random() * 2000)) : ''
    pack.entry({ name: pick(NAMES), type, linkname: '/etc/passwd', size: body.length }, body)
  }
  pack.finalize()
  const parts: Buffer[] = []
  for await (const part of pack) parts.push(part as Buffer)
  const bytes = Buffer.concat(parts)
  // Sizes and kinds that the headers claim otherwise.
  if (random() < 0.4) bytes[Math.floor(random() * bytes.length)] ^= 0xff
  const squeezed = gzipSync(bytes)
  return random() < 0.2 ? squeezed.subarray(0, Math.floor(random() * squeezed.length)) : squeezed
}

const home = mkdtempSync(join(tmpdir(), 'vivero-archives-'))
const outcomes = { unpacked: 0, refused: 0 }
const faults: string[] = []
try {
  for (let i = 0; i < many; i++) {
    const [archive, inner] = [join(home, 'archive'), join(home, 'deep', 'inner')]
    rmSync(join(home, 'deep'), { recursive: true, force: true })
    mkdirSync(inner, { recursive: true })
    writeFileSync(archive, await packed())
    try {
      await unpackInto(archive, join(inner, 'room'), 1e6)
      outcomes.unpacked++
    } catch (error) {
      outcomes.refused++
      if ((error as Error).name !== 'NoCopy') faults.push(`archive ${i}: ${String(error)}`)
    }
    const strays = [
      ...readdirSync(home),
      ...readdirSync(join(home, 'deep')),
      ...readdirSync(inner),
    ].filter((name) => !['archive', 'deep', 'inner', 'room'].includes(name))
    if (strays.length > 0 || existsSync('/x'))
      faults.push(`archive ${i} got out of its place: ${strays.join(', ')}`)
  }
} finally {
  rmSync(home, { recursive: true, force: true })
}
console.log(
  `vivero: archives: ${outcomes.refused} refused, ${outcomes.unpacked} lie where they should`,
)
for (const fault of faults.slice(0, 20)) console.error(fault)
process.exit(faults.length === 0 ? 0 : 1)
