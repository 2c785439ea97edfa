import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { alive, expect, expectAccessible, open, test } from './page'

const thing = (page: Page, name: string, view = 'plan') =>
  page.locator(`[data-view="${view}"]`).getByRole('button', { name: new RegExp(`^${name}`) })
/** The line that says what is otherwise than in the tank. */
const difference = (page: Page) => page.locator('h1 + div')
const middle = async (locator: Locator) => {
  const box = (await locator.boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
async function drag(page: Page, from: { x: number; y: number }, by: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + by.x / 2, from.y + by.y / 2)
  await page.mouse.move(from.x + by.x, from.y + by.y, { steps: 4 })
  await page.mouse.up()
}
async function stroke(page: Page, points: readonly (readonly [number, number])[]) {
  const ground = (await page.getByTestId('drawing-ground').boundingBox())!
  const at = ([x, y]: readonly [number, number]) =>
    [ground.x + x * ground.width, ground.y + y * ground.height] as const
  await page.mouse.move(...at(points[0]))
  await page.mouse.down()
  for (const point of points.slice(1)) await page.mouse.move(...at(point), { steps: 4 })
  await page.mouse.up()
}

test('a planting dragged in the plan moves in every view; undone and done again, and kept over a reload', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await expect(difference(page)).toContainText('Take hold of anything')
  const before = await middle(thing(page, 'S2', 'front'))
  await drag(page, await middle(thing(page, 'S2')), { x: 45, y: 0 })
  await expect(difference(page)).toHaveText('moved S2')
  expect((await middle(thing(page, 'S2', 'front'))).x - before.x).toBeGreaterThan(30)
  await expect(page.getByRole('region', { name: 'In numbers' })).toContainText('S2')
  await page.getByRole('button', { name: 'undo' }).click()
  await expect(difference(page)).toContainText('Take hold of anything')
  await page.getByRole('button', { name: 'redo' }).click()
  await expect(difference(page)).toHaveText('moved S2')
  await page.reload()
  await alive(page)
  await expect(difference(page)).toHaveText('moved S2')
  await page.getByRole('button', { name: 'undo' }).click()
  await expect(difference(page)).toContainText('Take hold of anything')
  // Drawn larger, a hand still takes what it points at.
  await page.getByRole('button', { name: 'larger' }).click()
  await page.getByLabel('lines of thirds').check()
  await expect(page.getByTestId('thirds')).toHaveCount(2)
  await thing(page, 'S1').scrollIntoViewIfNeeded()
  await drag(page, await middle(thing(page, 'S1')), { x: 40, y: 0 })
  await expect(difference(page)).toHaveText('moved S1')
  await page.getByRole('button', { name: 'whole' }).click()
  await page.getByRole('button', { name: 'undo' }).click()
})

