import { expect, open, test } from './page'

/** The desks by keyboard alone, and by thumbs on a phone: what wet hands and tired eyes need. */
test('the water desk by keyboard: pages by Tab and Enter, sliders by arrows', async ({ page }) => {
  await open(page, '/tanks/tarn/water')
  await page
    .getByRole('navigation', { name: 'Pages of the water desk' })
    .getByRole('link', { name: 'Drift' })
    .focus()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Balance' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/balance$/)
  const change = page.getByRole('slider', { name: /Change/ })
  await change.focus()
  const before = Number(await change.inputValue())
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  expect(Number(await change.inputValue())).toBeCloseTo(before + 0.1, 6)
  await expect(change).toHaveAttribute('aria-valuetext', `${Math.round((before + 0.1) * 100)} %`)
  await expect(
    page.locator('section').filter({ hasText: 'What if' }).locator('[aria-live]').first(),
  ).toContainText('Tried:')
})

test('a number in a sentence: what is none stays in the field with its reason, and no answer is shown for it', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water/dosing')
  const dose = page.locator('section').filter({ hasText: 'What a dose does' })
  const amount = dose.getByLabel('Amount, mL')
  await amount.fill('20')
  const twenty = await dose.getByRole('listitem').first().textContent()
  await amount.fill('twenty')
  await expect(dose.getByRole('alert')).toContainText('must be a number')
  await expect(amount).toHaveValue('twenty')
  await expect(amount).toHaveAttribute('aria-invalid', 'true')
  // An answer to twenty would be taken for the answer to what stands there now.
  await expect(dose.getByRole('listitem')).toHaveCount(0)
  await amount.fill('0')
  await expect(dose.getByRole('alert')).toContainText('Between 0.01 and 5000')
  await amount.fill('2,5')
  await expect(dose.getByRole('alert')).toHaveCount(0)
  await expect(dose.getByRole('listitem').first()).not.toHaveText(twenty ?? '')
  await expect(dose.getByRole('listitem').first()).toContainText('mg/L potassium')
})

test('another product has another unit; a salt is weighed in grams', async ({ page }) => {
  await open(page, '/tanks/tarn/water/dosing')
  const dose = page.locator('section').filter({ hasText: 'What a dose does' })
  await dose.getByLabel('Product').selectOption({ label: 'potassium nitrate' })
  await expect(dose.getByLabel('Amount, g')).toBeVisible()
  await expect(dose).toContainText('mg/L nitrate')
  await expect(dose.getByRole('note').first()).toContainText('over the 25 you want at most')
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('the questions stand above the strips, and nothing is smaller than a thumb needs', async ({
    page,
  }) => {
    await open(page, '/tanks/tarn/water')
    const top = async (text: string) =>
      (await page.getByRole('heading', { name: text }).boundingBox())!.y
    expect(await top('How much must I change?')).toBeLessThan(
      await top('All that was read, on the same days'),
    )
    const links = page.locator('.strip > a')
    for (const link of await links.all())
      expect((await link.boundingBox())!.height).toBeGreaterThanOrEqual(36)
  })
  test('a colour of the indicator is one tap', async ({ page }) => {
    await open(page, '/tanks/tarn/water/gas')
    const button = page.getByRole('button', { name: /^green/ })
    const box = (await button.boundingBox())!
    expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44)
    await button.tap()
    await expect(page.getByText('green stands in the book.')).toBeVisible()
    await open(page, '/tanks/tarn/book?kind=reading')
    await page
      .getByRole('button', { name: /strike out CO2 indicator green/ })
      .first()
      .tap()
    await expect(page.getByRole('status')).toContainText('Struck out')
  })
  test('the schools are read by scrolling their own table, not the page', async ({ page }) => {
    await open(page, '/tanks/tarn/water/dosing')
    const region = page.getByRole('region', { name: 'Schools of dosing compared' })
    const [inner, outer] = await region.evaluate((element) => [
      element.scrollWidth,
      element.clientWidth,
    ])
    expect(inner).toBeGreaterThan(outer)
    expect(
      await page.evaluate(
        () => document.documentElement.scrollWidth <= document.documentElement.clientWidth,
      ),
    ).toBe(true)
  })
})

test('while a day is dragged the figures of today step aside, and come back with it', async ({
  page,
}) => {
  await open(page, '/tanks/tarn')
  await expect(page.getByText(/Floaters cover about/)).toBeVisible()
  await page.keyboard.press('[')
  await page.keyboard.press('[')
  await expect(page.getByText(/Floaters cover about/)).toHaveCount(0)
  await expect(page.getByRole('table', { name: 'Plantings on this day' })).toBeVisible()
  await expect(page.getByTestId('elevation')).not.toHaveClass(/moving/)
  await page.getByRole('button', { name: 'back to today' }).click()
  await expect(page.getByText(/Floaters cover about/)).toBeVisible()
})
