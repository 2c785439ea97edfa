import { alive, expect, open, test } from './page'

test.describe.configure({ mode: 'serial' })

const station = (name: string) => ({ name: new RegExp(`^${name}`) })

test('Enter inks the pencil, a far value is asked for once, a reload loses nothing', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/round')
  await expect(page.getByRole('heading', { level: 2 })).toContainText('Surface')
  await expect(page.getByLabel('Floaters, right half', { exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2 })).toContainText('Glass')
  // Nothing to measure here: the way on has the focus.
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2 })).toContainText('Background')
  await page.getByRole('button', { name: '← Glass' }).click()

  await page.getByRole('button', { name: '← Surface' }).click()
  await expect(page.getByLabel('Floaters, right half', { exact: true })).toHaveValue(/\d+/)
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', station('Background'))
    .click()
  const s1 = page.getByLabel('Green stems, back left', { exact: true })
  await expect(s1).toBeFocused()
  await s1.fill('4')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Really 4?')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText('less than expected')).toBeVisible()
  const s2 = page.getByLabel('Fine stems, left of the root', { exact: true })
  await expect(s2).toBeFocused()
  await s2.fill('tall')
  await page.keyboard.press('Enter')
  await expect(page.getByText('This must be a number.')).toBeVisible()
  await s2.fill('')
  await page.keyboard.press('Enter')
  await expect(page.getByText('inked at a glance')).toBeVisible()

  await page.getByRole('button', { name: 'bare below' }).click()
  await page
    .getByRole('group', { name: /bare below/ })
    .getByRole('button', { name: 'S4' })
    .click()
  await expect(page.getByText('bare below on S4')).toBeVisible()
  await page.waitForLoadState('networkidle')

  await page.reload()
  await alive(page)
  await expect(page.getByRole('heading', { level: 2 })).toContainText('Background')
  await expect(page.getByLabel('Green stems, back left', { exact: true })).toHaveValue('4')
  await expect(page.getByText('bare below on S4')).toBeVisible()
})

test('the finished round is in the book, with what was pencilled beside it, and the next one starts blank', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/round')
  await page.getByLabel('Green stems, back left', { exact: true }).fill('40')
  await page.keyboard.press('Enter')
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', station('You'))
    .click()
  await page.getByLabel('How much do you enjoy this tank?', { exact: true }).fill('5')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Ink the round' }).click()
  await expect(page.locator('main')).toContainText(/\d answers? inked/)
  await open(page, '/tanks/tarn/book')
  const first = page.locator('section').filter({ hasText: 'Walked the round' }).first()
  await expect(first).toContainText('S1 Green stems, back left: height 40 cm')
  await expect(first).toContainText('pencilled')
  await expect(first).toContainText('at a glance')
  await expect(first).toContainText('Bare below, S4')
  await open(page, '/tanks/tarn/round')
  await expect(page.getByRole('button', { name: 'start afresh' })).toHaveCount(0)
})