test('plants, stones and ground are drawn; what crosses itself or holds nothing is refused in a sentence; the sums follow', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await page.getByRole('button', { name: 'draw a planting' }).click()
  await page.getByLabel('Kind to draw').selectOption({ label: 'Eleocharis, mini' })
  await stroke(page, [
    [0.2, 0.3],
    [0.4, 0.5],
  ])
  await expect(difference(page)).toHaveText('new L2')
  await expect(page.getByText(/pots?, or \d+ cups?/)).toBeVisible()
  await page.getByLabel('freehand').check()
  await stroke(page, [
    [0.5, 0.2],
    [0.7, 0.4],
    [0.7, 0.2],
    [0.5, 0.4],
  ])
  await expect(page.getByText('That outline crosses itself; draw it once round.')).toBeVisible()
  await stroke(page, [
    [0.5, 0.2],
    [0.7, 0.22],
    [0.69, 0.4],
    [0.52, 0.38],
  ])
  await expect(difference(page)).toHaveText('new L2, L3')
  await page.getByRole('button', { name: 'draw stone or wood' }).click()
  await page.getByLabel('Shape to draw').selectOption('slab')
  const ground = (await page.getByTestId('drawing-ground').boundingBox())!
  await page.mouse.click(ground.x + ground.width * 0.9, ground.y + ground.height * 0.9)
  await expect(difference(page)).toHaveText('new L2, L3, slab')
  // Set near the glass it is pushed behind it, and told.
  await expect(
    page.getByText(/^slab stands at the glass|^slab stands .* from the glass/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'shape the ground' }).click()
  const litres = page.locator('dt', { hasText: /^ground$/ }).locator('+ dd')
  const lay = await litres.textContent()
  await drag(page, await middle(page.locator('[data-ground="0 backCm"]')), { x: 0, y: -60 })
  await expect(difference(page)).toContainText('other ground')
  await expect(litres).not.toHaveText(lay!)
  await expect(page.getByText(/to buy, an eighth spare/)).toBeVisible()
  const stations = page.locator('[data-ground$="frontCm"]')
  const many = await stations.count()
  await drag(page, await middle(page.locator('[data-cut-ground="backCm"]')), { x: 0, y: 20 })
  await expect(stations).toHaveCount(many + 1)
  await page.getByLabel('light at the ground').check()
  await expect(page.getByTestId('light-bands').locator('path')).toHaveCount(3)
  await page.getByRole('button', { name: 'in 3 months' }).click()
  await expect(page.getByTestId('elevation')).toBeVisible()
  await page.getByRole('button', { name: 'today', exact: true }).click()
  await page.getByRole('button', { name: 'begin again from what stands' }).click()
  await expect(difference(page)).toContainText('Take hold of anything')
})

test('by keyboard alone: a thing is found in the list, moved, measured, set once more and taken off', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await page.getByText(/As a list, and in coordinates/).focus()
  await page.keyboard.press('Enter')
  const row = page.locator('li').getByRole('button', { name: /^K1/ })
  await row.focus()
  await page.keyboard.press('Enter')
  const left = page.getByLabel('Left', { exact: true })
  const was = Number(await left.inputValue())
  await row.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Alt+ArrowRight')
  await expect(left).toHaveValue(String(was + 2.1))
  await left.fill('no number')
  await left.press('Enter')
  await expect(left).toHaveValue(String(was + 2.1))
  await left.fill(String(was + 1))
  await left.press('Enter')
  await expect(left).toHaveValue(String(was + 1))
  await row.focus()
  await page.keyboard.press('d')
  await expect(difference(page)).toHaveText('moved K1 · new K3')
  const copy = page.locator('li').getByRole('button', { name: /^K3/ })
  await copy.focus()
  await page.keyboard.press('Delete')
  await expect(difference(page)).toHaveText('moved K1')
  await expect(page.getByRole('button', { name: 'undo' })).toBeFocused()
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+z')
  await expect(difference(page)).toContainText('Take hold of anything')
})

test('a drawing is laid beside the tank as it stands, on the same day, and fetched at true size', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await page.getByRole('button', { name: 'draw stone or wood' }).click()
  await page.getByLabel('Shape to draw').selectOption('ridge')
  await stroke(page, [
    [0.3, 0.2],
    [0.6, 0.4],
  ])
  await expect(difference(page)).toHaveText('new ridge')
  await page.getByRole('button', { name: 'in a month' }).click()
  await page.getByLabel('Seen beside').selectOption({ label: 'the tank as it stands' })
  await expect(page.getByTestId('elevation')).toHaveCount(2)
  await expect(page.getByRole('row', { name: /^stones/ })).toBeVisible()
  await page.getByRole('button', { name: 'SVG from above' }).click()
  await expect(page.getByText('It is seen aged just now')).toBeVisible()
  await page.getByLabel('Seen beside').selectOption('')
  await page.getByRole('button', { name: 'today', exact: true }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'SVG from above' }).click()
  const file = readFileSync(await (await download).path(), 'utf8')
  expect(file).not.toContain('var(')
  // A metre of tank is a metre of paper, and the rulers beside it.
  const wide = Number(/ width="([\d.]+)cm"/.exec(file)?.[1])
  expect(wide).toBeGreaterThan(100)
  expect(wide).toBeLessThan(125)
  const picture = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PNG from the front' }).click()
  expect((await picture).suggestedFilename()).toBe('tarn-front.png')
  await page.getByRole('button', { name: 'begin again from what stands' }).click()
})

