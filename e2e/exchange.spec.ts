import { readFileSync, writeFileSync } from 'node:fs'
import { expect, open, test } from './page'

const HEAD = 'at,parameter,value,unit,method,note'
const file = (name: string, content: string | Buffer) => ({
  name,
  mimeType: 'text/csv',
  buffer: Buffer.from(content),
})
const chooser = 'input[type=file]'

test('readings.csv: preview by line, nothing written before it is accepted, the same file again adds nothing', async ({
  page,
}) => {
  const good = `${HEAD}\n2026-05-01T10:00:00Z,nitrate,12,mg/L,photometer,first\n2026-05-02T10:00:00Z,nitrate,3,mg/L N,photometer,\n2026-05-03T10:00:00Z,nitrate,ten,mg/L,photometer,\n2026-05-04T10:00:00Z,mood,1,mg/L,photometer,\n`
  await open(page, '/tanks/spring/book/import')
  await page.setInputFiles(chooser, file('readings.csv', good))
  await expect(page.locator('main')).toContainText(
    '2 new lines, 0 known already, 2 that cannot be read.',
  )
  await expect(page.locator('main')).toContainText('line 4')
  await expect(page.locator('main')).toContainText('“ten” is not a number')
  await page.getByRole('button', { name: 'Leave it' }).click()
  await page.setInputFiles(chooser, file('readings.csv', good))
  await page.getByRole('button', { name: 'Write 2 lines' }).click()
  await expect(page.locator('main')).toContainText('2 lines written.')
  await page.setInputFiles(chooser, file('readings.csv', good))
  await expect(page.locator('main')).toContainText('0 new lines, 2 known already')
  await expect(page.getByRole('button', { name: /^Write/ })).toHaveCount(0)
})

test('a keeper’s own sheet: columns guessed and put right, the day’s order asked once, taken back whole later', async ({
  page,
}) => {
  const sheet = 'Date;NO3;KH;Mood;WC %\n03/04/2026;20;4;good;30\n05/06/2026;<5;lots;;\n'
  await open(page, '/tanks/spring/book/import')
  await page.setInputFiles(chooser, file('my tank.csv', sheet))
  await expect(page.getByText('Are the columns read as you mean them?')).toBeVisible()
  await expect(page.getByLabel('NO3 is')).toHaveValue('nitrate')
  await expect(page.getByLabel('Mood is')).toHaveValue('nothing')
  await expect(page.getByRole('button', { name: 'See what it adds' })).toBeDisabled()
  await page.getByLabel('the 3rd of April').check()
  await page.getByLabel('Mood is').selectOption('note')
  await page.getByRole('button', { name: 'See what it adds' }).click()
  await expect(page.locator('main')).toContainText(
    '4 new lines, 0 known already, 1 that cannot be read.',
  )
  await expect(page.locator('main')).toContainText('KH: “lots” must be a number')
  await expect(page.locator('main')).toContainText('Nitrate under 5 mg/L')
  const fetched = page.waitForEvent('download')
  await page.getByRole('link', { name: /Fetch what cannot be read/ }).click()
  expect(readFileSync(await (await fetched).path(), 'utf8')).toContain('3,"KH: “lots”')
  await page.getByRole('button', { name: 'Write 4 lines' }).click()
  await expect(page.locator('main')).toContainText('4 lines written.')
  // The same headings the next time: nothing is asked again.
  await page.setInputFiles(chooser, file('my tank.csv', sheet))
  await expect(page.getByText('The columns are read as the last time.')).toBeVisible()
  await page.getByRole('button', { name: 'See what it adds' }).click()
  await expect(page.locator('main')).toContainText('0 new lines, 4 known already')
  await page.getByRole('button', { name: 'take back my tank.csv' }).click()
  await expect(page.getByRole('button', { name: 'bring back my tank.csv' })).toBeVisible()
  await open(page, '/tanks/spring/book?from=2026-04-03&to=2026-04-03')
  await expect(page.locator('main')).toContainText('No line answers to this filter.')
  await open(page, '/tanks/spring/book/import')
  await page.getByRole('button', { name: 'bring back my tank.csv' }).click()
  await expect(page.getByRole('button', { name: 'take back my tank.csv' })).toBeVisible()
  await open(page, '/tanks/spring/book?from=2026-04-03&to=2026-04-03')
  await expect(page.locator('main')).toContainText('Changed 30 % of the water')
})

