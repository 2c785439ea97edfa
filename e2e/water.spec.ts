import { expect, open, test } from './page'

test('how much to change, and when it will be over, follow the numbers in the sentences', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water')
  const much = page.locator('section').filter({ hasText: 'How much must I change?' })
  const percent = async () =>
    Number(/change (\d+) %/.exec((await much.textContent())!.replace(/\s+/g, ' '))![1])
  const before = await percent()
  await page.getByLabel('Target, mg/L').fill('10')
  await expect.poll(percent).toBeGreaterThan(before)
  await page.getByLabel('Target, mg/L').fill('ten')
  await expect(much.getByRole('alert')).toContainText('must be a number')
  expect(await percent()).toBeGreaterThan(before)
  await page.getByLabel('Target, mg/L').fill('0.5')
  await expect(much).toContainText('What is missing is a source below that')
  await page.getByLabel('Limit, mg/L').fill('45')
  await expect(page.getByText(/with no change/)).toContainText(/in \d+ days \(/)
  await page.getByRole('slider', { name: /If I change/ }).fill('50')
  await expect(
    page.locator('section').filter({ hasText: 'When will I be over it?' }),
  ).toContainText('after changing 50 % today')
})

test('the chart stands, and the reading that was set aside is named', async ({ page }) => {
  await open(page, '/tanks/tarn/water')
  await expect(page.locator('.apexcharts-series').first()).toBeAttached()
  await expect(page.locator('main')).toContainText(/mg\/L above what was expected/)
})

test('the suggested change can be logged and moves the estimate', async ({ page }) => {
  await open(page, '/tanks/tarn/water')
  await page.getByRole('link', { name: 'log this change' }).click()
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await open(page, '/tanks/tarn/water')
  await expect(page.locator('main')).toContainText('it stands there already')
  await open(page, '/tanks/tarn/book?kind=water-change')
  await page
    .getByRole('button', { name: /strike out Changed/ })
    .first()
    .click()
  await expect(page.getByRole('status')).toContainText('Struck out')
})

test('a tank without a reading says what to do', async ({ page }) => {
  await open(page, '/tanks/gully/water')
  await expect(page.locator('main')).toContainText('nothing to reckon nitrate from')
  await page.getByRole('link', { name: 'Log a reading' }).click()
  await expect(page.getByRole('heading', { name: 'Write down a water test' })).toBeVisible()
})
