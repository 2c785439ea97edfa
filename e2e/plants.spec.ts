import { expect, open, test } from './page'

test('growth of every planting stands on one scale, what turned or lags first; a height is logged from there', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants')
  await expect(page.locator('h1')).toContainText('Tarn grows')
  const rows = page.locator('main section')
  await expect(rows).toHaveCount(12)
  await expect(rows.filter({ hasText: 'S2' })).toContainText(/At the surface in .* days? \(/)
  await rows.filter({ hasText: 'S2' }).getByText('as a table').click()
  await expect(page.getByRole('table', { name: 'What was seen of S2' })).toBeVisible()
  await rows.filter({ hasText: 'S2' }).getByRole('link', { name: 'Log a height' }).click()
  await expect(page.getByLabel('Value')).toBeVisible()
})

test('trimming: what the week holds, what a rhythm costs, and a day on which all is in shape; a day that is over is refused in a sentence', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/trimming')
  await expect(page.locator('h1')).toContainText(/wants .* cut/)
  await expect(page.getByText(/^every 4 weeks/)).toBeVisible()
  await expect(page.getByText(/together in shape (for \d+ days, from|on)/)).toBeVisible()
  const on = page.getByLabel('in shape on')
  const planned = await on.inputValue()
  await on.fill('2020-02-03')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await expect(page.getByText('That day is over; a day to come is wanted.')).toBeVisible()
  await expect(page.getByLabel('in shape on')).toHaveValue(planned)
  await open(page, '/tanks/tarn/plants/trimming?on=soon&sessions=99&evening=Never')
  await expect(page.getByText('That day does not exist')).toBeVisible()
  await page.getByLabel('with scissors at most').selectOption('1')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await expect(page).toHaveURL(/sessions=1/)
})

test('light: drawn for four days, told planting by planting; a place is asked for, and what cannot be is refused in a sentence', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/light')
  await expect(page.locator('h1')).toContainText(/light/)
  await expect(
    page.getByRole('img', { name: 'Light at the ground, the front below' }),
  ).toBeVisible()
  await page.getByRole('link', { name: 'in 8 weeks' }).click()
  await expect(page).toHaveURL(/in=56/)
  await expect(page.getByRole('rowheader', { name: /S3/ })).toBeVisible()
  await open(page, '/tanks/tarn/plants/light?in=soon')
  await expect(page.locator('h1')).toBeVisible()

  await open(page, '/tanks/tarn/plants/here')
  await page.getByLabel('from the left').fill('30')
  await page.getByLabel('from the front').fill('ten')
  await page.getByRole('button', { name: 'What grows here?' }).click()
  await expect(page.getByText('From the front must be a number.')).toBeVisible()
  await expect(page.getByLabel('from the left')).toHaveValue('30')
  await page.getByLabel('from the front').fill('10')
  await page.getByRole('button', { name: 'What grows here?' }).click()
  await expect(page.locator('h1')).toContainText('would grow')
  await page.getByLabel('from the left').fill('400')
  await page.getByRole('button', { name: 'What grows here?' }).click()
  await expect(page.getByText('That place lies outside the glass')).toBeVisible()
})

test('leaves: what ails them is weighed, and a look is written down from its drawing', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/leaves')
  await expect(page.locator('h1')).toContainText(/shows .* at/)
  const note = page.locator('main section').filter({ hasText: 'pinholes' }).first()
  await expect(note).toContainText('Too little potassium')
  await note.getByText('what other schools would do').first().click()
  await expect(note.getByText(/root only/)).toBeVisible()
  await page.getByRole('link', { name: 'burnt edges' }).click()
  await expect(page.getByLabel('They are')).toHaveValue('burnt edges')
  await page.getByLabel('They are').selectOption('bare stem')
  await page.getByLabel('On', { exact: true }).selectOption('new growth')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('A bare stem has lost its old leaves')).toBeVisible()
})

test('cuttings: what a cut would give, where they went, who descends from whom over the tanks; held ones tell what they wait for', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/cuttings')
  await expect(page.locator('h1')).toContainText('would give')
  await expect(page.getByText('Red cuttings, back row, Spring')).toBeVisible()
  await expect(page.getByText(/in 10 weeks/).first()).toBeVisible()
  await page.getByRole('link', { name: 'Log cuttings' }).first().click()
  await page.getByLabel('How many').fill('2,5')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Cuttings come in whole numbers.')).toBeVisible()
  await open(page, '/tanks/spring/plants/cuttings')
  await expect(page.getByText('Held here')).toBeVisible()
})

