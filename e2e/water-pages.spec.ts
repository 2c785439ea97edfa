import { expect, expectAccessible, open, test } from './page'

test('every parameter stands on the same days, and one is chosen by its name', async ({ page }) => {
  await open(page, '/tanks/tarn/water')
  await expect(page.locator('.strip:not(.lane)')).toHaveCount(16)
  await page.locator('.strip').getByRole('link', { name: 'KH', exact: true }).click()
  await expect(page).toHaveURL(/of=kh/)
  await expect(page.locator('h1')).toContainText('KH near')
  await expect(page.locator('.apexcharts-series').first()).toBeAttached()
  await expect(
    page.locator('section').filter({ hasText: 'Worth testing now' }).getByRole('listitem').first(),
  ).toContainText(/likely outside|never tested/)
  await open(page, '/tanks/tarn/water?of=pH')
  await expect(page.locator('h1')).toContainText('pH near')
  await expect(page.getByText('How much must I change?')).toHaveCount(0)
  await open(page, '/tanks/tarn/water?of=tint')
  await expect(page.locator('h1')).toContainText('nothing to reckon tint from')
})

test('the balance is drawn, and moving a slider lives a thousand lives anew', async ({ page }) => {
  await open(page, '/tanks/tarn/water/balance')
  await expect(
    page.getByRole('img', { name: /Nitrate in a week: .*food.*taken out by changes/ }),
  ).toBeVisible()
  const sentence = page
    .locator('section')
    .filter({ hasText: 'What if' })
    .locator('[aria-live]')
    .first()
  await expect(sentence).toContainText(/As it is: .*12 weeks/)
  for (const name of ['Change', 'every', 'Food', 'Doses', 'Plant mass', 'Light', 'Evaporation'])
    await expect(page.getByRole('slider', { name })).toBeVisible()
  await page.getByRole('slider', { name: /Change/ }).fill('0.8')
  await expect(sentence).toContainText('Tried:')
  await expect(page.getByText('Dashed edges: as it is kept now.')).toBeVisible()
  await page.getByRole('button', { name: 'back to how it is' }).click()
  await expect(sentence).not.toContainText('Tried:')
  await page
    .getByRole('navigation', { name: 'Parameter' })
    .getByRole('link', { name: 'Potassium' })
    .click()
  await expect(page.locator('h1')).toContainText('potassium from bottles and salts')
})

test('one change: the target, the jump, the buckets; a target out of reach says which water is missing', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water/changes')
  const one = page.locator('section').filter({ hasText: 'One change, to reach a target' })
  await expect(one).toContainText(/buckets of 10 L/)
  await expect(one).toContainText(/temperature .* at once, more than the 2/)
  await one.getByLabel('Target, mg/L').fill('0.1')
  await expect(one).toContainText('What is missing is a source below that')
  const mix = page.locator('section').filter({ hasText: 'New water, made to measure' })
  await expect(mix).toContainText(/g calcium sulphate/)
  await mix.getByLabel('Target GH, °dH').fill('-3')
  await expect(mix.getByRole('alert')).toContainText('Between 0 and 40')
  await mix.getByLabel('Target GH, °dH').fill('1')
  await mix.getByLabel(/rain butt/).uncheck()
  await expect(mix.getByRole('alert')).toContainText(
    /GH 1 cannot be reached: .*spring water, has 1\.5/,
  )
})

test('a rhythm becomes the routine, and undo gives the old one back', async ({ page }) => {
  await open(page, '/tanks/tarn/water/changes')
  const choices = page.getByRole('button', { name: 'make it the routine' })
  const own = page.getByRole('cell', { name: 'your routine' })
  const [open0, own0] = [await choices.count(), await own.count()]
  await choices.first().click()
  await expect(page.getByText(/The routine is now \d+ % every \d+ days/)).toBeVisible()
  await expect(own).toHaveCount(1)
  await page.getByRole('button', { name: 'undo' }).click()
  await expect(page.getByText('The routine is as it was.')).toBeVisible()
  await page.reload()
  await expect(choices).toHaveCount(open0)
  await expect(own).toHaveCount(own0)
})

