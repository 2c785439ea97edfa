import type { Page } from '@playwright/test'
import { expect, open, test } from './page'

/** The station of a round by its name. */
const station = (page: Page, name: RegExp) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name })
const answer = (page: Page, label: string) => page.getByLabel(label, { exact: true })

/** Sets the round to half past six in the evening, `ago` days back; gives that day. */
async function walkedAgo(page: Page, ago: number): Promise<string> {
  await page.getByRole('button', { name: /walked earlier\?|another time/ }).click()
  const field = page.getByLabel('When was it walked?')
  const today = (await field.getAttribute('max'))!.slice(0, 10)
  const day = new Date(Date.parse(`${today}T12:00Z`) - ago * 86_400_000).toISOString().slice(0, 10)
  await field.fill(`${day}T18:30`)
  await page.getByRole('button', { name: 'Take that time' }).click()
  await expect(page.getByRole('button', { name: 'another time' })).toBeVisible()
  return day
}
const inkIt = async (page: Page) => {
  await station(page, /^You/).click()
  await page.getByRole('button', { name: 'Ink the round' }).click()
  await expect(page.getByText(/answers? inked/)).toBeVisible()
}

test('of a day past: the height is what was seen before the cut of the same round, and no cut is missed', async ({
  page,
}) => {
  await open(page, '/tanks/spring/round')
  const day = await walkedAgo(page, 4)
  await station(page, /^Background/).click()
  const height = answer(page, 'Green cuttings, back row')
  await height.fill('26')
  await height.press('Enter')
  if (await page.getByText('Really 26?').isVisible()) await height.press('Enter')
  await page.getByRole('button', { name: 'a trim', exact: true }).click()
  const form = page.getByRole('form', { name: /In this round: a trim/ })
  const which = form.getByLabel('Which')
  const s1 = (await which.locator('option').allTextContents()).find((text) => /^S1/.test(text))!
  await which.selectOption({ label: s1 })
  await form.getByLabel('Height left').fill('12')
  await form.getByRole('button', { name: 'Put it in the round' }).click()
  await expect(page.locator('section').getByText(/to 12 cm/)).toBeVisible()
  await inkIt(page)
  await open(page, `/tanks/spring/book?from=${day}&to=${day}`)
  await expect(page.locator('main section').last()).toContainText(/height 26 cm.*to 12 cm/s)
  await open(page, '/tanks/spring/plants')
  const row = page.getByRole('region', { name: /^S1/ })
  await expect(row).toContainText('cm a day')
  await expect(row).not.toContainText('Fell from')
})

test('“<5”, “~20” and “0,5” are readings where they are typed', async ({ page }) => {
  await open(page, '/tanks/spring/round')
  await station(page, /^Water/).click()
  // Whether nitrate is asked for depends on what was tested of late; a test can always be written down.
  await page.getByRole('button', { name: 'a water test', exact: true }).click()
  const form = page.getByRole('form', { name: /In this round: a water test/ })
  await form.getByLabel('What').selectOption('nitrate')
  await form.getByLabel('Value').fill('<5')
  await form.getByRole('button', { name: 'Put it in the round' }).click()
  await expect(page.getByText(/Nitrate under 5 mg\/L/)).toBeVisible()
  await inkIt(page)
  await open(page, '/tanks/spring/book?kind=reading')
  await expect(page.locator('main')).toContainText('Nitrate under 5 mg/L')
  for (const [typed, stands] of [
    ['~20', /Nitrate (about )?20 mg\/L/],
    ['0,5', /Nitrate 0\.5 mg\/L/],
  ] as const) {
    await open(page, '/tanks/spring/book?log=reading')
    await page.locator('#field-parameter').selectOption('nitrate')
    await page.locator('#field-value').fill(typed)
    await page.getByRole('button', { name: 'Ink it' }).click()
    await expect(page.getByText('Written down.')).toBeVisible()
    await open(page, '/tanks/spring/book?kind=reading')
    await expect(page.locator('main')).toContainText(stands)
  }
})

test('one animal fewer than on paper is not as expected', async ({ page }) => {
  await open(page, '/tanks/tarn/round')
  await station(page, /^Animals/).click()
  const suckers = answer(page, 'Dwarf suckers')
  await suckers.fill('3')
  await suckers.press('Enter')
  await expect(page.locator('main')).toContainText('1 fewer than on paper')
  await page.getByRole('button', { name: 'start afresh' }).click()
})

test('a land tank is offered nothing of water', async ({ page }) => {
  await open(page, '/set-up')
  await page.getByLabel('Name').first().fill('Dry side')
  await page.getByLabel('Kind').selectOption('terrarium')
  await expect(page.getByLabel('Water line above the bottom')).toBeHidden()
  await expect(page.getByLabel('A change every')).toBeHidden()
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page).toHaveURL(/dry-side\/board/)
  await open(page, '/tanks/dry-side/book')
  await expect(page.locator('main')).not.toContainText('top-up')
  await expect(page.locator('main')).not.toContainText('water change')
  await open(page, '/tanks/dry-side')
  await expect(page.locator('main')).not.toContainText('of water')
  await expect(
    page.getByRole('navigation', { name: 'Desks' }).getByRole('link', { name: 'Water' }),
  ).toHaveCount(0)
})