test('lawns and grooming: what is late, how the lawn fares; an act is written down from there with its planting chosen', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/grooming')
  await expect(page.locator('h1')).toContainText(/lawn|groomed/)
  await expect(page.getByText(/the mat is about/)).toBeVisible()
  await page.getByRole('link', { name: 'Log it' }).first().click()
  await expect(page.getByLabel('Where', { exact: true })).toHaveValue(/^planting:/)
})

test('kinds: found by a common name, with what they want and grow; a name nobody knows says so', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/kinds')
  await page.getByLabel('botanical or common name').fill('wisteria')
  await page.getByRole('button', { name: 'Find it' }).click()
  await expect(page.locator('h1')).toContainText('Hygrophila difformis')
  await expect(page.getByRole('rowheader', { name: 'strong' })).toBeVisible()
  await page.getByLabel('botanical or common name').fill('plastic palm')
  await page.getByRole('button', { name: 'Find it' }).click()
  await expect(page.getByText('Nothing goes by “plastic palm”.')).toBeVisible()
})

test('a kind is put right for every tank and put back; what cannot be is refused at its field; a planting found out to be another keeps its record', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/kinds?of=hygrophila')
  await page.getByRole('button', { name: /You know better/ }).click()
  const height = page.getByLabel('Grows to').first()
  await height.fill('tall')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByText('The height must be a number.')).toBeVisible()
  await height.fill('52')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByText(/grows to 45 cm high, 6 cm wide → 52 cm high/)).toBeVisible()
  await page.getByRole('button', { name: 'put it back' }).click()
  await expect(page.getByText(/grows to 52 cm high, 6 cm wide → 45 cm high/)).toBeVisible()

  await page.getByRole('button', { name: /Bushy stems/ }).click()
  await page.getByLabel('Species').selectOption({ label: 'another fast stem …' })
  await page.getByLabel('Its name').fill('Millbrook weed')
  await page.getByLabel('By what').fill('It flowered white.')
  await page.getByRole('button', { name: /^Say what S4 is/ }).click()
  await expect(page.locator('h1')).toContainText('Millbrook weed')
  await expect(page.getByText(/went by Hygrophila polysperma until/)).toBeVisible()
  await open(page, '/tanks/tarn/plants')
  const row = page.locator('main section').filter({ hasText: 'S4' })
  await expect(row).toContainText('Millbrook weed')
  await row.getByText('as a table').click()
  expect(await row.getByRole('row').count()).toBeGreaterThan(5)
})

test('what waits is told how far its day has come, and is taken off the list', async ({ page }) => {
  await open(page, '/tanks/tarn/plants/cuttings')
  await expect(page.getByText(/waits for the gas to run steadily: that has come/)).toBeVisible()
  await page.getByRole('link', { name: 'Put something on the list' }).click()
  await page.getByLabel('What waits').fill('Three small ferns')
  await page.getByLabel('It waits for').selectOption('a number of days')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('How much, or how many days?')).toBeVisible()
  await page.getByLabel('How much').fill('9')
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText(/Three small ferns waits for 9 days/).first()).toBeVisible()
  await open(page, '/tanks/tarn/plants/cuttings')
  const line = page.getByText(/Three small ferns waits for 9 days: 9 days to go/)
  await expect(line).toBeVisible()
  await line.locator('..').getByRole('button', { name: 'given up' }).click()
  await expect(line).toHaveCount(0)
})

test('a stem is kept as a hedge and is then due for it; above the rim is refused', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/plants/trimming')
  await page.getByRole('button', { name: /Keep a stem otherwise/ }).click()
  await page.getByLabel('Which').selectOption({ label: 'S2 Fine stems, left of the root' })
  await page.getByLabel(/^At/).fill('300')
  await page.getByRole('button', { name: 'Keep it so' }).click()
  await expect(page.getByText('That is above the rim of this tank.')).toBeVisible()
  await page.getByLabel(/^At/).fill('14')
  await page.getByRole('button', { name: 'Keep it so' }).click()
  await expect(page.getByText('is a hedge at 14 cm')).toBeVisible()
  await expect(page.getByText(/it has outgrown its hedge/).first()).toBeVisible()
})

test('the lamp of the nursery is placed over the reds', async ({ page }) => {
  await open(page, '/tanks/spring/plants/light')
  await expect(page.getByText(/^Lamp, hung .* would give the tips of S2/)).toBeVisible()
})