test('files that are none: a sentence, nothing written', async ({ page, quiet }) => {
  await open(page, '/tanks/spring/book/import')
  const cases: [string, string | Buffer, RegExp][] = [
    ['wrong columns', 'at,parameter,value\n1,2,3', /heading must read/],
    ['no table', 'a shopping list\nbread\n', /No row of headings/],
    ['an old workbook', Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 1]), /old kind/],
    ['binary', Buffer.from([0x89, 0x50, 0, 0, 1, 2, 3]), /not a text file/],
    ['empty', '', /empty|No file/],
  ]
  for (const [name, content, sentence] of cases) {
    await page.setInputFiles(chooser, file(`${name}.csv`, content))
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toBeVisible()
  }
  const large = test.info().outputPath('large.csv')
  writeFileSync(large, Buffer.alloc(50e6, 65))
  await page.setInputFiles(chooser, large)
  await expect(
    page.getByRole('alert').filter({ hasText: '50 MB; Vivero reads up to 20 MB' }),
  ).toBeVisible()
  const direct = await page.request.post('/api/tanks/spring/readings?preview', {
    data: Buffer.alloc(21e6, 65),
  })
  expect([direct.status(), await direct.text()]).toEqual([
    413,
    expect.stringContaining('larger than the 20 MB'),
  ])
  await page.setInputFiles(
    chooser,
    file(
      'semicolons.csv',
      `\uFEFF${HEAD.replaceAll(',', ';')}\n2026-05-05T10:00:00Z;pH;6,9;pH;probe;`,
    ),
  )
  await expect(page.locator('main')).toContainText('1 new line')
  await expect(page.locator('main')).toContainText('separated by semicolons')
  // The browser reports every refusal of the server by its number.
  expect(quiet.every((line) => /422|413|400/.test(line))).toBe(true)
  quiet.length = 0
})

test('the tank file goes out and comes back: a known tank gets nothing, a damaged file names its part', async ({
  page,
  quiet,
}) => {
  await open(page, '/tanks/gully/book')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Write the tank file' }).click(),
  ])
  const text = readFileSync(await download.path(), 'utf8')
  expect(JSON.parse(text)).toMatchObject({
    format: 'vivero-tank',
    version: 3,
    vessel: { name: 'Gully' },
  })
  await open(page, '/read')
  await page.setInputFiles(chooser, {
    name: 'gully.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  })
  await expect(page.locator('main')).toContainText('Gully was here already: 0 lines added')
  await page.setInputFiles(chooser, {
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.replace('"lengthCm": 45', '"lengthCm": -45')),
  })
  await expect(
    page.getByRole('alert').filter({ hasText: 'vessel.glass[0].is.lengthCm' }),
  ).toBeVisible()
  await page.setInputFiles(chooser, {
    name: 'cut.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.slice(0, 900)),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'cut short' })).toBeVisible()
  const fresh = text.replaceAll('"gully', '"ravine').replace('"name": "Gully"', '"name": "Ravine"')
  await page.setInputFiles(chooser, {
    name: 'ravine.json',
    mimeType: 'application/json',
    buffer: Buffer.from(fresh),
  })
  await expect(page.locator('main')).toContainText('Ravine stands on the bench')
  expect(quiet.every((line) => line.includes('422'))).toBe(true)
  quiet.length = 0
})

test('a long import can be stopped, and what the page then says is true of the book', async ({
  page,
}) => {
  const total = async () =>
    (
      (await (await page.request.get('/api/tanks/spring/tank-file')).json()) as {
        entries: unknown[]
      }
    ).entries.length
  const before = await total()
  const start = Date.parse('2026-06-01T00:00:00Z')
  const long = Array.from(
    { length: 20_000 },
    (_, i) =>
      `${new Date(start + i * 300_000).toISOString()},temperature,${24 + (i % 9) / 10},°C,probe,`,
  ).join('\n')
  await open(page, '/tanks/spring/book/import')
  await page.setInputFiles(chooser, file('long.csv', `${HEAD}\n${long}`))
  await page.getByRole('button', { name: /^Write 20000/ }).click()
  await page.getByRole('button', { name: 'stop' }).click()
  await expect(
    page.getByRole('alert').filter({ hasText: 'Stopped; nothing was written.' }),
  ).toBeVisible({ timeout: 30_000 })
  expect(await total()).toBe(before)
})

test('readings.csv goes out with the readings of the book', async ({ request }) => {
  const answer = await request.get('/api/tanks/tarn/readings')
  expect(answer.headers()['content-type']).toContain('text/csv')
  expect((await answer.text()).split('\r\n')[0]).toBe(HEAD)
  expect((await request.get('/api/tanks/nowhere/readings')).status()).toBe(404)
})
