import { renderToStaticMarkup } from 'react-dom/server'
import { lodge } from '@/data/demo/lodge'
import { drawnSceneOn } from '@/core/layout/drawn-scene'
import { stageOf } from '@/core/layout/scene'
import { tankNow } from '@/core/history/tank-at'
import { DAY0, entry, height, recordOf, STEMS, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { Elevation } from './elevation'
import { ELEVATION_MARGIN, frontProjection, softOutline, tankTransform } from './geometry'
import { placeCodes, PlanView } from './plan-view'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn, , gully] = lodge(NOW)
const stage = stageOf(tarn, NOW)
const draw = (day: number, alarmed: string[] = [], moving = false) =>
  renderToStaticMarkup(
    <Elevation
      scene={drawnSceneOn(stage, day)}
      width={700}
      maxHeight={368}
      alarmed={new Set(alarmed)}
      title="Tarn from the front"
      moving={moving}
    />,
  )
const count = (markup: string, what: RegExp) => (markup.match(what) ?? []).length

describe('projection', () => {
  const vessel = { lengthCm: 100, heightCm: 45 }
  const margin = { left: 30, right: 10, top: 10, bottom: 20 }
  test('one scale for both directions, bounded by the tighter one; up in the tank is up on the page', () => {
    const wide = frontProjection(vessel, 1000, 200, margin)
    expect(wide.scale).toBeCloseTo((200 - 30) / 45, 9)
    const narrow = frontProjection(vessel, 240, 900, margin)
    expect(narrow.scale).toBeCloseTo(200 / 100, 9)
    expect(wide.y(45)).toBe(10)
    expect(wide.y(0)).toBeCloseTo(10 + 45 * wide.scale, 9)
    expect(wide.x(100) - wide.x(0)).toBeCloseTo(100 * wide.scale, 9)
  })
  test('the transform of path data agrees with the projection', () => {
    const p = frontProjection(vessel, 700, 368, ELEVATION_MARGIN)
    const [, tx, ty, sx, sy] = /translate\(([\d.]+) ([\d.]+)\) scale\(([\d.]+) (-[\d.]+)\)/
      .exec(tankTransform(p, 45))!
      .map(Number)
    expect(tx + sx * 30).toBeCloseTo(p.x(30), 6)
    expect(ty + sy * 12).toBeCloseTo(p.y(12), 6)
  })
  test('a softened outline is closed, passes the middles of its sides and stays within its corners', () => {
    const path = softOutline([
      [0, 0],
      [10, 0],
      [10, 6],
      [0, 6],
    ])
    expect(path).toMatch(/^M0 3Q.*Z$/)
    const numbers = path.match(/-?[\d.]+/g)!.map(Number)
    expect(Math.max(...numbers)).toBe(10)
    expect(Math.min(...numbers)).toBe(0)
  })
})

