import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { test, type Page } from '@playwright/test'
import { alive } from '../page'

const FOLDER = process.env.VIVERO_SHOTS ?? 'docs/screenshots'
mkdirSync(FOLDER, { recursive: true })

const VIEWS: {
  name: string
  path: string
  dark?: boolean
  phone?: boolean
  act?: (page: Page) => Promise<void>
}[] = [
  { name: 'bench', path: '/' },
  { name: 'look', path: '/tanks/tarn' },
  {
    name: 'look-in-spring',
    path: '/tanks/tarn',
    act: async (page) => {
      await page.getByRole('slider').fill('-200')
    },
  },
  {
    name: 'look-to-come',
    path: '/tanks/tarn',
    act: async (page) => {
      await page.getByRole('slider').fill('20')
    },
  },
  { name: 'look-lamp-off', path: '/tanks/tarn', dark: true },
  { name: 'look-phone', path: '/tanks/tarn', phone: true },
  {
    name: 'round',
    path: '/tanks/tarn/round',
    act: async (page) => {
      await page
        .getByRole('navigation', { name: 'Stations' })
        .getByRole('button', { name: /Background/ })
        .click()
      await page.keyboard.press('Enter')
    },
  },
  { name: 'water', path: '/tanks/tarn/water' },
  { name: 'balance', path: '/tanks/tarn/water/balance' },
  { name: 'changes', path: '/tanks/tarn/water/changes' },
  { name: 'dosing', path: '/tanks/tarn/water/dosing' },
  { name: 'gas', path: '/tanks/tarn/water/gas' },
  { name: 'plants', path: '/tanks/tarn/plants' },
  {
    name: 'trimming',
    path: '/tanks/tarn/plants/trimming?sessions=4&evening=Tue&evening=Thu&evening=Sun',
  },
  {
    name: 'board',
    path: '/tanks/tarn/board',
    act: async (page) => {
      await page.locator('[data-view="plan"] [aria-label^="the main stone"]').click()
      await page.locator('dl').waitFor()
      await page.getByLabel('light at the ground').check()
    },
  },
  {
    name: 'draft',
    path: '/tanks/tarn/board?draft=tarn-low-shore',
    act: async (page) => {
      await page.getByRole('button', { name: 'in 3 months' }).click()
      await page.getByLabel('Seen beside').selectOption({ label: 'the tank as it stands' })
      await page.getByTestId('elevation').nth(1).waitFor()
    },
  },
  { name: 'rescape', path: '/tanks/tarn/rescape' },
  {
    name: 'plan',
    path: '/tanks/tarn/rescape',
    act: async (page) => {
      await page.locator('[data-option="partial"] button').click()
      await page.waitForURL(/rescape\/./)
    },
  },
  { name: 'book', path: '/tanks/tarn/book' },
]

for (const { name, path, dark, phone, act } of VIEWS) {
  test(name, async ({ page, context, baseURL }) => {
    if (dark) await context.addCookies([{ name: 'lamp', value: 'off', url: baseURL! }])
    if (phone) await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(path)
    await alive(page)
    await act?.(page)
    // The chart library comes by itself, after the page.
    if (name === 'water' || name === 'balance')
      await page.locator('.apexcharts-series').first().waitFor({ state: 'attached' })
    await page.waitForTimeout(600)
    await page.screenshot({ path: join(FOLDER, `${name}.png`) })
  })
}