test('a dose says what it does, warns over the band, and is logged all the same', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water/dosing')
  const dose = page.locator('section').filter({ hasText: 'What a dose does' })
  await expect(dose).toContainText(/\+ 1\.3\d mg\/L potassium/)
  // What cannot be read has no answer and cannot be logged: the button would write the number before it.
  await dose.getByLabel('Amount, mL').fill('99999')
  await expect(dose.getByRole('alert')).toContainText('Between 0.01 and 5000')
  await expect(dose.getByRole('button', { name: 'Log this dose' })).toBeHidden()
  await dose.getByLabel('Amount, mL').fill('300')
  await expect(dose.getByRole('note').first()).toContainText(/potassium .* over the 25/)
  await dose.getByRole('button', { name: 'Log it all the same' }).click()
  await expect(dose).toContainText('300 mL of weekly bottle stands in the book.')
  await open(page, '/tanks/tarn/book?kind=dose')
  await expect(page.locator('main')).toContainText('Dosed 300 mL of weekly bottle')
  await page.getByRole('button', { name: /strike out Dosed 300 mL/ }).click()
  await expect(page.getByRole('status')).toContainText('Struck out')
})

test('the school is switched and switched back; its bands follow', async ({ page }) => {
  await open(page, '/tanks/tarn/water/dosing')
  await page
    .getByRole('row', { name: /rich column/ })
    .getByRole('button', { name: 'keep it so' })
    .click()
  await expect(page.getByText('Switched from all-in-one to rich column')).toBeVisible()
  await open(page, '/tanks/tarn/water/kept')
  // The school wants 10 to 40; what lives here bears 30.
  await expect(page.getByLabel('Nitrate at least')).toHaveValue('10')
  await expect(page.getByLabel('Nitrate at most')).toHaveValue('30')
  await open(page, '/tanks/tarn/water/dosing')
  await page
    .getByRole('row', { name: /all-in-one/ })
    .getByRole('button', { name: 'keep it so' })
    .click()
  await expect(page.locator('h1')).toContainText('one weekly bottle')
})

test('the indicator’s colour is written with one touch', async ({ page }) => {
  await open(page, '/tanks/tarn/water/gas')
  await page.getByRole('button', { name: 'yellow-green', exact: false }).click()
  await expect(page.getByText('yellow-green stands in the book.')).toBeVisible()
  await open(page, '/tanks/tarn/book?kind=reading')
  await page
    .getByRole('button', { name: /strike out CO2 indicator yellow-green/ })
    .first()
    .click()
  await expect(page.getByRole('status')).toContainText('Struck out')
})

test('waters and bottles: a label over 100 % is refused with its sum, what cannot be read is named, a band upside down stands at its field', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water/kept')
  await page.getByRole('button', { name: /Another bottle/ }).click()
  await page.getByLabel('Name').fill('Strange powder')
  await page.getByLabel('Form').selectOption('powder')
  await page.getByLabel('What is in it, one a line').fill('K2O 70\nN 45')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.locator('#lines-problem')).toContainText('adds up to 115 %')
  await page.getByLabel('What is in it, one a line').fill('love 3')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.locator('#lines-problem')).toContainText('“love” is not known here')
  await page.getByLabel('What is in it, one a line').fill('K2O 40\nN 9')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByText('Strange powder stands on the shelf.')).toBeVisible()
  await page.getByRole('button', { name: /^Strange powder/ }).click()
  await page.getByRole('button', { name: 'take it off the shelf' }).click()
  await page.getByRole('button', { name: 'yes, take it off' }).click()
  await expect(page.getByRole('button', { name: /^Strange powder/ })).toHaveCount(0)
  await page.getByLabel('KH at least').fill('9')
  await page.getByRole('button', { name: 'Keep these bands' }).click()
  await expect(
    page.getByRole('alert').filter({ hasText: 'must lie above the low one' }),
  ).toBeVisible()
  await page.getByLabel('KH at least').fill('1')
})

test('a label is copied as it is printed, and what was understood is said before it is kept', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water/kept')
  await page.getByRole('button', { name: 'Another bottle, powder, tablet or stock' }).click()
  const lines = page.getByLabel('What is in it, one a line')
  await lines.fill('NO3 2 %')
  await expect(page.getByText(/NO3: 20 g in a litre.*1 mL holds 20 mg nitrate/)).toBeVisible()
  await page.getByLabel('A litre of it weighs').fill('1.2')
  await expect(page.getByText(/NO3: 24 g in a litre/)).toBeVisible()
  await lines.fill('5 mL in 100 L adds 4 mg/L NO3')
  await expect(page.getByText(/NO3: 80 g in a litre/)).toBeVisible()
  await page.getByLabel('Name').last().fill('Told by its dose')
  await page.getByRole('button', { name: 'Add it' }).last().click()
  await expect(page.getByText('Told by its dose stands on the shelf.')).toBeVisible()
  await expect(page.getByText('liquid: NO3 80 g/L')).toBeVisible()
})

