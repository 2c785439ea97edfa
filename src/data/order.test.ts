import ts from 'typescript'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import type { TankHistory } from '@/core/history/types'
import { lodge } from './demo/lodge'
import { now } from './clock'
import type { Database } from './db'
import { addPopulation } from './facts/populations'
import * as t from './schema'
import { loadStory } from './story'
import { readStory } from './story-rows'
import { serveFromMemory } from './testing/served'

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(lodge(now())[0]))
})
afterAll(() => close())

/** As a server that starts anew reads it. */
async function afterRestart(): Promise<TankHistory> {
  const [row] = await db.select().from(t.vessel).where(eq(t.vessel.slug, 'tarn'))
  return readStory(db, row)
}

test('what was added stands where a restart finds it: animals by their names', async () => {
  const story = (await loadStory(db, 'tarn'))!
  for (const [i, name] of [
    'Zebra loaches',
    'Äsh minnows',
    'ash minnows',
    'Amber shrimp',
  ].entries()) {
    const one = { ...story.populations[0], id: `new-${9 - i}`, name, since: now(), until: null }
    await addPopulation(db, 'tarn', one, 5, now())
    expect(await loadStory(db, 'tarn')).toEqual(await afterRestart())
  }
})

/** Queries for lists whose order nobody says, by file and line. What is read as a set says so in a comment. */
function unordered(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const found: string[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const { name, expression } = node.expression
      if (/^select(Distinct)?$/.test(name.text) && /^(db|tx)$/.test(expression.getText())) {
        const { top, calls } = chainOf(node)
        if (!calls.includes('orderBy') && !isOneRow(top) && !saidSet(source, node))
          found.push(`${file}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`)
      }
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

function chainOf(node: ts.Node): { top: ts.Node; calls: string[] } {
  const calls: string[] = []
  let top = node
  while (ts.isPropertyAccessExpression(top.parent) && ts.isCallExpression(top.parent.parent)) {
    calls.push(top.parent.name.text)
    top = top.parent.parent
  }
  return { top, calls }
}

/** `const [row] = await …` */
function isOneRow(top: ts.Node): boolean {
  let up = top.parent
  while (
    ts.isAwaitExpression(up) ||
    ts.isParenthesizedExpression(up) ||
    ts.isArrowFunction(up) ||
    ts.isCallExpression(up)
  )
    up = up.parent
  return (
    ts.isVariableDeclaration(up) &&
    ts.isArrayBindingPattern(up.name) &&
    up.name.elements.length === 1
  )
}

const saidSet = (source: ts.SourceFile, node: ts.Node): boolean => {
  const { line } = source.getLineAndCharacterOfPosition(node.getStart())
  return source.text
    .split('\n')
    .slice(Math.max(0, line - 4), line)
    .some((text) => /\/\/ A set\b/.test(text))
}

test('every list that is read from the database has an order of its own, or is read as a set', () => {
  const files = readdirSync('src/data', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.includes('test'))
    .map((file) => join('src/data', file))
  expect(files.length).toBeGreaterThan(60)
  expect(files.flatMap(unordered)).toEqual([])
})
