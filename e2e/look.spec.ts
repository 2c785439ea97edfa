import { expect, open, test } from './page'

test('dragging the day redraws the tank: ink in the past, pencil in the future, and back to today', async ({
  page,
}) => {
  await open(page, '/tanks/tarn')
  const stems = page.locator('[data-planting="S1"] path').first()
  const today = await stems.getAttribute('d')
  const rule = page.getByRole('slider', { name: 'Day shown' })
  await rule.focus()
  await page.keyboard.press('Home')
  await expect(page.locator('h1')).toContainText('as it stood')
  // Freshly planted stems are short; they are fully drawn once the day rests.
  await expect(page.getByTestId('elevation')).not.toHaveClass(/moving/)
  const early = await stems.getAttribute('d')
  expect(early!.length).toBeLessThan(today!.length / 2)
  await page.keyboard.press('PageUp')
  await expect(stems).not.toHaveAttribute('d', early!)
  await page.keyboard.press('End')
  await expect(page.locator('h1')).toContainText('as Vivero expects it')
  await expect(page.getByRole('table', { name: 'Plantings on this day' })).toContainText('S3')
  await expect(stems).toHaveAttribute('stroke-dasharray', /./)
  await page.getByRole('button', { name: 'back to today' }).click()
  await expect(stems).toHaveAttribute('d', today!)
})

test('[ and ] step a day; the pointer drags the rule', async ({ page }) => {
  await open(page, '/tanks/tarn')
  await page.locator('h1').click()
  await page.keyboard.press('[')
  await page.keyboard.press('[')
  await expect(page.locator('h1')).toContainText('2 days ago')
  await page.keyboard.press(']')
  await expect(page.locator('h1')).toContainText('a day ago')
  const box = (await page.getByRole('slider', { name: 'Day shown' }).boundingBox())!
  await page.mouse.move(box.x + box.width * 0.87, box.y + 60)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.4, box.y + 60, { steps: 8 })
  await page.mouse.up()
  await expect(page.locator('h1')).toContainText(/as it stood on .*, [4-8] months ago/)
})

test('a finding opens down to its entries and can be disputed; the reason is kept', async ({
  page,
}) => {
  await open(page, '/tanks/tarn')
  const note = page.locator('[data-finding="soil"]')
  await note.getByRole('button', { name: 'why' }).click()
  await expect(note).toContainText('What would settle it')
  await expect(note.getByRole('link', { name: /Soil in a jar/ })).toBeVisible()
  await note.getByRole('button', { name: 'Note it' }).click()
  await expect(note.getByRole('alert')).toContainText('missing')
  await note.getByRole('textbox').fill('The jar stood too warm.')
  await note.getByRole('button', { name: 'Note it' }).click()
  await page.getByRole('button', { name: /more notes/ }).click()
  const disputed = page.locator('[data-finding="soil"]')
  await expect(disputed.locator('h2')).toHaveCSS('text-decoration-line', 'line-through')
  await open(page, '/tanks/tarn/book?kind=disagreement')
  await expect(page.locator('main')).toContainText('The jar stood too warm.')
  await page.getByRole('button', { name: /strike out Disagreed/ }).click()
  await expect(page.getByRole('status')).toContainText('Struck out')
})

test('a large screen is set larger: the page fills it, nothing runs over, and no pencil line ends on a stake', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1920, height: 1080 })
  await open(page, '/tanks/tarn')
  const seen = await page.evaluate(() => {
    const main = document.querySelector('main')!.getBoundingClientRect()
    const stakes = [...document.querySelectorAll('[data-stake]')].map((one) =>
      one.getBoundingClientRect(),
    )
    const ends = [...document.querySelectorAll('main [aria-hidden] circle[r="2.4"]')].map((one) =>
      one.getBoundingClientRect(),
    )
    return {
      filled: main.width / window.innerWidth,
      over: document.documentElement.scrollWidth - window.innerWidth,
      stakes: stakes.length,
      ends: ends.length,
      crossed: ends.filter((end) =>
        stakes.some(
          (stake) =>
            end.left < stake.right &&
            end.right > stake.left &&
            end.top < stake.bottom &&
            end.bottom > stake.top,
        ),
      ).length,
    }
  })
  expect(seen.filled).toBeGreaterThan(0.78)
  expect(seen.over).toBeLessThanOrEqual(0)
  expect(seen.stakes).toBeGreaterThan(8)
  expect(seen.ends).toBeGreaterThan(1)
  expect(seen.crossed).toBe(0)
})
