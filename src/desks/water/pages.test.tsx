import { METHOD_WORDS } from '@/core/water/gas/carbon-dioxide-methods.words'
import { ChakraProvider } from '@chakra-ui/react'
import type { ReactElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { balanceOf } from '@/core/water/balance/balance'
import { lodge } from '@/data/demo/lodge'
import { DAY0, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { TimeRule } from '@/ui/time-rule.client'
import { system } from '@/ui/theme'
import { Changes } from './changes/changes.client'
import { changesModel } from './changes/changes-model'
import { Dosing } from './dosing/dosing.client'
import { dosingModel } from './dosing/dosing-model'
import { driftModel } from './drift/drift-model'
import { DriftTitle } from './drift/drift-title'
import { Gas } from './gas/gas.client'
import { gasModel } from './gas/gas-model'
import { Streams } from './balance/streams'
import { Sparklines, Tests } from './drift/sparklines-table'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const done = async () => ({ ok: true as const, value: null })
/** What a reader hears: the text without its marks. */
const words = (element: ReactElement) =>
  renderToStaticMarkup(<ChakraProvider value={system}>{element}</ChakraProvider>)
    .replace(/<style.*?<\/style>/gs, '')
    .replace(/<title>.*?<\/title>/g, '')
    .replace(/<[^>]+>/g, ' ')
    .replace(/&#x27;/g, '’')
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ')
/** The page's own markup: the library's style sheets would drown a failing comparison. */
const markup = (element: ReactElement) =>
  renderToStaticMarkup(<ChakraProvider value={system}>{element}</ChakraProvider>).replace(
    /<style.*?<\/style>/gs,
    '',
  )

describe('streams', () => {
  const of = (parameter: 'nitrate' | 'potassium') => {
    const balance = balanceOf(tarn, parameter, NOW)
    if (!balance.ok) throw new Error(balance.problem)
    return {
      balance: balance.value,
      drawn: renderToStaticMarkup(
        <Streams balance={balance.value} level="5 mg/L" name="It" unit="mg/L" />,
      ),
    }
  }
  test('a ribbon for each flow that is broad enough to see, hatched where it is inferred, as broad as it carries', () => {
    const { balance, drawn } = of('potassium')
    const most = Math.max(
      ...[1, -1].map((sign) =>
        balance.flows.reduce((sum, flow) => sum + Math.max(0, sign * flow.perWeek.value), 0),
      ),
    )
    const seen = balance.flows.filter((flow) => Math.abs(flow.perWeek.value) > 0.01 * most)
    expect((drawn.match(/<path d="M[\d.]+ [\d.]+C/g) ?? []).length).toBe(seen.length)
    expect((drawn.match(/url\(#stream-hatch\)/g) ?? []).length).toBe(
      seen.filter((flow) => flow.inferred).length,
    )
    const breadths = [
      ...drawn.matchAll(/<path d="M([\d.]+) ([\d.]+)C.*?V([\d.]+)C[^"]*?([\d.]+) ([\d.]+)Z"/g),
    ].map((match) => Number(match[5]) - Number(match[2]))
    const carried = [
      ...balance.flows.filter((flow) => flow.perWeek.value > 0),
      ...balance.flows.filter((flow) => flow.perWeek.value < 0),
    ].map((flow) => Math.abs(flow.perWeek.value))
    const [widest] = [...breadths].sort((a, b) => b - a)
    expect(widest / Math.max(...carried)).toBeCloseTo(
      168 /
        Math.max(
          balance.flows.filter((f) => f.perWeek.value > 0).reduce((s, f) => s + f.perWeek.value, 0),
          -balance.flows
            .filter((f) => f.perWeek.value < 0)
            .reduce((s, f) => s + f.perWeek.value, 0),
        ),
      0,
    )
  })
  test('it says in words what it draws, and holds no bad number', () => {
    const { drawn } = of('nitrate')
    expect(drawn).toMatch(
      /aria-label="It in a week: .*food.*; the level (stands still|rises|falls)/,
    )
    expect(drawn).not.toMatch(/NaN|Infinity/)
  })
})

describe('drift', () => {
  test('the title says where it stands and where it goes, or that nothing is known', () => {
    expect(words(<DriftTitle model={driftModel(tarn, 'nitrate', NOW)} />)).toMatch(
      /Tarn holds nitrate near \d+ \(\d+–\d+\) mg\/L and gains [\d.]+ \([\d.]+–[\d.]+\) a day/,
    )
    expect(words(<DriftTitle model={driftModel(tarn, 'pH', NOW)} />)).toMatch(
      /holds its pH near 6\.\d/,
    )
    expect(words(<DriftTitle model={driftModel(tank(), 'iron', instantOf(DAY0 + 3))} />)).toContain(
      'nothing to reckon iron from',
    )
  })
  test('strips name what stands outside in words and sign, not by colour alone', () => {
    const said = words(<Sparklines model={driftModel(tarn, 'nitrate', NOW)} />)
    expect(said).toMatch(/Nitrate .* ▲ over \d days ago/)
    expect(said).toContain('top-ups')
    expect(words(<Tests model={driftModel(tarn, 'nitrate', NOW)} />)).toMatch(
      /Worth testing now .*last read \d+ days ago; \d+ % likely outside/,
    )
  })
})

test('changes: target, jump, buckets and caution stand together; a bare tank says what to do', () => {
  const said = words(<Changes model={changesModel(tarn, 'nitrate', NOW)} onAdopt={done} />)
  expect(said).toMatch(/\d+ % , \d+ L/)
  expect(said).toMatch(/buckets of 10 L, 10 kg each/)
  expect(said).toMatch(/Mind\. Unplug heater, pump and lamp before the water drops/)
  expect(said).toMatch(/g calcium sulphate/)
  expect(
    words(<Changes model={changesModel(tank(), 'nitrate', instantOf(DAY0 + 3))} onAdopt={done} />),
  ).toContain('No test yet.')
})

test('dosing: the effect in the tank’s own litres, six schools, the caution of mains beside the pump', () => {
  const said = words(<Dosing model={dosingModel(tarn, NOW)} onSwitch={done} onDose={done} />)
  expect(said).toMatch(/\+ 1\.3\d mg\/L potassium , to about \d/)
  for (const school of [
    'rich column',
    'lean column',
    'all-in-one',
    'daily pump',
    'root only',
    'nothing added',
  ])
    expect(said).toContain(school)
  expect(said).toMatch(/a day by pump .* drip loop .* electrician/)
  expect(said).toMatch(/tablets? .*K1, K2, R1/i)
  expect(
    words(
      <Dosing model={dosingModel(tank(), instantOf(DAY0 + 3))} onSwitch={done} onDose={done} />,
    ),
  ).toContain('what plants take is unknown for want of tests')
})

test('gas: every method with its limits, five colours told by bars and names, ammonia and oxygen in sentences', () => {
  const model = gasModel(tarn, NOW)
  const said = words(<Gas model={model} onColour={done} />)
  for (const method of model.methods)
    expect(said).toContain(METHOD_WORDS[method.method].limits.slice(0, 24).replace(/'/g, '’'))
  for (const colour of ['blue', 'blue-green', 'green', 'yellow-green', 'yellow'])
    expect(said).toContain(` ${colour} `)
  expect(said).toMatch(
    /Water at [\d.]+ °C and 1400 m holds [\d.]+ \([\d.]+–[\d.]+\) ?mg\/L at most/,
  )
  expect(said).toMatch(/holds [\d.]+ \([\d.]+–[\d.]+\) ?mg\/L at most; the air presses 8[45] %/)
  expect(said).toMatch(/is un-ionised and harms/)
  expect(markup(<Gas model={gasModel(tank(), instantOf(DAY0 + 3))} onColour={done} />)).not.toMatch(
    /NaN/,
  )
})

test('the time rule: one path for each kind of tick in ink and in pencil, a native range over it', () => {
  const ticks = [10, 20, 30].flatMap((day) =>
    (['change', 'trim', 'look'] as const).map((kind) => ({ day, kind, pencil: day > 25 })),
  )
  const drawn = markup(
    <TimeRule
      from={0}
      to={60}
      today={25}
      offset={0}
      reach={{ earliest: -25, latest: 35 }}
      onOffset={() => {}}
      ticks={ticks}
      band={{
        label: 'tufts',
        points: [
          { day: 5, percent: 0 },
          { day: 20, percent: 20 },
        ],
      }}
      says="today"
    />,
  )
  expect((drawn.match(/M[\d.]+ 30v12/g) ?? []).length).toBe(3)
  expect((drawn.match(/stroke-dasharray="2 2"/g) ?? []).length).toBe(2)
  expect(drawn).toMatch(/type="range"[^>]*min="-25"[^>]*max="35"/)
  expect(drawn).toContain('aria-valuetext="today"')
})
