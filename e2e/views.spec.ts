import { alive, expect, expectAccessible, expectLegible, open, test, VIEWS } from './page'

/** Each view twice: by day on a desk with all of axe, then on a phone with the lamp off for its width, its letters, its targets and its contrasts. */
for (const [name, path] of VIEWS) {
  test(`${name} opens, says its sentence, and axe finds nothing, by day, and on a phone with the lamp off`, async ({
    page,
  }) => {
    await open(page, path)
    await expect(page.locator('h1')).toHaveCount(1)
    await expect(page.locator('h1')).not.toBeEmpty()
    await expectAccessible(page)
    await page.evaluate(() => document.documentElement.classList.add('dark'))
    await page.setViewportSize({ width: 390, height: 844 })
    await page.waitForTimeout(300)
    const wider = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    )
    expect(wider).toBeLessThanOrEqual(0)
    await expectLegible(page)
    // The tabs lie over the page's end until it is scrolled there.
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight))
    await expectAccessible(page, [
      'color-contrast',
      'target-size',
      'scrollable-region-focusable',
      'link-name',
    ])
  })
}

test('a page that arrives with the lamp off is dark from its first byte', async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: 'lamp', value: 'off', url: baseURL! }])
  const answer = await page.request.get('/tanks/tarn')
  expect(await answer.text()).toMatch(/<html[^>]*class="[^"]*dark/)
})

test('the lamp switch holds over a reload', async ({ page }) => {
  await open(page, '/')
  await page.getByRole('button', { name: 'Lamp off' }).click()
  await expect(page.locator('html')).toHaveClass(/dark/)
  await page.reload()
  await alive(page)
  await expect(page.locator('html')).toHaveClass(/dark/)
  await expect(page.getByRole('button', { name: 'Lamp off' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
})

test('keys open the desks, ? lists them, and they can be switched off', async ({ page }) => {
  await open(page, '/tanks/tarn')
  await page.keyboard.press('3')
  await expect(page).toHaveURL(/water$/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('a day back')
  await page.getByLabel('Single keys open desks').uncheck()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.keyboard.press('1')
  await page.waitForTimeout(300)
  await expect(page).toHaveURL(/water$/)
})

test('on the bench the keys open the desks of the tank that comes first, and are typed into no field', async ({
  page,
}) => {
  await open(page, '/')
  await page.keyboard.press('2')
  await expect(page).toHaveURL(/tanks\/tarn\/round$/)
  await alive(page)
  await expect(page.locator('input[data-question]').first()).toHaveValue('')
})

test('no desk is promised that is not there, and an unknown tank says so', async ({
  page,
  quiet,
}) => {
  await open(page, '/tanks/tarn')
  for (const link of await page
    .getByRole('navigation', { name: 'Desks' })
    .getByRole('link')
    .all()) {
    const answer = await page.request.get((await link.getAttribute('href'))!)
    expect(answer.status()).toBe(200)
  }
  const gone = await page.goto('/tanks/nowhere')
  expect(gone?.status()).toBe(404)
  await expect(page.locator('h1')).toContainText('no such page')
  // The browser itself reports the 404 of the page asked for.
  quiet.length = 0
})

test('foreign names and foreign pages are refused', async ({ request, baseURL }) => {
  const foreign = await request.get('/', { headers: { host: 'evil.example' } })
  expect(foreign.status()).toBe(421)
  const write = await request.post('/api/tank-file', {
    headers: { origin: 'http://evil.example' },
    data: '{}',
  })
  expect(write.status()).toBe(403)
  const own = await request.post('/api/tank-file', { headers: { origin: baseURL! }, data: '{}' })
  expect(own.status()).toBe(422)
})
