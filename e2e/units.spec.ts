import { alive, expect, open, test, VIEWS } from './page'

/** A figure with a metric unit behind it, as no keeper who measures in inches should meet one. mg/L, µS/cm and the like are everywhere the same. */
const METRIC = /\d[\d.,–()  ]*\s?(?:cm²?|L|°C|kg|L\/h)(?![\p{L}\d/²])/u

test.describe('in inches, gallons and Fahrenheit', () => {
  test.beforeEach(async ({ context, baseURL }) => {
    await context.addCookies([{ name: 'units', value: 'US', url: baseURL! }])
  })
  for (const [name, path] of VIEWS) {
    test(`${name} says nothing in metric`, async ({ page }) => {
      await open(page, path)
      const text = await page.locator('main, header, [role=banner]').allInnerTexts()
      const lines = text.join('\n').split('\n')
      expect(lines.filter((line) => METRIC.test(line))).toEqual([])
      const metricFields = page.locator('label, td, th').filter({ hasText: /(^|[\s,(])(cm|°C)\b/ })
      const labels = await metricFields.allInnerTexts()
      // The choice itself names both.
      expect(labels.filter((label) => label.trim() !== 'cm, L, °C')).toEqual([])
    })
  }
  test('what is typed in inches is kept in centimetres, and an edit that changes nothing changes nothing', async ({
    page,
    context,
    baseURL,
  }) => {
    await open(page, '/tanks/tarn/book?log=measure')
    await page.getByLabel('Which').selectOption({ label: 'S1 Green stems, back left' })
    await page.getByLabel('Value').fill('10')
    await page.getByRole('button', { name: 'Ink it' }).click()
    await expect(page.getByText('Written down.')).toBeVisible()
    await expect(page.locator('main')).toContainText('height 10 in')
    await page.getByRole('link', { name: /^edit S1.*height 10 in/ }).click()
    await alive(page)
    await expect(page.getByLabel('Value').last()).toHaveValue('10')
    await page.getByRole('button', { name: 'Change it' }).click()
    await context.addCookies([{ name: 'units', value: 'metric', url: baseURL! }])
    await page.reload()
    await alive(page)
    await expect(page.locator('main')).toContainText('height 25.4 cm')
    await page.getByRole('button', { name: /^strike out S1.*height 25\.4 cm/ }).click()
    await expect(page.getByText('struck out').first()).toBeVisible()
  })
  test('the round asks and steps in the keeper’s measures', async ({ page }) => {
    await open(page, '/tanks/tarn/round')
    await page.getByRole('button', { name: /^Background/ }).click()
    const height = page.locator('input[data-question]').first()
    await expect(height).toBeVisible()
    await page
      .getByRole('button', { name: /^more, / })
      .first()
      .click()
    await expect(height).not.toHaveValue('')
    expect(Number(await height.inputValue())).toBeLessThan(20)
    await page.getByRole('button', { name: 'start afresh' }).click()
  })
})

test('the measures are chosen on the bench, hold over a reload, and go back', async ({ page }) => {
  await open(page, '/')
  const measures = page.getByRole('radiogroup', { name: 'Measures' })
  await measures.getByLabel('in, gal, °F').check()
  await open(page, '/tanks/tarn')
  await expect(page.locator('main')).toContainText('39.4 × 19.7 × 17.7 in')
  await open(page, '/')
  await page.getByRole('radiogroup', { name: 'Measures' }).getByLabel('cm, L, °C').check()
  await open(page, '/tanks/tarn')
  await expect(page.locator('main')).toContainText('100 × 50 × 45 cm')
})
