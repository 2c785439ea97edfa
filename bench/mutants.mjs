// Rules and constants of the core altered one at a time: does a unit test notice? Prints what was not noticed, and the share that was.
// node bench/mutants.mjs COUNT SEED. Works on a copy; the alterations are drawn by chance from a seed, so that a run can be repeated.
import { spawnSync } from 'node:child_process'
import {
  cpSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative, resolve } from 'node:path'
import ts from 'typescript'

const ROOT = resolve('.')
const ROOMS = [
  ...['chemistry', 'vessel', 'plants', 'algae', 'livestock', 'layout', 'water', 'gardening'],
  ...['history', 'judgement', 'rescape', 'routine', 'evening', 'board', 'admission', 'journal'],
]
const [count = 60, seed = 1] = process.argv.slice(2).map(Number)
/** A run of the tests that takes longer hangs by the alteration, which is noticing it. */
const PATIENCE_MS = 120_000

const copy = mkdtempSync(join(tmpdir(), 'vivero-mutants-'))

/** Every alteration that could be made in a room of the core. */
function mutantsOf(room) {
  return filesOf(join(copy, 'src/core', room)).flatMap((file) => {
    const text = readFileSync(file, 'utf8')
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
    const found = []
    const visit = (node) => {
      if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return
      const to = altered(node)
      if (to !== null) found.push({ room, file, at: node.getStart(), end: node.getEnd(), to })
      ts.forEachChild(node, visit)
    }
    visit(source)
    return found
  })
}

function filesOf(directory) {
  return readdirSync(directory, { recursive: true })
    .map((name) => join(directory, name))
    .filter((name) => name.endsWith('.ts') && !name.includes('.test.') && !name.includes('.words.'))
}

const OTHER = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
}
/** What a node is altered to: a number half as much again, an operator its neighbour; null for what is left alone. */
function altered(node) {
  if (ts.isNumericLiteral(node)) {
    const value = Number(node.text)
    return value === 0 ? '1' : String(value * 1.5)
  }
  if (ts.isBinaryExpression(node)) return null
  const inside = node.parent && ts.isBinaryExpression(node.parent)
  const isOperator = inside && node === node.parent.operatorToken
  return isOperator ? (OTHER[node.getText()] ?? null) : null
}

/** So many of a list, without a second of the same place. */
function drawn(list, many, random) {
  const left = [...list]
  const out = []
  while (out.length < many && left.length > 0)
    out.push(...left.splice(Math.floor(random() * left.length), 1))
  return out
}

function tried(mutant) {
  const text = readFileSync(mutant.file, 'utf8')
  const line = text.slice(0, mutant.at).split('\n').length
  writeFileSync(mutant.file, text.slice(0, mutant.at) + mutant.to + text.slice(mutant.end))
  const name = relative(copy, mutant.file)
  const run = spawnSync(
    process.execPath,
    [
      ...['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'],
      ...['--bail', '--silent', '--forceExit', '--findRelatedTests', name],
      ...[
        '--testPathIgnorePatterns',
        'src/data/(?!formats/json|border)',
        'actions.test',
        'handlers.test',
        'pages.test',
        'src/desks/setup',
      ],
    ],
    {
      cwd: copy,
      stdio: 'ignore',
      timeout: PATIENCE_MS,
      env: { ...process.env, VIVERO_NOW: '2026-11-24T12:00:00.000Z' },
    },
  )
  writeFileSync(mutant.file, text)
  const was = text.slice(mutant.at, mutant.end)
  const noticed = run.status !== 0
  console.log(
    `${noticed ? 'noticed ' : 'UNSEEN  '} ${name}:${line}  ${was} → ${mutant.to}   ${text.split('\n')[line - 1].trim().slice(0, 90)}`,
  )
  return { room: mutant.room, noticed }
}

function report(all) {
  console.table(
    [...ROOMS, 'all'].map((room) => {
      const own = all.filter((one) => room === 'all' || one.room === room)
      const noticed = own.filter((one) => one.noticed).length
      return {
        room,
        altered: own.length,
        noticed,
        share: own.length ? `${Math.round((100 * noticed) / own.length)} %` : '',
      }
    }),
  )
}

/** A generator of chance from a seed (mulberry32, public domain). */
function chance(from) {
  let state = from >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

try {
  for (const part of ['src', 'docs', 'drizzle', 'scripts'])
    cpSync(join(ROOT, part), join(copy, part), { recursive: true })
  for (const file of readdirSync(ROOT, { withFileTypes: true }))
    if (file.isFile()) cpSync(join(ROOT, file.name), join(copy, file.name))
  symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'))
  report(drawn(ROOMS.flatMap(mutantsOf), count, chance(seed)).map(tried))
} finally {
  rmSync(copy, { recursive: true, force: true })
}
