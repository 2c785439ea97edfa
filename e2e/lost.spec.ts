import { alive, expect, open, test } from './page'
import type { Page } from '@playwright/test'

/** The server goes away for everything that is written (`gone`), or fails at it (500), until the gate is opened again. */
async function closeGate(page: Page, how: 'gone' | 'fails'): Promise<() => Promise<void>> {
  const writes = (url: URL) => url.port !== '' && !url.pathname.startsWith('/_next')
  await page.route(writes, async (route) => {
    if (route.request().method() !== 'POST') return route.fallback()
    if (how === 'gone') return route.abort('connectionrefused')
    return route.fulfill({ status: 500, contentType: 'text/plain', body: 'a fault' })
  })
  return () => page.unroute(writes)
}
const NO_ANSWER = /Vivero did not answer\. What you entered stands here still; press again/

/** What the browser itself says of a lost or failed request is not a fault of the page. */
const forgive = (quiet: string[]) =>
  quiet.splice(
    0,
    quiet.length,
    ...quiet.filter(
      (line) => !/Failed to load resource|net::ERR|status of (404|500)|fetch/i.test(line),
    ),
  )

for (const how of ['gone', 'fails'] as const) {
  test(`a line of the book, with a server that ${how === 'gone' ? 'is gone' : 'fails'}: said at the form, nothing lost, written once by one more press`, async ({
    page,
    quiet,
  }) => {
    await open(page, '/tanks/spring/book?log=note')
    const text = `Clear as glass, while the server ${how} ${Date.now()}`
    await page.locator('#field-text').fill(text)
    const again = await closeGate(page, how)
    await page.getByRole('button', { name: 'Ink it' }).click()
    await expect(page.getByRole('alert').filter({ hasText: NO_ANSWER })).toBeVisible()
    await expect(page.locator('#field-text')).toHaveValue(text)
    await again()
    await page.getByRole('button', { name: 'Ink it' }).click()
    await expect(page.getByText('Written down.')).toBeVisible()
    await open(page, '/tanks/spring/book')
    await expect(page.getByText(text)).toHaveCount(1)
    forgive(quiet)
  })
}

test('an answer that is lost after the write: pressed again, it is written once', async ({
  page,
  quiet,
}) => {
  await open(page, '/tanks/spring/book?log=note')
  const text = `Written, unheard ${Date.now()}`
  await page.locator('#field-text').fill(text)
  const everything = '**/*'
  await page.route(everything, async (route) => {
    if (route.request().method() !== 'POST') return route.fallback()
    await route.fetch()
    await route.abort('connectionreset')
  })
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: NO_ANSWER })).toBeVisible()
  await page.unroute(everything)
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await open(page, '/tanks/spring/book')
  await expect(page.getByText(text)).toHaveCount(1)
  forgive(quiet)
})

test('strike out, a dose and a plan with the server gone: the page stays, and says so', async ({
  page,
  quiet,
}) => {
  await open(page, '/tanks/spring/book')
  let again = await closeGate(page, 'gone')
  await page
    .getByRole('button', { name: /^strike out/ })
    .first()
    .click()
  await expect(page.getByRole('alert').filter({ hasText: NO_ANSWER })).toBeVisible()
  await again()
  await open(page, '/tanks/tarn/water/dosing')
  again = await closeGate(page, 'fails')
  await page.getByRole('button', { name: 'Log this dose' }).click()
  await expect(page.getByText(NO_ANSWER)).toBeVisible()
  await again()
  await open(page, '/tanks/tarn/rescape')
  again = await closeGate(page, 'gone')
  await page
    .getByRole('button', { name: /^Pencil a plan/ })
    .first()
    .click()
  await expect(page.getByText(NO_ANSWER)).toBeVisible()
  await again()
  await open(page, '/tanks/spring/stands')
  again = await closeGate(page, 'gone')
  await page.getByRole('button', { name: /^Name, place and glass/ }).click()
  await page.getByLabel('Name', { exact: true }).last().fill('Spring water')
  await page.getByRole('button', { name: 'Write it' }).last().click()
  await expect(page.getByText(NO_ANSWER)).toBeVisible()
  await expect(page.getByLabel('Name', { exact: true }).last()).toHaveValue('Spring water')
  await again()
  forgive(quiet)
})

test('the same line edited in two tabs: the second is told what the first wrote, and may insist', async ({
  page,
  context,
}) => {
  const text = `For two tabs ${Date.now()}`
  await open(page, '/tanks/spring/book?log=note')
  await page.locator('#field-text').fill(text)
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await open(page, '/tanks/spring/book')
  const href = await page.getByRole('link', { name: `edit ${text}` }).getAttribute('href')
  const second = await context.newPage()
  for (const tab of [page, second]) {
    await tab.goto(href!)
    await alive(tab)
  }
  const form = (tab: Page) => tab.locator('#field-text')
  await form(page).fill(`${text}, by the first`)
  await page.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByText('Changed; the former version is kept.')).toBeVisible()
  await form(second).fill(`${text}, by the second`)
  await second.getByRole('button', { name: 'Change it' }).click()
  await expect(
    second.getByRole('alert').filter({ hasText: `it now reads “${text}, by the first”` }),
  ).toBeVisible()
  await expect(form(second)).toHaveValue(`${text}, by the second`)
  await second.getByRole('button', { name: 'Write mine all the same' }).click()
  await expect(second.getByText('Changed; the former version is kept.')).toBeVisible()
  await expect(second.getByText('Former versions')).toBeVisible()
})