test('long headings are understood, and what is not read is said in the first line', async ({
  page,
}) => {
  await open(page, '/tanks/spring/book/import')
  await page.setInputFiles('input[type=file]', {
    name: 'mine.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Datum;Nitrat NO3 (mg/l);Phosphat PO4;Leitwert µS;Wetter\n03.04.2026;20;0,5;310;mild\n',
    ),
  })
  await expect(page.getByText(/1 of 5 columns is not read: “Wetter”/)).toBeVisible()
  await expect(page.getByLabel('Nitrat NO3 (mg/l) is')).toHaveValue('nitrate')
  await expect(page.getByLabel('Phosphat PO4 is')).toHaveValue('phosphate')
  await expect(page.getByLabel('Leitwert µS is')).toHaveValue('conductivity')
})

test('with the lamp off what is lit is the lighter still, on both maps', async ({ page }) => {
  for (const path of ['/tanks/tarn/plants/light', '/tanks/tarn/board']) {
    await open(page, path)
    if (path.endsWith('board')) await page.getByLabel('light at the ground').check()
    for (const dark of [false, true]) {
      await page.evaluate((off) => document.documentElement.classList.toggle('dark', off), dark)
      const map = page.getByTestId('light-bands').last()
      const [lit, shade] = await map.evaluate((drawn) => {
        const paint = document
          .createElement('canvas')
          .getContext('2d', { willReadFrequently: true })!
        const paper = getComputedStyle(document.body).backgroundColor
        return ['rect', 'path'].map((what) => {
          for (const colour of [paper, getComputedStyle(drawn.querySelector(what)!).fill]) {
            paint.fillStyle = colour
            paint.fillRect(0, 0, 1, 1)
          }
          const [r, g, b] = paint.getImageData(0, 0, 1, 1).data
          return r + g + b
        })
      })
      expect(lit).toBeGreaterThan(shade)
    }
  }
})

test.describe('before any script has run', () => {
  test.use({ javaScriptEnabled: false })
  test('the board is drawn as the tank stands, and weighed', async ({ page }) => {
    await page.goto('/tanks/tarn/board')
    await expect(page.locator('main')).toContainText('What it comes to')
    await expect(page.locator('main')).not.toContainText('Weighing what is drawn')
    // Drawn by their habit: a planting that is not weighed yet is one block.
    const leaves = page.locator('[data-view="front"] g[data-thing] g g path')
    expect(await leaves.count()).toBeGreaterThan(20)
  })
})

test('what waits and what things cost stand on paper, each under its name', async ({ page }) => {
  await open(page, '/tanks/tarn/stands')
  await expect(page.getByRole('heading', { name: 'Waiting list' })).toBeVisible()
  await expect(page.locator('main')).toContainText('waits for')
  await page.getByRole('button', { name: /^What things cost/ }).click()
  await page.getByLabel('a pot', { exact: true }).fill('dear')
  await page.getByRole('button', { name: 'Keep the prices' }).click()
  await expect(page.getByText('The price of pot must be a number.')).toBeVisible()
  await page.getByLabel('a pot', { exact: true }).fill('4.50')
  await page.getByRole('button', { name: 'Keep the prices' }).click()
  await expect(page.getByText('The prices are kept.')).toBeVisible()
  await open(page, '/tanks/tarn/stands')
  await page.getByRole('button', { name: /^What things cost/ }).click()
  await expect(page.getByLabel('a pot', { exact: true })).toHaveValue('4.5')
  await page.getByRole('link', { name: /Say what became of it/ }).click()
  await expect(page).toHaveURL(/cuttings#waiting-list/)
})

test('a lid that was lent says until when, and an end before its beginning is refused', async ({
  page,
}) => {
  await open(page, '/tanks/spring/stands')
  await page.getByRole('button', { name: /^Another thing/ }).click()
  await page.getByLabel('Which kind').selectOption('lid')
  await page.getByLabel('Name', { exact: true }).fill('Lent lid')
  await page.getByLabel('Until').fill('2020-01-01')
  await page.getByLabel('Why').fill('lent by Gully')
  await page.getByRole('button', { name: 'Put it on the list' }).click()
  await expect(page.locator('#until-problem')).toContainText('It would end before it begins.')
  const later = new Date(Date.now() + 40 * 86_400_000).toISOString().slice(0, 10)
  await page.getByLabel('Until').fill(later)
  await page.getByRole('button', { name: 'Put it on the list' }).click()
  await expect(page.getByText('Lent lid is on the list.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Lent lid/ })).toContainText('lent by Gully')
})
