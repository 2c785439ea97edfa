import type { Browser, Page } from '@playwright/test'
import { alive, expect, expectAccessible, open, test } from './page'

const ENJOY = 'How much do you enjoy this tank?'
const MINUTES = 'Minutes of work in the last week'
/** A round of its own tank, so that no other test finds it begun. */
const ROUND = '/tanks/gully/round'

const station = (page: Page, name: RegExp) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name })
async function answer(page: Page, label: string, value: string) {
  await page.getByLabel(label, { exact: true }).fill(value)
  await page.keyboard.press('Enter')
}
/** Another device: a browser that shares nothing with the page, at the station of the keeper. */
async function phone(browser: Browser | null, at: Page): Promise<Page> {
  const other = await browser!.newPage({ viewport: { width: 390, height: 844 } })
  await open(other, new URL(ROUND, at.url()).toString())
  await station(other, /^You/).click()
  return other
}
async function afresh(page: Page) {
  await open(page, ROUND)
  const begun = page.getByRole('button', { name: 'start afresh' })
  if ((await begun.count()) > 0) await begun.click()
  await expect(begun).toHaveCount(0)
  await station(page, /^You/).click()
}
/** No other test finds the round begun. */
async function startAfresh(page: Page) {
  await page.getByRole('button', { name: 'start afresh' }).click()
  await expect(page.getByRole('button', { name: 'start afresh' })).toHaveCount(0)
}
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true })

test.describe('two devices in one round', () => {
  test('each answer reaches the other, whichever came first, and none takes another away', async ({
    page,
  }) => {
    await afresh(page)
    const other = await phone(page.context().browser(), page)
    await answer(other, ENJOY, '6')
    await expect(other.getByText(/inked|expected$/).first()).toBeVisible()
    await other.waitForLoadState('networkidle')
    await answer(page, MINUTES, '30')
    await page.waitForLoadState('networkidle')
    await expect(field(page, ENJOY)).toHaveValue('6')
    // The other looks by itself after some seconds.
    await expect(field(other, MINUTES)).toHaveValue('30', { timeout: 20_000 })
    await other.reload()
    await alive(other)
    await expect(field(other, ENJOY)).toHaveValue('6')
    await expect(field(other, MINUTES)).toHaveValue('30')
    await other.close()
    await startAfresh(page)
  })

  test('what is answered twice while the network is away is shown on both, and asked before the round is inked', async ({
    page,
  }) => {
    await afresh(page)
    const other = await phone(page.context().browser(), page)
    await other.waitForLoadState('networkidle')
    await other.context().setOffline(true)
    await answer(other, ENJOY, '9')
    await expect(other.getByText('your answers are kept on this machine')).toBeVisible()
    await answer(page, ENJOY, '3')
    await page.waitForLoadState('networkidle')
    await other.context().setOffline(false)
    const twice = other.getByText('Answered twice, on two devices. Which is it?')
    await expect(twice).toBeVisible({ timeout: 20_000 })
    await expect(other.getByRole('button', { name: `3 of 10, ${ENJOY}` })).toBeVisible()
    await expect(other.getByRole('button', { name: `9 of 10, ${ENJOY}` })).toBeVisible()
    await expect(page.getByText('Answered twice, on two devices. Which is it?')).toBeVisible({
      timeout: 20_000,
    })
    await expect(station(page, /^You/)).toContainText('which?')
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Ink the round' }).click()
    await expect(
      page.getByRole('alert').filter({ hasText: 'Nothing is written yet' }),
    ).toBeVisible()
    await page.getByRole('button', { name: `9 of 10, ${ENJOY}` }).click()
    await expect(page.getByText('Answered twice, on two devices. Which is it?')).toHaveCount(0)
    await expect(field(page, ENJOY)).toHaveValue('9')
    await other.waitForLoadState('networkidle')
    await other.context().setOffline(true)
    await page.getByRole('button', { name: 'Ink the round' }).click()
    await expect(page.locator('main')).toContainText('1 answer inked')
    // Who answers on after it was inked is told, and goes on in another round.
    await answer(other, MINUTES, '25')
    await expect(other.getByText('your answers are kept on this machine')).toBeVisible()
    await other.context().setOffline(false)
    await expect(
      other.getByRole('status').filter({ hasText: 'inked on another device' }),
    ).toBeVisible({ timeout: 20_000 })
    await expect(other.getByRole('main').getByRole('listitem')).toContainText('25')
    await other.getByRole('button', { name: 'Go on in another round, with it' }).click()
    await station(other, /^You/).click()
    await expect(field(other, MINUTES)).toHaveValue('25')
    await expect(field(other, ENJOY)).toHaveValue('')
    await startAfresh(other)
    await other.close()
  })

  test('a trim that leaves more than was measured in the same round is refused at its field', async ({
    page,
  }) => {
    await open(page, '/tanks/tarn/round')
    await station(page, /^Background/).click()
    const height = page.locator('input[data-question]').first()
    const stake = (await page.locator('section').getByText(/^S\d$/).first().textContent())!
    await height.fill('20')
    await page.keyboard.press('Enter')
    await height.press('Enter')
    await page.getByRole('button', { name: 'a trim', exact: true }).click()
    const form = page.getByRole('form', { name: /In this round: a trim/ })
    await form.getByLabel('Which').selectOption({ label: await optionOf(form, stake) })
    await form.getByLabel('Height left').fill('27')
    await form.getByRole('button', { name: 'Put it in the round' }).click()
    await expect(form.getByText(/measured at 20 cm; a trim cannot leave 27 cm/)).toBeVisible()
    await form.getByLabel('Height left').fill('12')
    await form.getByRole('button', { name: 'Put it in the round' }).click()
    await expect(page.locator('section').getByText(/to 12 cm/)).toBeVisible()
    await startAfresh(page)
  })
})