test('the plan is cut into sheets of paper at a scale of its own, each as large as it says', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  const sheets = async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'On paper from above' }).click(),
    ])
    return readFileSync((await download.path())!, 'utf8')
  }
  const whole = await sheets()
  await expect(page.getByText(/\d+ sheets: open the file/)).toBeVisible()
  await page.getByLabel('Scale on paper').selectOption('5')
  const small = await sheets()
  await expect(page.getByText('1 sheet: open the file')).toBeVisible()
  const wide = (html: string) => Number(/<use [^>]*width="([\d.]+)"/.exec(html)![1])
  // The tank is 100 cm long; rulers stand beside it.
  expect(wide(whole)).toBeGreaterThan(100)
  expect(wide(whole)).toBeLessThan(125)
  expect(wide(whole) / wide(small)).toBeCloseTo(5, 6)
  await page.setContent(whole)
  expect(await page.locator('section').count()).toBeGreaterThan(8)
  await expect(page.locator('section').first()).toContainText('sheet 1.1 of')
})

test('a kind is found by typing, and Enter takes it', async ({ page }) => {
  await open(page, '/tanks/spring/board')
  await page.getByRole('button', { name: 'draw a planting' }).click()
  await page.getByLabel('Find a kind').fill('triffid')
  await expect(page.locator('main')).toContainText('No kind is called so here.')
  await page.getByLabel('Find a kind').fill('eleo')
  await page.getByLabel('Find a kind').press('Enter')
  await expect(page.getByLabel('Kind to draw').locator('option:checked')).toContainText(
    'Eleocharis',
  )
})

test('by touch: a stone is drawn along, a place drawn round, and two fingers draw nothing', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  const finger = await page.context().newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...at: [x: number, y: number][]) =>
    finger.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: at.map(([x, y], id) => ({ x, y, id })),
    })
  const { x, y } = await middle(thing(page, 'the main stone'))
  const fern = (await middle(thing(page, 'E1'))).x
  await touch('touchStart', [x, y])
  for (const by of [8, 16, 24, 30]) await touch('touchMove', [x + by, y])
  await touch('touchEnd')
  await expect(difference(page)).toContainText('moved')
  expect((await middle(thing(page, 'E1'))).x - fern).toBeGreaterThan(8)
  await page.getByRole('button', { name: 'begin again from what stands' }).click()
  await expect(difference(page)).not.toContainText('moved')

  await page.getByRole('button', { name: 'draw a planting', exact: true }).click()
  await page.getByLabel('freehand').check()
  const floor = page.getByTestId('drawing-ground')
  await floor.scrollIntoViewIfNeeded()
  const from = await middle(floor)
  const round = (turn: number): [number, number] => [
    from.x + 40 * Math.cos(turn),
    from.y + 30 * Math.sin(turn),
  ]
  await touch('touchStart', round(0))
  for (let turn = 0.4; turn < 6.2; turn += 0.4) await touch('touchMove', round(turn))
  await touch('touchEnd')
  await expect(difference(page)).toContainText(/^new \S+$/)
  const drawn = await difference(page).innerText()

  await page.getByRole('button', { name: 'draw a planting', exact: true }).click()
  await touch('touchStart', round(0), round(Math.PI))
  for (const by of [10, 20, 30])
    await touch('touchMove', [from.x + 40 + by, from.y], [from.x - 40 - by, from.y + 20])
  await touch('touchEnd')
  await expect(difference(page)).toHaveText(drawn)

  // One finger on the ground, the other on the stone: it stays where it is.
  await page.getByRole('button', { name: 'move', exact: true }).click()
  const held = await middle(thing(page, 'the main stone'))
  await touch('touchStart', [from.x, from.y], [held.x, held.y])
  for (const by of [10, 20, 30])
    await touch('touchMove', [from.x - by, from.y], [held.x + by, held.y])
  await touch('touchEnd')
  await expect(difference(page)).toHaveText(drawn)
  await page.getByRole('button', { name: 'begin again from what stands' }).click()
})

