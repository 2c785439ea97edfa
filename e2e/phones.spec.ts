import { connect } from 'node:tls'
import type { APIRequestContext, Browser, Page } from '@playwright/test'
import { FIRST_PORT } from './ports'
import { alive, expect, open, test } from './page'

// The house network of the tests is another address of this machine.
test.skip(process.platform !== 'linux', 'the house network is tried on Linux')
const homeOf = (index: number) => `https://127.0.0.2:${FIRST_PORT + index}`
// A certificate of the house is signed by nobody else: the keeper compares its fingerprint and goes on.
test.use({ ignoreHTTPSErrors: true })

/** A browser of its own, with no session, as wide as a phone. */
const aPhone = async (browser: Browser): Promise<Page> =>
  (
    await browser.newContext({ viewport: { width: 390, height: 844 }, ignoreHTTPSErrors: true })
  ).newPage()

async function codeFor(page: Page, who: 'Pair a phone' | 'Pair a helper’s phone') {
  await open(page, '/')
  await page.getByRole('button', { name: who, exact: true }).click()
  const shown = page.getByRole('status').filter({ hasText: 'Good once' })
  await expect(shown).toBeVisible()
  return /([A-Z2-9]{4}) ([A-Z2-9]{4})/
    .exec(await shown.innerText())!
    .slice(1)
    .join('')
}

async function paired(phone: Page, home: string, code: string, name: string) {
  await phone.goto(home)
  await expect(phone).toHaveURL(`${home}/pair`)
  await phone.getByLabel('The code').fill(code)
  await phone.getByLabel('What you call this phone').fill(name)
  await phone.getByRole('button', { name: 'Pair it' }).click()
  await expect(phone).toHaveURL(`${home}/`)
  await alive(phone)
}

test('without a session nothing answers but the page on which a phone is paired', async ({
  request,
}, { parallelIndex }) => {
  const home = homeOf(parallelIndex)
  const get = (path: string, headers: Record<string, string> = {}) =>
    request.get(`${home}${path}`, { maxRedirects: 0, headers })
  expect((await get('/')).status()).toBe(303)
  expect((await get('/tanks/tarn')).headers().location).toBe('/pair')
  for (const path of ['/api/tanks/tarn/tank-file', '/api/tanks/tarn/place', '/_next/static/x.js'])
    expect((await get(path)).status()).toBe(401)
  expect((await get('/pair')).status()).toBe(200)
  // A role a browser gives itself, a session made up, and a name of this machine for itself.
  expect((await get('/', { 'x-vivero-role': 'keeper' })).status()).toBe(303)
  expect((await get('/', { cookie: 'vivero-session=made-up' })).status()).toBe(303)
  expect((await get('/pair', { host: 'localhost' })).status()).toBe(421)
  expect((await get('/pair', { host: 'evil.example' })).status()).toBe(421)
  const pair = (headers: Record<string, string>) =>
    request.post(`${home}/pair`, { form: { code: 'AAAAAAAA' }, headers, maxRedirects: 0 })
  expect((await pair({ origin: 'http://evil.example' })).status()).toBe(403)
  expect((await pair({})).status()).toBe(403)
  // In the open the way to the secured door is told, and nothing else.
  const plain = await request.get(home.replace('https', 'http'), { maxRedirects: 0 })
  expect([plain.status(), plain.headers().location]).toEqual([308, `${home}/`])
})

test('the bench shows what to compare with what the phone shows of the certificate', async ({
  page,
}, { parallelIndex }) => {
  await codeFor(page, 'Pair a phone')
  const shown = (await page.getByRole('status').locator('code').innerText()).replace(/\s/g, '')
  const { hostname, port } = new URL(homeOf(parallelIndex))
  const seen = await new Promise<string>((resolve, reject) => {
    const socket = connect(
      { host: hostname, port: Number(port), rejectUnauthorized: false },
      () => {
        resolve(socket.getPeerCertificate().fingerprint256)
        socket.destroy()
      },
    )
    socket.on('error', reject)
  })
  expect(shown).toBe(seen.replaceAll(':', ''))
})

test('a phone is paired by a code, works as the keeper’s own, and is let go', async ({
  page,
  browser,
}, { parallelIndex }) => {
  const home = homeOf(parallelIndex)
  const code = await codeFor(page, 'Pair a phone')
  const phone = await aPhone(browser)
  await paired(phone, home, code, 'My phone')
  const session = (await phone.context().cookies()).find(({ name }) => name === 'vivero-session')!
  expect([session.httpOnly, session.secure, session.sameSite]).toEqual([true, true, 'Strict'])
  await open(phone, `${home}/tanks/spring/book?log=note`)
  await phone.locator('#field-text').fill('Written from a phone.')
  await phone.getByRole('button', { name: 'Ink it' }).click()
  await expect(phone.getByText('Written down.')).toBeVisible()
  // The code was good once.
  const again = await page.request.post(`${home}/pair`, { form: { code }, maxRedirects: 0 })
  expect(again.status()).toBe(403)
  await open(page, '/')
  await page.getByRole('button', { name: 'let My phone go' }).click()
  await expect(page.getByRole('button', { name: 'let My phone go' })).toHaveCount(0)
  await phone.goto(`${home}/tanks/spring`)
  await expect(phone).toHaveURL(`${home}/pair`)
  await phone.context().close()
})

