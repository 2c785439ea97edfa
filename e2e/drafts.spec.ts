import { alive, expect, open, test } from './page'

test('a form half written is there again after a click elsewhere, Back and a reload, and is gone once it is inked', async ({
  page,
}) => {
  await open(page, '/tanks/spring/book?log=note')
  await page.locator('#field-text').fill('Half a thought about')
  await page.getByRole('navigation', { name: 'Desks' }).getByRole('link', { name: /Round/ }).click()
  await expect(page).toHaveURL(/round/)
  await page.goBack()
  await alive(page)
  await expect(page.locator('#field-text')).toHaveValue('Half a thought about')
  await expect(page.getByText('stands here again')).toBeVisible()
  await page.locator('#field-text').fill('Half a thought about the outlet')
  await page.reload()
  await alive(page)
  await expect(page.locator('#field-text')).toHaveValue('Half a thought about the outlet')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await expect(page.locator('#field-text')).toBeFocused()
  await page.reload()
  await alive(page)
  await expect(page.locator('#field-text')).toHaveValue('')
  await expect(page.getByText('stands here again')).toHaveCount(0)
})

test('what was begun can be begun afresh, and an edit keeps its own', async ({ page }) => {
  await open(page, '/tanks/spring/book?log=reading')
  await page.getByLabel('Value').fill('17')
  await page.reload()
  await alive(page)
  await expect(page.getByLabel('Value')).toHaveValue('17')
  await page.getByRole('button', { name: 'begin afresh' }).click()
  await expect(page.getByLabel('Value')).toHaveValue('')
  await page.reload()
  await alive(page)
  await expect(page.getByLabel('Value')).toHaveValue('')
  // Another kind is another form.
  await open(page, '/tanks/spring/book?log=note')
  await expect(page.locator('#field-text')).toHaveValue('')
})

test('a tank half set up is there again', async ({ page }) => {
  await open(page, '/set-up')
  await page.getByLabel('Name').first().fill('Nine tenths of a tank')
  await page.goto('/')
  await open(page, '/set-up')
  await expect(page.getByLabel('Name').first()).toHaveValue('Nine tenths of a tank')
  await page.getByRole('button', { name: 'begin afresh' }).click()
  await expect(page.getByLabel('Name').first()).toHaveValue('')
})

test('after a line is struck out the hand is on the way back', async ({ page }) => {
  await open(page, '/tanks/spring/book')
  await page
    .getByRole('button', { name: /^strike out/ })
    .first()
    .focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status')).toContainText('Brought back')
  await page.getByRole('button', { name: 'Close this notice' }).click()
})

test('on a narrow page, as at twice the size, nothing with the focus lies under the bar of tabs', async ({
  page,
}) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await open(page, '/tanks/spring/book?log=reading')
  const bar = page.getByRole('navigation', { name: 'Desks' })
  const top = (await bar.boundingBox())!.y
  for (let i = 0; i < 45; i++) {
    await page.keyboard.press('Tab')
    const box = await page.evaluate(() => {
      const at = document.activeElement
      if (!at || at === document.body || at.closest('nav[aria-label="Desks"]')) return null
      const { bottom, height } = at.getBoundingClientRect()
      return { bottom, height, what: at.outerHTML.slice(0, 80) }
    })
    if (box && box.height < 300) expect(box.bottom, box.what).toBeLessThanOrEqual(top + 1)
  }
})
