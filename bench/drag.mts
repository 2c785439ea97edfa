import { crowdedTank } from './crowded.mts'
import { served } from './served.mts'

// How smoothly a board of forty plantings and twenty pieces is dragged on, in the browser: frames and long frames, ms.
const SECONDS = 5
const LONG_MS = 50

await served([crowdedTank(new Date().toISOString())], async (home, browser) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
  await page.goto(`${home}/tanks/crowded/board`, { waitUntil: 'networkidle' })
  const thing = page.locator('[data-view="plan"] [data-thing]').nth(12)
  await thing.scrollIntoViewIfNeeded()
  const box = (await thing.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  // As text: what is bundled here carries helpers that the page does not have.
  await page.evaluate(`
    window.frames_ = []
    let last = performance.now()
    requestAnimationFrame(function tick() {
      const now = performance.now()
      window.frames_.push(now - last)
      last = now
      requestAnimationFrame(tick)
    })
  `)
  await page.mouse.move(x, y)
  await page.mouse.down()
  const end = Date.now() + SECONDS * 1000
  for (let i = 0; Date.now() < end; i++)
    await page.mouse.move(x + 60 * Math.sin(i / 12), y + 20 * Math.cos(i / 9))
  await page.mouse.up()
  const frames = await page.evaluate<number[]>('window.frames_')
  const sorted = [...frames].sort((a, b) => a - b)
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]
  console.table([
    {
      frames: frames.length,
      'a second': Math.round((1000 * frames.length) / frames.reduce((a, b) => a + b, 0)),
      'median ms': Math.round(at(0.5) * 10) / 10,
      'p95 ms': Math.round(at(0.95) * 10) / 10,
      [`over ${LONG_MS} ms`]: frames.filter((one) => one > LONG_MS).length,
      'longest ms': Math.round(sorted[sorted.length - 1]),
    },
  ])
})
