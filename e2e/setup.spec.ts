import { expect, open, test } from './page'

test('a new tank from bare glass to its first round', async ({ page }) => {
  await open(page, '/set-up')
  await page.getByLabel('Name', { exact: true }).fill('Brook')
  await page.getByLabel('Water line above the bottom').fill('50')
  await page.getByLabel('Length, left to right').fill('sixty')
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page.locator('#lengthCm-problem')).toContainText('must be a number')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Brook')
  await page.getByLabel('Length, left to right').fill('60')
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page.locator('#waterlineCm-problem')).toContainText('above the rim')
  await page.getByLabel('Water line above the bottom').fill('32')
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page).toHaveURL(/tanks\/brook\/board/)
  await expect(page.getByRole('link', { name: 'I only want to log water' })).toBeVisible()
  await open(page, '/tanks/brook/stands')

  await page.getByLabel('Species').selectOption('rotala-green')
  await page.getByLabel(/Name and place/).fill('Green stems, back left')
  for (const [label, value] of [
    ['Stems or crowns', '10'],
    ['Left edge', '5'],
    ['Right edge', '90'],
    ['Front edge', '18'],
    ['Back edge', '26'],
  ] as const)
    await page.getByLabel(label).fill(value)
  await page.getByRole('button', { name: 'Plant it' }).click()
  await expect(page.locator('#right-problem')).toContainText('60 cm long')
  await page.getByLabel('Right edge').fill('20')
  await page.getByRole('button', { name: 'Plant it' }).click()
  await expect(page.getByText('S1 stands in the plan.')).toBeVisible()

  // A plant that is in no list is planted by its kind; what describes it is asked only then.
  await expect(page.getByLabel('Its name')).toHaveCount(0)
  await page.getByLabel('Species').selectOption('another:rosette')
  for (const [label, value] of [
    ['Name and place', 'Broad leaves, right'],
    ['Stems or crowns', '1'],
    ['Left edge', '44'],
    ['Right edge', '57'],
    ['Front edge', '14'],
    ['Back edge', '27'],
  ] as const)
    await page.getByLabel(label).fill(value)
  await page.getByRole('button', { name: 'Plant it' }).click()
  await expect(page.locator('#newName-problem')).toContainText('What is it called?')
  await page.getByLabel('Its name').fill('Broad rosette')
  await page.getByLabel('It grows to').fill('27,5')
  await page.getByRole('button', { name: 'Plant it' }).click()
  await expect(page.getByText('it cannot be cut back like a stem')).toBeVisible()
  await page.getByRole('button', { name: 'It is so: plant it' }).click()
  await expect(page.getByText('R1 stands in the plan.')).toBeVisible()

  await page.getByRole('button', { name: /^A piece/ }).click()
  for (const [label, value] of [
    ['Name, like', 'the big stone'],
    ['Left edge', '30'],
    ['Right edge', '48'],
    ['Front edge', '8'],
    ['Back edge', '20'],
    ['Its top', '60'],
  ] as const)
    await page.getByLabel(label).fill(value)
  await page.getByRole('button', { name: 'Put it in' }).click()
  await expect(page.locator('#topCm-problem')).toContainText('36 cm high')
  await page.getByLabel('Its top').fill('19')
  await page.getByRole('button', { name: 'Put it in' }).click()
  await expect(
    page.getByRole('button', { name: /the big stone stone, 30–48 cm from the left, up to 19 cm/ }),
  ).toBeVisible()

  await open(page, '/tanks/brook')
  await expect(page.locator('h1')).toContainText('has no entry yet')
  await expect(page.locator('[data-planting="S1"]')).toBeVisible()
  await open(page, '/tanks/brook/round')
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /Background/ })
    .click()
  await page.getByLabel('Green stems, back left', { exact: true }).fill('12')
  await page.keyboard.press('Enter')
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /You/ })
    .click()
  await page.getByRole('button', { name: 'Ink the round' }).click()
  await expect(page.locator('main')).toContainText('1 answer inked')
})

test('the water line of a tank to be set up keeps below its rim, until it is said', async ({
  page,
}) => {
  await open(page, '/set-up')
  const line = page.getByLabel('Water line above the bottom')
  await page.getByLabel('Height', { exact: true }).fill('45')
  await expect(line).toHaveValue('42')
  await line.fill('40')
  await page.getByLabel('Height', { exact: true }).fill('50')
  await expect(line).toHaveValue('40')
})