test('the code comes with the drawing: what stands behind # is filled in and never sent', async ({
  page,
  browser,
}, { parallelIndex }) => {
  const home = homeOf(parallelIndex)
  const code = await codeFor(page, 'Pair a phone')
  const phone = await aPhone(browser)
  const asked: string[] = []
  phone.on('request', (request) => asked.push(request.url()))
  // Also where the page stands open already, after a wrong try.
  await phone.goto(`${home}/pair`)
  await phone.getByLabel('The code').fill('WRONG234')
  await phone.getByRole('button', { name: 'Pair it' }).click()
  await expect(phone.getByRole('alert')).toContainText('That code is not good')
  await phone.goto(`${home}/pair#${code}`)
  await expect(phone.getByLabel('The code')).toHaveValue(code)
  await expect(phone).toHaveURL(`${home}/pair`)
  await expect(phone.getByLabel('What you call this phone')).toBeFocused()
  await phone.keyboard.type('Camera phone')
  await phone.keyboard.press('Enter')
  await expect(phone).toHaveURL(`${home}/`)
  expect(asked.filter((url) => url.includes(code) && !url.includes('#'))).toEqual([])
  // Something else behind # is left alone.
  await phone.context().clearCookies()
  await phone.goto(`${home}/pair#<b>x</b>`)
  await expect(phone.getByLabel('The code')).toHaveValue('')
  await open(page, '/')
  await page.getByRole('button', { name: 'let Camera phone go' }).click()
  await phone.context().close()
})

test('a helper walks rounds, feeds and notes; the rest is refused in a sentence', async ({
  page,
  browser,
}, { parallelIndex }) => {
  const home = homeOf(parallelIndex)
  const code = await codeFor(page, 'Pair a helper’s phone')
  const phone = await aPhone(browser)
  await paired(phone, home, code, 'The helper')
  await open(phone, `${home}/tanks/spring/book?log=note`)
  await phone.locator('#field-text').fill('The helper was here.')
  await phone.getByRole('button', { name: 'Ink it' }).click()
  await expect(phone.getByText('Written down.')).toBeVisible()
  await open(phone, `${home}/tanks/spring/book?log=water-change`)
  await phone.getByLabel('How much').fill('30')
  await phone.getByRole('button', { name: 'Ink it' }).click()
  await expect(phone.getByText('the rest is for the keeper')).toBeVisible()
  await phone
    .getByRole('button', { name: /^strike out/ })
    .first()
    .click()
  await expect(phone.getByText('the rest is for the keeper').last()).toBeVisible()
  // Phones, copies and the shelf of tanks put away are the keeper’s.
  await open(phone, `${home}/`)
  for (const section of ['Phones', 'Copies of the data', 'Put away'])
    await expect(phone.getByRole('region', { name: section })).toHaveCount(0)
  await expect(phone.getByText('The helper')).toHaveCount(0)
  expect(await statusOf(phone.request, `${home}/api/tanks/spring/tank-file`)).toBe(403)
  const posted = await phone.request.post(`${home}/api/tanks/spring/readings?name=x`, { data: 'x' })
  expect(posted.status()).toBe(403)
  await open(phone, `${home}/tanks/spring/round`)
  await phone
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^You/ })
    .click()
  await phone.getByLabel('How much do you enjoy this tank?', { exact: true }).fill('8')
  await phone.keyboard.press('Enter')
  await phone.getByRole('button', { name: 'Ink the round' }).click()
  await expect(phone.locator('main')).toContainText('1 answer inked')
  await open(page, '/')
  await page.getByRole('button', { name: 'let The helper go' }).click()
  await phone.context().close()
})

const statusOf = async (request: APIRequestContext, url: string) =>
  (await request.get(url)).status()

test('answers typed while the network is away are kept on the phone and sent when it is back, once', async ({
  page,
  quiet,
}) => {
  await open(page, '/tanks/spring/round')
  await page.context().setOffline(true)
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^You/ })
    .click()
  await page.getByLabel('How much do you enjoy this tank?', { exact: true }).fill('9')
  await page.keyboard.press('Enter')
  await expect(page.getByText('your answers are kept on this machine')).toBeVisible()
  await page.getByLabel('Minutes of work in the last week', { exact: true }).fill('40')
  await page.keyboard.press('Enter')
  await page.context().setOffline(false)
  await expect(page.getByText('your answers are kept on this machine')).toHaveCount(0)
  await page.waitForLoadState('networkidle')
  // What the server has is what another browser sees.
  const other = await page.context().browser()!.newPage()
  await open(other, new URL('/tanks/spring/round', page.url()).toString())
  await expect(other.getByLabel('How much do you enjoy this tank?', { exact: true })).toHaveValue(
    '9',
  )
  await expect(other.getByLabel('Minutes of work in the last week', { exact: true })).toHaveValue(
    '40',
  )
  await other.close()
  await page.getByRole('button', { name: 'start afresh' }).click()
  await expect(page.getByRole('button', { name: 'start afresh' })).toHaveCount(0)
  // The browser says of each request that it did not get through.
  quiet.splice(0, quiet.length, ...quiet.filter((line) => !/INTERNET_DISCONNECTED/.test(line)))
})