test('a round inked with the server gone is kept, and inked once when it is back', async ({
  page,
  quiet,
}) => {
  await open(page, '/tanks/gully/book?kind=round')
  const before = await page.getByText(/Walked the round/).count()
  await open(page, '/tanks/gully/round')
  for (;;) {
    const finish = page.getByRole('button', { name: 'Ink the round' })
    if (await finish.isVisible()) break
    await page.locator('#next').click()
  }
  const again = await closeGate(page, 'gone')
  await page.getByRole('button', { name: 'Ink the round' }).click()
  await expect(page.getByText(NO_ANSWER)).toBeVisible()
  await again()
  await page.getByRole('button', { name: 'Ink the round' }).dblclick()
  await expect(page.getByText(/answers? inked/)).toBeVisible()
  await open(page, '/tanks/gully/book?kind=round')
  await expect(page.getByText(/Walked the round/)).toHaveCount(before + 1)
  forgive(quiet)
})

test('years that no record is of are said at their field', async ({ page }) => {
  await open(page, '/tanks/spring/book?log=note')
  await page.locator('#field-text').fill('long ago')
  for (const [at, sentence] of [
    ['0002-01-01T10:00', /years 1970 to 2199/],
    ['9999-01-01T10:00', /years 1970 to 2199/],
  ] as const) {
    await page.getByLabel('When').fill(at)
    await page.getByRole('button', { name: 'Ink it' }).click()
    await expect(page.locator('#at-problem')).toContainText(sentence)
  }
})

test('a tank is put away and comes back; one that cannot be drawn says so and leaves the others alone', async ({
  page,
  quiet,
}) => {
  await page.route('**/api/tanks/gully/place', (route) =>
    route.fulfill({
      status: 422,
      contentType: 'application/json',
      body: JSON.stringify({ problem: 'it took longer than 3 seconds' }),
    }),
  )
  await open(page, '/')
  await expect(page.getByText('could not be drawn: it took longer than 3 seconds.')).toBeVisible()
  await expect(page.getByRole('img', { name: 'Gully from the front, to scale' })).toHaveAttribute(
    'data-testid',
    'silhouette',
  )
  await expect(page.getByRole('img', { name: 'Tarn from the front, to scale' })).toHaveAttribute(
    'data-testid',
    'elevation',
  )
  await page.getByRole('button', { name: 'take Gully off the bench' }).first().click()
  await expect(page.getByRole('button', { name: 'put Gully back on the bench' })).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Bench' }).getByText('Gully')).toHaveCount(0)
  await page.getByRole('button', { name: 'put Gully back on the bench' }).click()
  await expect(page.getByRole('navigation', { name: 'Bench' }).getByText('Gully')).toBeVisible()
  forgive(quiet)
})

test('a tank is put away, read there, and deleted once its name was typed; a second of one name is asked about', async ({
  page,
  quiet,
}) => {
  const setUp = async () => {
    await open(page, '/set-up')
    await page.getByLabel('Name').first().fill('Puddle')
    await page.getByRole('button', { name: 'Put it on the bench' }).click()
  }
  await setUp()
  await expect(page).toHaveURL(/puddle\/board/)
  await setUp()
  await expect(page.getByText('A Puddle stands on the bench already.')).toBeVisible()
  await page.goto('/')
  await open(page, '/')
  await page.getByText('Put a tank away').click()
  await page.getByRole('button', { name: 'take Puddle off the bench' }).click()
  await expect(page.getByRole('button', { name: 'put Puddle back on the bench' })).toBeVisible()
  await page.getByRole('button', { name: 'delete Puddle for good' }).click()
  await expect(page.getByRole('link', { name: 'Keep its tank file first' })).toHaveAttribute(
    'href',
    '/api/tanks/puddle/tank-file',
  )
  await page.getByLabel(/Type its name/).fill('Pudel')
  await page.getByRole('button', { name: 'delete it for good' }).click()
  await expect(page.getByText('Type its name as it is written, Puddle.')).toBeVisible()
  await page.getByLabel(/Type its name/).fill('Puddle')
  await page.getByRole('button', { name: 'delete it for good' }).click()
  // A copy of all data is made and opened first; it says where it is and how long it stays.
  await expect(
    page.getByText(/“puddle” was deleted; the copy that holds it is kept until/),
  ).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('button', { name: /Puddle/ })).toHaveCount(0)
  expect((await page.goto('/tanks/puddle'))?.status()).toBe(404)
  forgive(quiet)
})

test('a line older than its tank is asked about once', async ({ page }) => {
  await open(page, '/tanks/spring/book?log=note')
  await page.locator('#field-text').fill('Long before.')
  await page.getByLabel('When').fill('2019-05-01T10:00')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText(/Spring was set up on/)).toBeVisible()
  await page.getByLabel('When').fill('2026-11-01T10:00')
  await page.getByRole('button', { name: 'Ink it', exact: true }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
})