test('what stands is said otherwise: gas comes, a lamp is dimmed since a day, a planting pulled out and back; each is taken back', async ({
  page,
}) => {
  await open(page, '/tanks/spring/stands')
  await page.getByRole('button', { name: /^Another thing/ }).click()
  await page.getByLabel('Which kind').selectOption('gas')
  await page.getByLabel('Off at').fill('')
  await page.getByRole('button', { name: 'Put it on the list' }).click()
  await expect(page.locator('#field-offAt + *, #offAt-problem').last()).toContainText('Gas off')
  await page.getByLabel('On at').fill('07:30')
  await page.getByLabel('Off at').fill('15:30')
  await page.getByRole('button', { name: 'Put it on the list' }).click()
  await expect(page.getByRole('button', { name: /^Gas 07:30–15:30/ })).toBeVisible()

  await page.getByRole('button', { name: /^Lamp 08:00 for 9 h/ }).click()
  await page.getByLabel('Level', { exact: true }).fill('60')
  await page.getByLabel('Until').fill('2099-01-01')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.locator('#because-problem')).toContainText('Why for a while only')
  await page.getByLabel('Why').fill('until the cuttings have taken')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(
    page.getByRole('button', {
      name: /^Lamp 08:00 for 9 h, at 60 %.*until the cuttings have taken/,
    }),
  ).toBeVisible()

  await page.getByRole('button', { name: /Green cuttings/ }).click()
  await page.getByLabel('It was', { exact: true }).selectOption('composted')
  await page.getByRole('button', { name: 'Pull out S1' }).click()
  await expect(page.locator('main')).toContainText('composted')
  // Its form is gone with it: the focus is on what follows, not at the head of the page.
  await expect(page.locator('main button:focus')).toHaveCount(1)
  await page.getByRole('button', { name: 'it stands still' }).click()
  await expect(page.getByRole('button', { name: /Green cuttings/ })).toBeVisible()

  await open(page, '/tanks/spring/water/gas')
  await expect(page.getByRole('img', { name: /CO2 over the day/ })).toBeVisible()
  await open(page, '/tanks/spring/book?kind=changed')
  await expect(page.locator('main')).toContainText('Lamp: level 100 % → 60 %')
  await page.getByRole('button', { name: /^strike out.*Lamp: level/ }).click()
  await expect(page.getByRole('status')).toContainText('Struck out')
  await open(page, '/tanks/spring/stands')
  await expect(page.getByRole('button', { name: /^Lamp 08:00 for 9 h, 80 µmol/ })).toBeVisible()
})

test('a planting older than its tank is asked about once, and the hand stays at the form', async ({
  page,
}) => {
  await open(page, '/tanks/spring/stands')
  await page.getByRole('button', { name: /Green cuttings/ }).click()
  await page.getByRole('radio', { name: 'It was so all along' }).check()
  const day = await page.getByLabel('Planted on, or found').inputValue()
  await page.getByLabel('Planted on, or found').fill('2001-05-01')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByText('That is 1 May 2001, and Spring was set up on')).toBeVisible()
  await page.getByRole('button', { name: 'It is so: write it' }).click()
  await expect(page.getByRole('button', { name: /Green cuttings.*since 1 May 2001/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Write it', exact: true })).toBeFocused()
  await page.getByLabel('Planted on, or found').fill(day)
  await page.getByRole('button', { name: 'Write it', exact: true }).click()
  await expect(page.getByText('since 1 May 2001')).toHaveCount(0)
})

test('it was so all along: the past is put right, no line is written, and it is taken back', async ({
  page,
}) => {
  await open(page, '/tanks/spring/stands')
  await page.getByRole('button', { name: /^Name, place and glass/ }).click()
  await expect(page.getByRole('radio', { name: 'It was so all along' })).toBeChecked()
  await page.getByLabel('Water line above the bottom').fill('31')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByRole('button', { name: /filled to 31 cm/ })).toBeVisible()
  const line = page.getByText(/put right: Spring: water line 33 cm → 31 cm/)
  await expect(line).toBeVisible()
  await line.locator('..').getByRole('button', { name: 'take it back' }).click()
  await expect(page.getByRole('button', { name: /filled to 33 cm/ })).toBeVisible()
  await open(page, '/tanks/spring/book?kind=changed')
  await expect(page.locator('main')).not.toContainText('water line')
})

test('animals are moved to another tank: both books say so, and it is taken back in both', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/stands')
  await page.getByRole('button', { name: /^A move/ }).click()
  await page.getByLabel('Which', { exact: true }).selectOption({ label: 'Dwarf shrimp' })
  await page.getByLabel('How many').fill('4000')
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'Spring' })
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(page.locator('#count-problem')).toContainText('cannot have moved out')
  await page.getByLabel('How many').fill('3')
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(page.getByText('Moved; it stands in the book of Spring too.')).toBeVisible()
  await open(page, '/tanks/spring/book?kind=stock')
  await expect(page.locator('main')).toContainText('Dwarf shrimp: moved in 3')
  await page.getByRole('button', { name: /^strike out.*moved in 3/ }).click()
  await expect(page.getByRole('button', { name: /^strike out.*moved in 3/ })).toHaveCount(0)
  await open(page, '/tanks/tarn/book?kind=stock')
  await expect(page.locator('main')).not.toContainText('moved out 3')
})