test('a round of twelve plantings goes by Enter alone, well within three minutes of keystrokes', async ({
  page,
}) => {
  await open(page, '/tanks/spring/round')
  for (let i = 0; i < 40; i++) {
    if (await page.getByRole('button', { name: 'Ink the round' }).isVisible()) break
    await page.keyboard.press('Enter')
    await page.waitForTimeout(60)
  }
  await expect(page.getByRole('button', { name: 'Ink the round' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/tanks\/spring$/)
  await open(page, '/tanks/spring/round')
  await page.getByRole('button', { name: 'start afresh' }).click()
  await expect(page.getByRole('button', { name: 'start afresh' })).toHaveCount(0)
})

test('a value that was doubted or could not be read stays typed, marks its station, and is said at the end', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/round')
  const stations = page.getByRole('navigation', { name: 'Stations' })
  await stations.getByRole('button', station('Equipment')).click()
  const warmth = page.getByLabel('Temperature', { exact: true })
  await warmth.fill('42')
  await stations.getByRole('button', station('You')).click()
  await expect(stations.getByRole('button', { name: 'Equipment unfinished' })).toBeVisible()
  await page.getByLabel('How much do you enjoy this tank?', { exact: true }).fill('much')
  await page.getByRole('button', { name: 'Ink the round' }).click()
  const open2 = page.getByRole('alert').filter({ hasText: 'typed' })
  await expect(open2).toContainText('Temperature: “42”')
  await expect(open2).toContainText('“much”')
  await page.waitForLoadState('networkidle')
  await page.reload()
  await alive(page)
  await stations.getByRole('button', station('Equipment')).click()
  await expect(warmth).toHaveValue('42')
  await expect(page.getByText('Really 42?')).toBeVisible()
  await page.getByRole('button', { name: 'It is so' }).click()
  await expect(page.getByText('more than expected')).toBeVisible()
  await page.getByRole('button', { name: 'start afresh' }).click()
  await expect(page.getByRole('button', { name: 'start afresh' })).toHaveCount(0)
})

test('a round from before the tank is asked about once, and another day puts the question away', async ({
  page,
}) => {
  await open(page, '/tanks/gully/round')
  const walkedAt = async (when: (today: string) => string) => {
    await page.getByRole('button', { name: /walked earlier\?|another time/ }).click()
    const field = page.getByLabel('When was it walked?')
    await field.fill(when((await field.getAttribute('max'))!.slice(0, 10)))
    await page.getByRole('button', { name: 'Take that time' }).click()
    await expect(page.getByRole('button', { name: 'another time' })).toBeVisible()
  }
  await walkedAt(() => '2011-05-01T10:00')
  await expect(page.locator('main')).toContainText('Sunday 1 May')
  const stations = page.getByRole('navigation', { name: 'Stations' })
  await stations.getByRole('button', station('You')).click()
  await page.getByText('tired of it', { exact: true }).click()
  await page.locator('#finish').click()
  await expect(page.getByText(/was set up on .* Is it so\?$/)).toHaveCount(1)
  await walkedAt((today) => `${today}T00:05`)
  await expect(page.getByText(/Is it so\?$/)).toHaveCount(0)
  await page.getByRole('button', { name: 'start afresh' }).click()
})

test('a round of an earlier day, with a change and a first sighting in it, stands in the book in its order', async ({
  page,
}) => {
  await open(page, '/tanks/spring/round')
  await page.getByRole('button', { name: 'walked earlier?' }).click()
  const field = page.getByLabel('When was it walked?')
  const today = (await field.getAttribute('max'))!.slice(0, 10)
  const day = new Date(Date.parse(`${today}T12:00Z`) - 3 * 86_400_000).toISOString().slice(0, 10)
  await field.fill(`${day}T18:30`)
  await page.getByRole('button', { name: 'Take that time' }).click()
  await expect(page.getByRole('button', { name: 'another time' })).toBeVisible()
  const stations = page.getByRole('navigation', { name: 'Stations' })
  await stations.getByRole('button', station('Glass')).click()
  await page.getByRole('group', { name: 'Write down here' }).getByText('algae').click()
  await page.getByLabel('Which').selectOption('green dust')
  await page.getByLabel('Cover').fill('lots')
  await page.getByRole('button', { name: 'Put it in the round' }).click()
  await expect(page.locator('form').getByRole('alert')).toContainText('must be a number')
  await page.getByLabel('Cover').fill('4')
  await page.getByRole('button', { name: 'Put it in the round' }).click()
  await expect(page.getByText('Green dust on the glass, 4 %')).toBeVisible()
  await stations.getByRole('button', station('Water')).click()
  await page.getByRole('group', { name: 'Write down here' }).getByText('a water change').click()
  await page.getByLabel('How much').fill('25')
  await page.getByRole('button', { name: 'Put it in the round' }).click()
  await expect(page.getByText(/^Changed 25 % of the water/)).toBeVisible()
  await stations.getByRole('button', station('You')).click()
  await page.getByRole('button', { name: 'Ink the round' }).click()
  await expect(page.locator('main')).toContainText('inked')
  await open(page, '/tanks/spring/book')
  const lines = page.locator('section').filter({ hasText: 'Walked the round, 0 answers' }).first()
  await expect(lines).toContainText('18:30')
  await expect(lines).toContainText(
    /Walked the round.*Green dust on the glass.*Changed 25 % of the water/s,
  )
})
