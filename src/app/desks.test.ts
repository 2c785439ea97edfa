import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'
import { DESKS } from './desks'

const TANK = 'src/app/tanks/[tank]'
const routes = readdirSync(TANK, { recursive: true, encoding: 'utf8' }).filter((file) =>
  file.endsWith('page.tsx'),
)
const inManifests = DESKS.flatMap((desk) =>
  desk.pages.map(({ path }) => ({ desk, path, at: `${desk.path}${path}` })),
)

test('every route of a tank stands in its desk’s manifest, and every page of a manifest has its route', () => {
  const found = routes.map((file) => {
    const at = relative(TANK, dirname(join(TANK, file)))
    return at === '' ? '' : `/${at}`
  })
  expect(found.toSorted()).toEqual(inManifests.map(({ at }) => at).toSorted())
})

test('a route takes its title from its line in its own desk’s manifest', () => {
  for (const { desk, path, at } of inManifests)
    // The window of Look bears the name of the application alone.
    if (at !== '') {
      const source = readFileSync(join(TANK, at, 'page.tsx'), 'utf8')
      const [, name, of] = /titleOf\((\w+), '(.*)'\)/.exec(source)!
      const manifest = jest.requireActual<Record<string, unknown>>(`@/desks/${name}/desk`)
      expect([manifest[name], of]).toEqual([desk, path])
    }
})

test('no desk and no page is named twice, and every page but one that needs a thing of its tank is tried', () => {
  expect(new Set(DESKS.map(({ path }) => path)).size).toBe(DESKS.length)
  expect(new Set(inManifests.map(({ at }) => at)).size).toBe(inManifests.length)
  const untried = DESKS.flatMap(({ pages }) => pages.filter(({ tried }) => tried === null))
  expect(untried.map(({ path }) => path)).toEqual(['/[plan]'])
})
