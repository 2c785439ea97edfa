import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Page } from '@playwright/test'
import { TRIED } from '@/app/tried'
import { FIRST_PORT } from './ports'

/** A page that fails its test when the browser's console shows an error or a warning, hydration warnings among them. */
export const test = base.extend<{ quiet: string[] }>({
  baseURL: async ({}, provide, { parallelIndex }) =>
    provide(`http://127.0.0.1:${FIRST_PORT + parallelIndex}`),
  quiet: [
    async ({ page }, use) => {
      const heard: string[] = []
      page.on('console', (message) => {
        if (['error', 'warning'].includes(message.type()))
          heard.push(`${message.text()} (${message.location().url})`)
      })
      page.on('pageerror', (error) => heard.push(error.message))
      await use(heard)
      expect(heard, 'the console stays quiet').toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

/** Opens a page and waits until it has come alive. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await alive(page)
}

/** Waits until the network is quiet and the page's controls hear: on a slow machine they stand long before they listen. What arrives late (drawings of the bench, charts) is there then, so that what must not be on a page is looked for on the whole of it. */
export async function alive(page: Page): Promise<void> {
  await page.waitForLoadState('networkidle')
  await page.waitForFunction(
    () =>
      document.documentElement.dataset.hears === 'yes' &&
      [...document.querySelectorAll('main, main button, main input, main select')]
        .filter((one) => !one.closest('.apexcharts-canvas'))
        .every((one) => Object.keys(one).some((key) => key.startsWith('__react'))),
  )
}

/** axe finds nothing to object to, by WCAG 2.2 A and AA. Drawings count as one image each, by their label; `rules` narrows the search. */
export async function expectAccessible(page: Page, rules: string[] = []): Promise<void> {
  const only =
    rules.length > 0
      ? { type: 'rule' as const, values: rules }
      : {
          type: 'tag' as const,
          values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
        }
  // No page here has frames: the run in one piece is the quicker one, and only what is wrong is of interest.
  const axe = new AxeBuilder({ page })
    .exclude('svg[role="img"] *')
    .options({ runOnly: only, resultTypes: ['violations'] })
    .setLegacyMode(true)
  const { violations } = await axe.analyze()
  expect(
    violations.map(
      (violation) =>
        `${violation.id}: ${violation.nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`,
    ),
  ).toEqual([])
}

/** Nothing on the page is lettered smaller than 11 px as it is drawn, scaled drawings included. */
export async function expectLegible(page: Page) {
  const small = await page.evaluate(() =>
    [...document.querySelectorAll('body *')].flatMap((element) => {
      const own = [...element.childNodes].some(
        (node) => node.nodeType === Node.TEXT_NODE && node.textContent!.trim() !== '',
      )
      if (!own || !element.checkVisibility()) return []
      const matrix = element instanceof SVGGraphicsElement ? element.getScreenCTM() : null
      const px =
        parseFloat(getComputedStyle(element).fontSize) *
        (matrix ? Math.hypot(matrix.a, matrix.b) : 1)
      return px < 10.9 ? [`${element.textContent!.trim().slice(0, 20)}: ${px.toFixed(1)} px`] : []
    }),
  )
  expect(small).toEqual([])
}

/** Every page of every desk, as its manifest says that it is tried, and those that are of no tank: name and address. */
export const VIEWS: readonly (readonly [name: string, path: string])[] = [
  ['bench', '/'],
  ...TRIED.map(({ name, path }) => [name, `/tanks/tarn${path}`] as const),
  ['set-up', '/set-up'],
  ['read', '/read'],
  ['gully', '/tanks/gully'],
]