test('a draft is kept under a name, drawn on in two tabs, and told when the tank was altered since; nothing of it touches the tank', async ({
  page,
  context,
}) => {
  await open(page, '/tanks/spring/board')
  const [first] = await page.locator('[data-view="plan"] [role="button"]').all()
  await drag(page, await middle(first), { x: 20, y: 0 })
  await page.getByRole('button', { name: 'keep it as a draft' }).click()
  await expect(page.getByText('The draft’s name is missing.')).toBeVisible()
  await page.getByLabel('is a draft, called').fill('Low shore')
  await page.getByRole('button', { name: 'keep it as a draft' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'as it could stand: Low shore',
  )
  await alive(page)
  const second = await context.newPage()
  await second.goto(page.url())
  await alive(second)
  for (const tab of [page, second]) {
    const [one] = await tab.locator('[data-view="plan"] [role="button"]').all()
    await drag(tab, await middle(one), { x: 0, y: -15 })
  }
  await page.getByRole('button', { name: 'keep this draft' }).click()
  await expect(page.getByText('“Low shore” is kept.')).toBeVisible()
  await second.getByRole('button', { name: 'keep this draft' }).click()
  await expect(second.getByText(/was drawn on elsewhere meanwhile/)).toBeVisible()
  await second.getByLabel('is a draft, called').fill('Low shore, otherwise')
  await second.getByRole('button', { name: 'keep it as another' }).click()
  await expect(second.getByRole('heading', { level: 1 })).toContainText('Low shore, otherwise')
  // The tank itself is as it was.
  await open(page, '/tanks/spring/board')
  await expect(difference(page)).toContainText('Take hold of anything')
  const [again] = await page.locator('[data-view="plan"] [role="button"]').all()
  await drag(page, await middle(again), { x: -15, y: 0 })
  await page.getByRole('button', { name: 'stands so from today' }).click()
  await expect(page.getByText('It stands so from now on.')).toBeVisible()
  await expect(difference(page)).toContainText('Take hold of anything')
  await page.getByRole('link', { name: 'Low shore', exact: true }).click()
  await expect(
    page.getByText(/Since this draft was begun the tank was altered: moved/),
  ).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'put Low shore away', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Low shore', exact: true })).toHaveCount(0)
  await open(page, '/tanks/spring/book')
  await expect(page.getByText(/place .* from the left/).first()).toBeVisible()
})

test('a newcomer goes from measures to a drawing to a tank that stands so all along', async ({
  page,
}) => {
  await open(page, '/set-up')
  await page.getByLabel('Name', { exact: true }).fill('Meadow')
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page).toHaveURL(/tanks\/meadow\/board/)
  await alive(page)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'wood and shade' }).click()
  await expect(thing(page, 'root')).toBeVisible()
  await expect(page.getByText('Nothing stands here yet')).toHaveCount(0)
  await page.getByRole('button', { name: 'was so all along' }).click()
  await expect(
    page.getByText('Put right: it is taken to have stood so from the start.'),
  ).toBeVisible()
  await expect(difference(page)).toContainText('Take hold of anything')
  await open(page, '/tanks/meadow')
  await expect(page.getByTestId('elevation')).toBeVisible()
  await open(page, '/tanks/meadow/stands')
  await expect(page.locator('main')).toContainText('Taxiphyllum moss')
})