test('a kit of one’s own: its fields, a reading under the first of them, and its price beside a test', async ({
  page,
}) => {
  await open(page, '/tanks/spring/water/kept')
  await page.getByRole('button', { name: /^A test kit of mine/ }).click()
  await page.getByLabel('What you call it').fill('Old drops')
  await page.getByLabel('Fields of its card').fill('10 / 50 / 25')
  await page.getByLabel('A test costs').fill('0.6')
  await page.getByRole('button', { name: 'Add it' }).last().click()
  await expect(page.getByText('The fields of a card go from little to much')).toBeVisible()
  await page.getByLabel('Fields of its card').fill('10 / 25 / 50')
  await page.getByRole('button', { name: 'Add it' }).last().click()
  await expect(page.getByText('Old drops is kept.')).toBeVisible()
  await expect(page.getByText(/Nitrate, 10 \/ 25 \/ 50 mg\/L, 0.60 a test/)).toBeVisible()
  await open(page, '/tanks/spring/book?log=reading&parameter=nitrate')
  await page.getByLabel('Value').fill('<10')
  await page.getByLabel('With the kit').selectOption('Old drops')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await expect(page.locator('main')).toContainText(
    'Nitrate under 10 mg/L, by drops and chart (Old drops)',
  )
})

test('a reading that was set aside is used all the same, with the reason, and back', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water')
  const line = page.locator('li').filter({ hasText: 'above what was expected' }).first()
  await line.getByRole('button', { name: 'use it all the same' }).click()
  await line.getByLabel(/because/).fill('I tested twice')
  await line.getByRole('button', { name: 'Note it' }).click()
  const used = page.locator('li').filter({ hasText: 'used, whatever the others say' })
  await expect(used).toBeVisible()
  await used.getByRole('button', { name: 'let the others decide' }).click()
  await expect(
    page.locator('li').filter({ hasText: 'above what was expected' }).first(),
  ).toBeVisible()
})

test('a source water with letters for numbers is refused at its field; nothing typed is lost', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/water/kept')
  await page.getByRole('button', { name: /Another water/ }).click()
  await page.getByLabel('Name').fill('Village tap')
  await page.getByRole('textbox', { name: 'GH', exact: true }).fill('hard')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.locator('#ghDegrees-problem')).toContainText('GH must be a number')
  await expect(page.getByLabel('Name')).toHaveValue('Village tap')
})

test('what can hardly be is asked once, and the keeper is believed', async ({ page }) => {
  await open(page, '/tanks/tarn/book?log=reading&parameter=nitrate')
  await page.getByLabel('Value').fill('160')
  await page.getByRole('button', { name: 'Ink it', exact: true }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Is it so?' })).toContainText(
    /far from that/,
  )
  await page.getByRole('button', { name: 'It is so: ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await expect(page.locator('main')).toContainText(
    'Nitrate 160 mg/L, by drops and chart, questioned and stood by',
  )
  await page.getByRole('button', { name: /strike out Nitrate 160/ }).click()
  await expect(page.getByRole('status')).toContainText('Struck out')
})

test('events.csv is told from readings.csv by its heading, previewed line by line, and written', async ({
  page,
}) => {
  await open(page, '/tanks/spring/book/import')
  await page.getByLabel(/A table of tests/).setInputFiles({
    name: 'events.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'at,kind,amount,unit,subject,note\n2026-10-01T10:00:00Z,water-change,25,percent,Spring water,\n2026-10-02T10:00:00Z,trim,10,cm,S7,\n',
    ),
  })
  await expect(page.locator('main')).toContainText(
    '1 new line, 0 known already, 1 that cannot be read',
  )
  await expect(page.locator('main')).toContainText('“S7” is not a planting of this tank')
  await page.getByRole('button', { name: 'Write 1 line' }).click()
  await expect(page.locator('main')).toContainText('1 line written.')
  const events = await page.request.get('/api/tanks/spring/events')
  expect(await events.text()).toContain('water-change,25,percent,Spring water')
  const series = await page.request.get('/api/tanks/tarn/series')
  expect((await series.text()).split('\r\n')[0]).toBe('at,parameter,value,low,high,unit,what')
})

for (const [page_, name] of [
  ['', /Nitrate of Tarn over five months/],
  ['/balance', /Nitrate in a week/],
  ['/gas', /CO2 over the day/],
] as const)
  test(`what is drawn at water${page_} stands there as a table too`, async ({ page }) => {
    await open(page, `/tanks/tarn/water${page_}`)
    await page.getByText('as a table').first().click()
    const table = page.getByRole('table', { name })
    await expect(table).toBeVisible()
    expect(await table.getByRole('row').count()).toBeGreaterThan(5)
    await expectAccessible(page)
  })
