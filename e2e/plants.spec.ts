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
  await expect(page.getByText(/together in shape \d+ days/)).toBeVisible()
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