test('on a phone each view stands alone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 })
  await open(page, '/tanks/tarn/board')
  await expect(page.locator('[data-view="plan"]')).toBeVisible()
  await expect(page.locator('[data-view="front"]')).toHaveCount(0)
  await page.getByRole('button', { name: 'from the front', exact: true }).click()
  await expect(page.locator('[data-view="front"]')).toBeVisible()
  await expect(page.locator('[data-view="plan"]')).toHaveCount(0)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

test('a round vessel is drawn round: what is drawn over its pane is cut there, what is moved beyond it is not kept', async ({
  page,
}) => {
  await open(page, '/set-up')
  await page.getByLabel('Name', { exact: true }).fill('Drum')
  await page.getByLabel('Shape').selectOption('cylinder')
  for (const [label, value] of [
    ['Length, left to right', '45'],
    ['Depth, front to back', '30'],
    ['Height', '45'],
    ['Water line above the bottom', '42'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(value)
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page.locator('#depthCm-problem')).toContainText('as deep as it is long')
  await page.getByLabel('Depth, front to back').fill('45')
  await page.getByRole('button', { name: 'Put it on the bench' }).click()
  await expect(page).toHaveURL(/tanks\/drum\/board/)
  await alive(page)
  await page.getByRole('button', { name: 'stones and stems' }).click()
  await expect(page.getByTestId('panes')).toBeVisible()
  await expect(page.locator('main')).not.toContainText('beyond the panes')
  // π · 22.5² · 45 cm³ is 71.6 L.
  await expect(page.locator('dl')).toContainText('72 L')
  await thing(page, 'S1').press('ArrowLeft')
  await thing(page, 'S1').press('ArrowLeft')
  await expect(page.locator('main')).toContainText('S1 stands beyond the panes')
  await page.getByRole('button', { name: 'stands so from today' }).click()
  await expect(page.locator('main')).toContainText(/S1.*outside the glass/)
  await page.getByRole('button', { name: 'undo' }).click()
  await page.getByRole('button', { name: 'undo' }).click()
  await page.getByRole('button', { name: 'stands so from today' }).click()
  await open(page, '/tanks/drum')
  await expect(page.locator('main')).toContainText('45 × 45 × 45 cm')
  await expect(page.getByTestId('panes')).toBeVisible()
})

test('the ground: an area of soil, bags below, a strip between; litres of each, kept and there again', async ({
  page,
}) => {
  await open(page, '/tanks/spring/board')
  await page.getByRole('button', { name: 'shape the ground' }).click()
  const ground = page.getByRole('region', { name: 'The ground' })
  await page.getByLabel('What of the ground').selectOption('an area')
  await page.getByLabel('Material to draw').selectOption('active soil')
  await stroke(page, [
    [0.1, 0.9],
    [0.9, 0.3],
    [0.1, 0.3],
    [0.9, 0.9],
  ])
  await expect(page.locator('main')).toContainText('crosses itself')
  await stroke(page, [
    [0.02, 0.98],
    [0.98, 0.98],
    [0.98, 0.6],
    [0.02, 0.6],
    [0.03, 0.97],
  ])
  await expect(ground.getByLabel('Area of')).toHaveValue('active soil')
  await expect(page.locator('main')).toContainText('Grains will cross the edge of the active soil')
  await page.getByLabel('What of the ground').selectOption('a strip')
  await stroke(page, [
    [0.01, 0.6],
    [0.5, 0.6],
    [0.99, 0.6],
  ])
  await expect(page.locator('main')).not.toContainText('Grains will cross')
  await page.getByLabel('Add a layer').selectOption('filler bags')
  await ground.getByRole('textbox', { name: 'filler bags' }).fill('three')
  await ground.getByRole('textbox', { name: 'filler bags' }).press('Enter')
  await expect(ground.getByRole('textbox', { name: 'filler bags' })).toHaveValue('2')
  await ground.getByRole('textbox', { name: 'filler bags' }).fill('1.5')
  await ground.getByRole('textbox', { name: 'filler bags' }).press('Enter')
  await expect(page.locator('dl')).toContainText('1.5 L, 2 kg')
  await ground.getByLabel('Mostly of').selectOption('lava')
  await expect(page.locator('dl')).toContainText('lava')
  await page.getByRole('button', { name: 'undo' }).click()
  await ground.getByLabel('Its grain').fill('0.8')
  await ground.getByLabel('Its grain').press('Enter')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'was so all along' }).click()
  await expect(page.locator('main')).toContainText('taken to have stood so from the start')
  await page.reload()
  await alive(page)
  await page.getByRole('button', { name: 'shape the ground' }).click()
  await expect(ground.getByLabel('Its grain')).toHaveValue('0.8')
  await expect(page.getByTestId('ground-above')).toBeVisible()
  // The form that asks for depths leaves what was drawn.
  await open(page, '/tanks/spring/stands')
  await page.getByRole('button', { name: /^The ground/ }).click()
  await page.getByLabel('Middle, at the back').fill('6')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByText('Written.')).toBeVisible()
  await open(page, '/tanks/spring/board')
  await expect(page.getByTestId('ground-above')).toBeVisible()
})

