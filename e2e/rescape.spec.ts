import { alive, expect, expectAccessible, open, test } from './page'

test('from the review to a plan in sections: dates, materials, cautions, ticks with actual beside planned', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/rescape')
  await expect(page.locator('h1')).toContainText(/signs/)
  const option = page.locator('[data-option="partial"]')
  await option.getByLabel('first day').fill('2020-01-01')
  await option.getByRole('button', { name: /Pencil a plan/ }).click()
  await expect(option.getByRole('alert')).toContainText('cannot be planned for the past')
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
  const lift = page.locator('[data-step="1-lift"]')
  await lift.getByRole('checkbox').first().click()
  const offered = lift.locator('[data-act]')
  await expect(offered.first()).toContainText('out, and held')
  await expectAccessible(page)
  const count = await offered.count()
  await offered.first().getByRole('checkbox').uncheck()
  await lift.getByRole('button', { name: 'Ink it' }).click()
  await expect(lift).toContainText('planned')
  await open(page, '/tanks/tarn/book?kind=changed')
  await expect(page.getByText(/: out of the tank/)).toHaveCount(count - 1)
  await page.goBack()
  await alive(page)
  await lift.getByRole('checkbox').first().click()
  await expect(lift.getByRole('checkbox').first()).not.toBeChecked()
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
  await expect(page.locator('[data-option="full"]')).toContainText(
    /animals out about \d+\s(h|days)/,
  )
})

test('a plan is altered: a section moved, a step dropped, added and set earlier, a planting left out, and the last of it undone', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/rescape')
  await page
    .locator('[data-option="partial"]')
    .getByRole('button', { name: /Pencil a plan/ })
    .click()
  await expect(page).toHaveURL(/rescape\/[0-9a-f-]+$/)
  await alive(page)
  await page.getByRole('button', { name: 'alter this plan' }).click()
  await page.locator('main input[type="date"]').first().fill('2020-05-01')
  await page.getByRole('button', { name: 'Move it there' }).first().click()
  await expect(page.getByText('Work cannot be planned for the past')).toBeVisible()
  const steps = page.locator('[data-step^="1-"]')
  const count = await steps.count()
  await page
    .locator('[data-step="1-sort"]')
    .getByRole('button', { name: /^drop it/ })
    .click()
  await expect(steps).toHaveCount(count - 1)
  await page.getByRole('button', { name: 'undo the last change' }).click()
  await expect(steps).toHaveCount(count)
  await page
    .locator('[data-step="1-power"]')
    .getByRole('button', { name: /^earlier/ })
    .click()
  await expect(page.getByText('that order is the order of the work')).toBeVisible()
  await page
    .locator('[data-step="1-lift"]')
    .getByRole('button', { name: /^a step after/ })
    .click()
  await page.getByLabel('What is done').fill('Photograph the roots')
  await page.getByRole('button', { name: 'Pencil it in' }).click()
  await expect(page.locator('[data-step="1-own-1"]')).toContainText('Photograph the roots')
  // Plantings and sections are chosen, and what is left to do is reckoned anew.
  const lift = page.locator('[data-step="1-lift"]')
  const leave = page.getByRole('button', { name: /^leave \S+ out$/ }).first()
  const stake = /^leave (\S+) out$/.exec(await leave.innerText())![1]
  await expect(lift).toContainText(stake)
  await leave.click()
  await expect(lift).not.toContainText(stake)
  await page
    .getByRole('button', { name: `take ${stake} as well` })
    .first()
    .click()
  await expect(lift).toContainText(stake)
  await page.getByRole('button', { name: 'leave this section out' }).last().click()
  await expect(page.locator('main h1')).not.toContainText('3 sections')
  await page
    .getByRole('button', { name: /^a section of its own for / })
    .first()
    .click()
  await page.getByRole('button', { name: 'done altering' }).click()
  await expect(page.getByRole('button', { name: /^drop it/ })).toHaveCount(0)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'set this plan aside' }).click()
  await expect(page.getByRole('button', { name: 'take this plan up again' })).toBeVisible()
})
