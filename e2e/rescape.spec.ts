import { alive, expect, expectAccessible, open, test } from './page'

test('from the review to a plan in sections: dates, materials, cautions, ticks with actual beside planned', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/rescape')
  await expect(page.locator('h1')).toContainText(/signs/)
  const option = page.locator('[data-option="partial"]')
  await option.getByLabel('first day').fill('2020-01-01')
  await option.getByRole('button', { name: /Pencil a plan/ }).click()
  await expect(option.getByRole('alert')).toContainText('cannot start in the past')
  await page.reload()
  await alive(page)
  await page
    .locator('[data-option="partial"]')
    .getByRole('button', { name: /Pencil a plan/ })
    .click()
  await expect(page).toHaveURL(/rescape\/[0-9a-f-]+$/)
  await expect(page.locator('h1')).toContainText(/Partial rescape of Tarn, \d sections from/)
  await expect(page.locator('main')).toContainText('active soil')
  await expect(page.locator('main')).toContainText('Unplug heater, filter and lamp')
  await expectAccessible(page)

  const step = page.locator('[data-step="1-test"]')
  await step.getByRole('checkbox').click()
  await step.getByLabel('Minutes it took').fill('quick')
  await step.getByRole('button', { name: 'Ink it' }).click()
  await expect(step.getByRole('alert')).toContainText('must be a number')
  await step.getByLabel('Minutes it took').fill('17')
  await step.getByRole('button', { name: 'Ink it' }).click()
  await expect(step).toContainText('17 min')
  await expect(step).toContainText('planned 10')
  await expect(page.locator('main')).toContainText('One step inked: 17 min, planned 10.')
  await page.reload()
  await alive(page)
  await expect(step.getByRole('checkbox')).toBeChecked()
  await step.getByRole('checkbox').click()
  await expect(step.getByRole('checkbox')).not.toBeChecked()
  await page.getByRole('button', { name: 'set this plan aside' }).click()
  await expect(page.getByRole('button', { name: 'take this plan up again' })).toBeVisible()
  await open(page, '/tanks/tarn/rescape')
  await expect(page.getByRole('region', { name: 'Plans' })).toContainText('set aside')
})

test('every sign opens to its evidence, and a full reset says how long the animals are out', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/rescape')
  await page.getByRole('button', { name: 'why' }).first().click()
  await expect(page.locator('main')).toContainText('What would settle it.')
  await expect(page.locator('[data-option="full"]')).toContainText(/animals out about \d+ h/)
})