test('a stone is drawn by hand: its foot from above, its outline from the front; what crosses itself is refused', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await page.getByRole('button', { name: 'draw stone or wood' }).click()
  await page.getByLabel('freehand').check()
  await stroke(page, [
    [0.6, 0.1],
    [0.66, 0.3],
    [0.66, 0.1],
    [0.6, 0.3],
    [0.6, 0.1],
  ])
  await expect(page.getByText('That outline crosses itself; draw it once round.')).toBeVisible()
  await stroke(page, [
    [0.6, 0.1],
    [0.7, 0.12],
    [0.68, 0.3],
    [0.58, 0.28],
    [0.6, 0.1],
  ])
  await expect(difference(page)).toContainText(/^new /)
  const numbers = page.getByRole('region', { name: 'In numbers' })
  const front = (await page.getByTestId('drawing-outline').boundingBox())!
  const at = (x: number, y: number) =>
    [front.x + x * front.width, front.y + y * front.height] as const
  await page.mouse.move(...at(0.55, 0.9))
  await page.mouse.down()
  for (const [x, y] of [
    [0.6, 0.4],
    [0.68, 0.45],
    [0.74, 0.9],
    [0.55, 0.9],
  ])
    await page.mouse.move(...at(x, y), { steps: 4 })
  await page.mouse.up()
  await expect(numbers.getByLabel('Left')).toHaveValue(/^5[45]/)
  await expect(numbers.getByLabel('Right')).toHaveValue(/^7[34]/)
  expect(Number(await numbers.getByLabel('Top').inputValue())).toBeGreaterThan(24)
  await page.getByRole('button', { name: 'undo' }).click()
  await page.getByRole('button', { name: 'undo' }).click()
  await expect(difference(page)).toContainText('Take hold of anything')
})

test('things are hung on the board: set down, moved by hand and by key, warned of, written, and kept by their form', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await page.getByRole('button', { name: 'hang things' }).click()
  const parts = page.getByRole('group', { name: 'Parts to hang' })
  await parts.getByRole('button', { name: 'Heater' }).click()
  const numbers = page.getByRole('region', { name: 'In numbers' })
  await expect(numbers).toContainText('Heater')
  await numbers.getByLabel('Above the bottom').fill('41')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Heater reaches the surface')).toBeVisible()
  await numbers.getByLabel('Above the bottom').fill('lots')
  await page.keyboard.press('Enter')
  await expect(numbers.getByLabel('Above the bottom')).toHaveValue('41')
  await numbers.getByLabel('Above the bottom').fill('12')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Heater reaches the surface')).toHaveCount(0)
  await parts.getByRole('button', { name: 'Canister filter: outlet' }).click()
  await expect(numbers).toContainText('Canister filter: outlet')
  // Beyond the pane it does not go.
  await numbers.getByLabel('From the left').fill('900')
  await page.keyboard.press('Enter')
  await expect(numbers.getByLabel('From the left')).toHaveValue('100')
  await numbers.getByLabel('Turned').selectOption('to the left')
  const outlet = thing(page, 'Canister filter: outlet')
  const before = await middle(outlet)
  await outlet.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
  await expect(numbers.getByLabel('From the left')).toHaveValue('96')
  expect((await middle(outlet)).x).toBeLessThan(before.x)
  await drag(page, await middle(outlet.locator('circle')), { x: -40, y: 0 })
  const left = Number(await numbers.getByLabel('From the left').inputValue())
  expect(left).toBeLessThan(92)
  await page.getByLabel('flow over the ground').check()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'stands so from today' }).click()
  await expect(page.getByText('It stands so from now on.')).toBeVisible()
  await page.reload()
  await alive(page)
  await expect(thing(page, 'Heater')).toBeVisible()
  await thing(page, 'Canister filter: outlet').focus()
  await expect(numbers.getByLabel('From the left')).toHaveValue(String(left))
  // Off again, for the tests that follow.
  await page.keyboard.press('Delete')
  await thing(page, 'Heater').focus()
  await page.keyboard.press('Delete')
  await page.getByRole('button', { name: 'stands so from today' }).click()
  await expect(page.getByText('It stands so from now on.')).toBeVisible()
})

