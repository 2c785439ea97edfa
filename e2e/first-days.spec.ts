import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import type { APIRequestContext, Page } from '@playwright/test'
import { FIRST_PORT, WORKERS } from './ports'
import { expect, open, test } from './page'

interface TankFile {
  vessel: { id: string; slug: string; name: string }
  layouts: { id: string }[]
  pieces: object[]
  species: { id: string; group: string }[]
  plantings: { id: string; kinds: { speciesId: string }[]; stands: object[] }[]
  equipment: object[]
  populations: object[]
  routines: object[]
  entries: object[]
  plans: object[]
  drafts: object[]
}
const SINCE = '2026-02-14T10:00:00.000Z'
const ANIMALS = ['Zebra snails', 'Amber shrimp', 'Moss shrimp']

const tankFile = async (request: APIRequestContext, slug: string) =>
  (await (await request.get(`/api/tanks/${slug}/tank-file`)).json()) as TankFile

/** A tank of the nursery's glass with nothing in its book: eight months of growth that nobody has seen. */
async function unseenTank(request: APIRequestContext, name: string): Promise<TankFile> {
  const slug = name.toLowerCase()
  const spring = await tankFile(request, 'spring')
  const tarn = await tankFile(request, 'tarn')
  const bare: TankFile = { ...spring, entries: [], plans: [], drafts: [], equipment: [] }
  const own = JSON.parse(JSON.stringify(bare).replaceAll('"spring-', `"${slug}-`)) as TankFile
  const fern = tarn.plantings.find(({ kinds: [{ speciesId }] }) =>
    tarn.species.some(({ id, group }) => id === speciesId && group === 'epiphyte'),
  )!
  const stem = own.plantings[1]
  return {
    ...own,
    vessel: { ...own.vessel, id: slug, slug, name },
    species: [
      ...own.species.filter(({ id }) => !tarn.species.some((known) => known.id === id)),
      ...tarn.species,
    ],
    pieces: [
      {
        focal: true,
        id: `${slug}-stone`,
        label: 'the flat stone',
        material: 'stone',
        stands: [
          {
            from: SINCE,
            is: {
              layoutId: own.layouts[0].id,
              footprint: [
                [42, 10],
                [56, 10],
                [56, 24],
                [42, 24],
              ],
              outline: [
                [42, 5],
                [42, 14],
                [56, 14],
                [56, 5],
              ],
            },
            temporary: null,
          },
        ],
      },
    ],
    plantings: [
      // Stems planted with the tank: by the guess of eight months they stand far above the water.
      { ...stem, stands: [{ ...stem.stands[0], from: SINCE }] },
      {
        ...fern,
        ...{ id: `${slug}-fern`, stake: 'E1', name: 'Fern to move', parentIds: [], ended: null },
        stands: [
          {
            from: SINCE,
            is: {
              ...{ layoutId: own.layouts[0].id, zone: 'hardscape', stems: 3 },
              ...{
                patch: [
                  [45, 12],
                  [50, 12],
                  [50, 17],
                  [45, 17],
                ],
                perch: { hardscapeId: `${slug}-stone`, heightCm: 14 },
              },
            },
            temporary: null,
          },
        ],
      },
    ],
    populations: ANIMALS.map((animals, i) => ({
      ...spring.populations[0],
      ...{ id: `${slug}-animals-${i}`, name: animals },
    })),
    equipment: [
      {
        ...{ id: `${slug}-filter`, kind: 'filter', name: `${name}’s filter`, servesId: null },
        endedAt: null,
        settings: [
          {
            from: SINCE,
            is: { aimedAt: 'not said', litresPerHour: 300, outletAt: 'right' },
            temporary: null,
          },
        ],
      },
    ],
    routines: ['', 'filter'].map((thing) => ({
      ...{ id: `${slug}-clean-${thing || 'glass'}`, kind: 'clean', amount: null, says: null },
      ...{ everyDays: 14, since: SINCE, until: null },
      equipmentId: thing ? `${slug}-${thing}` : null,
    })),
  }
}

async function putOnBench(request: APIRequestContext, file: TankFile, origin: string) {
  const answer = await request.post(`${origin}/api/tank-file?kinds=`, {
    headers: { origin },
    data: JSON.stringify(file),
  })
  expect((await answer.text()).trim().split('\n').at(-1)).not.toContain('problem')
}
const mainText = (page: Page) => page.locator('main').innerText()