describe('the elevation', () => {
  test('every planting of the day has its stake with its name; none before it was planted', () => {
    const today = draw(stage.today)
    for (const planting of tarn.plantings)
      expect(today).toContain(`<title>${planting.stake} ${planting.name}</title>`)
    const first = draw(stage.firstDay + 10)
    expect(first).not.toContain('<title>E2')
    expect(count(draw(stage.firstDay - 3), /<title>/g)).toBe(0)
  })
  test('ink up to today, pencil after it: dashes and the brackets of the range', () => {
    const [ink, pencil] = [draw(stage.today), draw(stage.today + 20)]
    // The fern and the moss were never measured: pencil on any day.
    expect(count(ink, /stroke-dasharray="2\.5 1\.8"/g)).toBe(2)
    expect(count(pencil, /stroke-dasharray="2\.5 1\.8"/g)).toBe(tarn.plantings.length)
    expect(pencil).toContain('stroke-dasharray="3 3"')
  })
  test('what is to be acted on has its stake in clay; a dragged day leaves outlines to the style sheet', () => {
    expect(count(draw(stage.today, ['tarn-s1']), /color="var\(--chakra-colors-clay\)"/g)).toBe(1)
    expect(draw(stage.today, [], true)).toContain('class="moving"')
    expect(draw(stage.today)).not.toContain('class="moving"')
  })
  test('algae are hatched where they were seen, and not before', () => {
    expect(draw(stage.today)).toContain('url(#algae-hatch-cm)')
    expect(draw(stage.today - 200)).not.toContain('fill="url(#algae-hatch-cm)"')
  })
  test('the glass is to scale: its frame is as long as the tank is, and the water line stands where it does', () => {
    const p = frontProjection(tankNow(tarn, NOW).vessel, 700, 368, ELEVATION_MARGIN)
    const markup = draw(stage.today)
    expect(markup).toContain(`y1="${p.y(42)}" y2="${p.y(42)}" stroke="var(--chakra-colors-water)"`)
    expect(markup).toContain(`M${p.x(0)} ${p.y(45)}V${p.y(0)}H${p.x(100)}V${p.y(45)}`)
  })
  test('no bad number on any day, in a paludarium or a bare tank', () => {
    for (const story of [
      tarn,
      gully,
      tank([], { plantings: [] }),
      tank([], { layouts: [], plantings: [] }),
    ]) {
      const other = stageOf(story, story === tarn || story === gully ? NOW : instantOf(DAY0 + 5))
      for (const day of [other.firstDay, other.today, other.today + 40]) {
        expect(
          renderToStaticMarkup(
            <Elevation
              scene={drawnSceneOn(other, day)}
              width={320}
              maxHeight={200}
              alarmed={new Set()}
              title="x"
            />,
          ),
        ).not.toMatch(/NaN|undefined|Infinity/)
      }
    }
  })
})

describe('the plan', () => {
  test('each planting and piece at its place, floaters dashed, bald ground paler than covered', () => {
    const markup = (cover: number) => {
      const carpet = {
        ...STEMS,
        id: 'c',
        kinds: [{ speciesId: 'eleocharis', share: 1, sure: 'sure' as const }],
        stake: 'L1',
        zone: 'foreground' as const,
      }
      const story = tank(
        [entry(1, 'measure', { plantingId: 'c', measure: 'cover', value: cover })],
        { plantings: [recordOf(carpet)] },
      )
      const other = stageOf(story, instantOf(DAY0 + 2))
      return renderToStaticMarkup(
        <PlanView scene={drawnSceneOn(other, DAY0 + 2)} width={240} left={30} title="from above" />,
      )
    }
    const opacity = (text: string) => Number(/fill-opacity="([\d.]+)"/.exec(text)![1])
    expect(opacity(markup(90))).toBeGreaterThan(opacity(markup(20)))
    const plan = renderToStaticMarkup(
      <PlanView
        scene={drawnSceneOn(stage, stage.today)}
        width={300}
        left={30}
        title="Tarn from above"
      />,
    )
    expect(count(plan, /<text[^>]*>[A-Z]\d/g)).toBe(tarn.plantings.length)
    expect(plan).toContain('stroke-dasharray="4 3"')
    expect(plan).toContain('aria-label="Tarn from above"')
  })
  test('a plan of a taller stem is the same plan: it does not look up', () => {
    const of = (cm: number) => {
      const story = tank([height(1, STEMS.id, cm)])
      const other = stageOf(story, instantOf(DAY0 + 1.1))
      return renderToStaticMarkup(
        <PlanView scene={drawnSceneOn(other, DAY0 + 1.1)} width={240} left={30} title="x" />,
      )
    }
    expect(of(8)).toBe(of(30))
  })
})

test('on the plan no code stands in another, at the size of the page and on a phone', () => {
  for (const story of lodge('2026-11-24T09:00:00.000Z')) {
    const stage = stageOf(story, '2026-11-24T09:00:00.000Z')
    for (const width of [226, 440]) {
      const scene = drawnSceneOn(stage, stage.today)
      const { vessel } = scene.tank
      const scale = width / vessel.lengthCm
      const codes = placeCodes(scene.plants, (x, z) => [x * scale, (vessel.depthCm - z) * scale])
      expect(codes.length).toBe(drawnSceneOn(stage, stage.today).plants.length)
      codes.forEach((one, i) =>
        codes
          .slice(i + 1)
          .forEach((other) =>
            expect(
              Math.abs(one.at[0] - other.at[0]) >= 17 || Math.abs(one.at[1] - other.at[1]) >= 11,
            ).toBe(true),
          ),
      )
    }
  }
})