test('things are kept together, spots left bare, an area laid deeper; what it costs is said once; all of it stays', async ({
  page,
}) => {
  await open(page, '/tanks/tarn/board')
  await thing(page, 'S1').click()
  await thing(page, 'S2').click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'keep them together' }).click()
  await page.getByRole('button', { name: 'draw over the rest' }).click()
  await thing(page, 'R1').click()
  await thing(page, 'S1').click()
  await expect(page.getByRole('region', { name: 'Several things' })).toContainText('2 things')
  await drag(page, await middle(thing(page, 'S1')), { x: 20, y: 0 })
  await expect(difference(page)).toContainText('moved S1, S2')
  await page.getByRole('button', { name: 'undo' }).click()
  await page.getByRole('button', { name: 'draw a planting' }).click()
  await page.getByLabel('Kind to draw').selectOption('nothing: left bare')
  await stroke(page, [
    [0.62, 0.62],
    [0.62, 0.62],
  ])
  await expect(page.getByText('Draw round the spot that is to stay bare.')).toBeVisible()
  await stroke(page, [
    [0.62, 0.62],
    [0.75, 0.8],
  ])
  const bare = page.getByRole('region', { name: 'Left bare' })
  await expect(bare).toContainText(/runners of L1 will have crossed it in about \d+/)
  await page.getByRole('button', { name: 'shape the ground' }).click()
  await expect(page.getByText('Draw round the spot that is to stay bare.')).toHaveCount(0)
  const ground = page.getByRole('region', { name: 'The ground' })
  await ground.getByRole('button', { name: 'an area in front' }).click()
  // No deeper than the glass is high.
  await ground.getByLabel('deep in front').fill('900')
  await page.keyboard.press('Enter')
  await expect(ground.getByLabel('deep in front')).toHaveValue('45')
  await ground.getByLabel('deep in front').fill('2')
  await page.keyboard.press('Enter')
  await ground.getByLabel('deep at its back').fill('3')
  await page.keyboard.press('Enter')
  await expect(page.getByText('sand to buy, an eighth spare')).toBeVisible()
  const area = page.locator('[data-area-in-hand]')
  const box = (await area.boundingBox())!
  await ground.getByLabel('area right').fill('50')
  await page.keyboard.press('Enter')
  await drag(page, { x: box.x + 30, y: box.y + box.height / 2 }, { x: 45, y: 0 })
  expect(Number(await ground.getByLabel('area left').inputValue())).toBeGreaterThan(5)
  const costs = page.getByRole('region', { name: 'What it costs' })
  await expect(costs).toContainText('No prices are known yet')
  await costs.getByText('Say what things cost').click()
  await costs.getByLabel('sand, for 1 L').fill('dear')
  await costs.getByRole('button', { name: 'Keep the prices' }).click()
  await expect(costs).toContainText('The price of sand must be a number.')
  await costs.getByLabel('sand, for 1 L').fill('1.5')
  await costs.getByLabel('In', { exact: true }).fill('EUR')
  await costs.getByRole('button', { name: 'Keep the prices' }).click()
  await expect(costs).toContainText(/To buy for about [\d.]+ \([\d.–]+\) EUR/)
  await expectAccessible(page)
  await page.getByLabel('is a draft, called').fill('Kept together')
  await page.getByRole('button', { name: 'keep it as a draft' }).click()
  // The word that it is kept goes with the next stroke; the draft stays on its list.
  await page.getByRole('link', { name: 'Kept together' }).click()
  await alive(page)
  await expect(page.locator('h1')).toContainText('Kept together')
  await expect(bare).toBeVisible()
  await expect(page.getByText('sand to buy, an eighth spare')).toBeVisible()
  await thing(page, 'S2').click()
  await expect(page.getByRole('region', { name: 'Several things' })).toContainText('let them apart')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'put Kept together away' }).click()
  await expect(page.getByRole('link', { name: 'Kept together' })).toHaveCount(0)
})