const optionOf = async (form: ReturnType<Page['getByRole']>, stake: string): Promise<string> =>
  (await form.getByLabel('Which').locator('option').allTextContents()).find((text) =>
    text.startsWith(stake),
  )!

test.describe('two windows of one browser', () => {
  test('draw each their own board, over a reload, and what a closed one drew is offered to the next', async ({
    page,
  }) => {
    const draw = async (on: Page, stake: string) => {
      await on
        .locator('[data-view="plan"]')
        .getByRole('button', { name: new RegExp(`^${stake}`) })
        .focus()
      await on.keyboard.press('ArrowLeft')
      await on.keyboard.press('ArrowLeft')
      await expect(difference(on)).toHaveText(`moved ${stake}`)
    }
    await open(page, '/tanks/gully/board')
    const second = await page.context().newPage()
    await open(second, new URL('/tanks/gully/board', page.url()).toString())
    await draw(page, 'E1')
    await draw(second, 'E2')
    await second.reload()
    await alive(second)
    await expect(difference(second)).toHaveText('moved E2')
    await page.reload()
    await alive(page)
    await expect(difference(page)).toHaveText('moved E1')
    await second.close()
    const third = await page.context().newPage()
    await open(third, new URL('/tanks/gully/board', page.url()).toString())
    await expect(difference(third)).toHaveText('moved E2')
    await third.close()
    await page.reload()
    await alive(page)
    await page.getByRole('button', { name: /look at that one/ }).click()
    await expect(difference(page)).toHaveText('moved E2')
    await page.getByRole('button', { name: /look at that one/ }).click()
    await expect(difference(page)).toHaveText('moved E1')
    await page.getByRole('button', { name: 'begin again from what stands' }).click()
  })

  test('keep each what was typed into the same form; the next window finds the latest, and the other waits', async ({
    page,
  }) => {
    const form = '/tanks/gully/book?log=note'
    await open(page, form)
    const second = await page.context().newPage()
    await open(second, new URL(form, page.url()).toString())
    const text = (on: Page) => on.locator('#field-text')
    await text(page).fill('from the desk')
    await text(second).fill('from the sofa')
    await second.reload()
    await alive(second)
    await expect(text(second)).toHaveValue('from the sofa')
    await page.reload()
    await alive(page)
    await expect(text(page)).toHaveValue('from the desk')
    await second.close()
    await page.reload()
    await alive(page)
    await expect(text(page)).toHaveValue('from the desk')
    await page.getByRole('button', { name: 'take that up instead' }).click()
    await expect(text(page)).toHaveValue('from the sofa')
    await page.getByRole('button', { name: 'take that up instead' }).click()
    await expect(text(page)).toHaveValue('from the desk')
    await page.getByRole('button', { name: 'begin afresh' }).click()
    await expect(text(page)).toHaveValue('')
  })
})

/** The line that says what is otherwise than in the tank. */
const difference = (page: Page) => page.locator('h1 + div')