test('a first round doubts no true height for what growth was guessed', async ({
  page,
  request,
  baseURL,
}) => {
  await putOnBench(request, await unseenTank(request, 'First'), baseURL!)
  await open(page, '/tanks/first/round')
  for (const height of ['9', '31']) {
    await page
      .getByRole('navigation', { name: 'Stations' })
      .getByRole('button', { name: /^Background/ })
      .click()
    const field = page.getByLabel('Green cuttings, back row', { exact: true })
    await field.fill(height)
    await field.press('Enter')
    await expect(page.locator('main')).not.toContainText('Really')
    await expect(page.locator('main')).not.toContainText('than expected')
  }
  await page.getByRole('button', { name: 'start afresh' }).click()
})

test('a cleaning of the filter ticks the filter’s routine, and not the one of the tank', async ({
  page,
  request,
  baseURL,
}) => {
  await putOnBench(request, await unseenTank(request, 'Ticking'), baseURL!)
  await open(page, '/tanks/ticking/stands')
  await expect(page.getByRole('button', { name: /^Clean: Ticking’s filter/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Clean every/ })).toBeVisible()
  await open(page, '/')
  await expect(page.locator('main')).toContainText('Clean: Ticking’s filter')
  await open(page, '/tanks/ticking/book?log=clean')
  await page.getByLabel('Which (if known)').selectOption({ label: 'Ticking’s filter' })
  await page.getByRole('button', { name: 'Ink it' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await open(page, '/')
  await expect(page.locator('main')).toContainText(/Clean\s*never written down/)
  await expect(page.locator('main')).not.toContainText('Clean: Ticking’s filter')
})

test('an epiphyte moved to another tank comes onto a stone there', async ({
  page,
  request,
  baseURL,
}) => {
  for (const name of ['Giving', 'Taking'])
    await putOnBench(request, await unseenTank(request, name), baseURL!)
  await open(page, '/tanks/giving/stands')
  await page.getByRole('button', { name: /^A move/ }).click()
  await page.getByLabel('What', { exact: true }).selectOption('plants')
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'Taking' })
  await page.getByLabel('Which', { exact: true }).selectOption({ label: 'E1 Fern to move' })
  await page.getByLabel('As', { exact: true }).selectOption('division')
  await page.getByLabel('Stems or crowns').fill('1')
  await page.getByLabel('Zone').selectOption('midground')
  for (const [edge, cm] of [
    ['Left', '46'],
    ['Right', '50'],
    ['Front', '12'],
    ['Back', '16'],
  ])
    await page.getByLabel(`${edge} edge`).fill(cm)
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(page.getByText('Moved; it stands in the book of Taking too.')).toBeVisible()
  await open(page, '/tanks/taking/stands')
  await expect(page.getByRole('button', { name: /^stake E2/ })).toContainText('hardscape')
  const written = await tankFile(request, 'taking')
  // Two ferns sit on the stone now: the one that was there, and the one that came.
  expect(
    written.plantings.filter((one) => JSON.stringify(one.stands).includes('"taking-stone"')),
  ).toHaveLength(2)
})

test('what lives in a tank stands in the same order after a restart', async ({
  browser,
  request,
}) => {
  const port = FIRST_PORT + WORKERS + 4
  const origin = `http://127.0.0.1:${port}`
  const data = join('data-e2e', String(port))
  rmSync(data, { recursive: true, force: true })
  const start = async (): Promise<ChildProcess> => {
    const server = spawn(process.execPath, ['scripts/server.mjs', String(port)], {
      env: {
        ...process.env,
        ...{ NODE_ENV: 'production', VIVERO_DATA: data, VIVERO_BACKUPS: 'off' },
      },
      stdio: 'ignore',
    })
    await expect
      .poll(
        () =>
          fetch(origin).then(
            ({ ok }) => ok,
            () => false,
          ),
        { timeout: 60_000 },
      )
      .toBe(true)
    return server
  }
  const stop = async (server: ChildProcess) => {
    const ended = once(server, 'exit')
    server.kill('SIGTERM')
    await ended
  }
  const page = await (await browser.newContext()).newPage()
  const animals = async () => {
    await open(page, `${origin}/tanks/kept/stands`)
    return (await mainText(page)).match(new RegExp(ANIMALS.join('|'), 'g'))
  }
  let server = await start()
  try {
    await putOnBench(request, await unseenTank(request, 'Kept'), origin)
    const before = await animals()
    expect(new Set(before)).toEqual(new Set(ANIMALS))
    await stop(server)
    server = await start()
    expect(await animals()).toEqual(before)
  } finally {
    await stop(server)
  }
})
