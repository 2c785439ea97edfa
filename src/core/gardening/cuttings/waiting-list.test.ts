import { since } from '../../history/dated'
import type { EquipmentRecord } from '../../history/equipment'
import type { TankHistory } from '../../history/types'
import type { WaitsFor } from '../../journal/kinds/waiting'
import { instantOf } from '../../quantity/time'
import { DAY0, entry, tank } from '../../testing/tank'
import { waitingList } from './waiting-list'
import { sayWaiting } from './waiting-list.words'

const at = (day: number) => instantOf(DAY0 + day)
const waits = (day: number, waitsFor: WaitsFor, level: number | null = null) =>
  entry(day, 'waiting', { what: 'Small epiphytes', count: 3, waitsFor, level }, { id: 'w' })
const standing = (story: TankHistory, day: number) => waitingList(story, at(day))[0].standing
const begun = (story: TankHistory): TankHistory => ({
  ...story,
  vessel: { ...story.vessel, startedAt: at(0) },
})

test('a raw tank is waited out six weeks, and a trace of nitrite sets the wait on, by hand', () => {
  const story = begun(tank([waits(10, 'the tank to be stable')]))
  expect(standing(story, 10)).toEqual({ is: 'days to go', days: 32 })
  expect(standing(story, 42)).toEqual({ is: 'come' })
  const reading = entry(40, 'reading', {
    parameter: 'nitrite',
    value: 0.4,
    method: 'drops-chart',
    entered: { value: 0.4, unit: 'mg/L' },
  })
  const sour = { ...story, entries: [...story.entries, reading] }
  expect(standing(sour, 44)).toEqual({ is: 'ammonia or nitrite', value: 0.4, daysAgo: 4 })
  expect(standing(sour, 62)).toEqual({ is: 'come' })
  expect(sayWaiting(waitingList(sour, at(44))[0])).toBe(
    'Small epiphytes (3) waits for the tank to be stable: 0.40 mg/L of ammonia or nitrite 4 days ago',
  )
})

test('gas runs steadily once nobody has touched it for three weeks; without gas it never does', () => {
  const setting = {
    onAt: '08:00',
    offAt: '16:00',
    bubblesPerSecond: 2,
    diffuserAt: 'left',
  } as const
  const gas: EquipmentRecord = {
    id: 'gas',
    kind: 'gas',
    name: 'Gas',
    servesId: null,
    endedAt: null,
    settings: [since(at(0), setting), since(at(30), { ...setting, bubblesPerSecond: 1 })],
  }
  const line = waits(12, 'the gas to run steadily')
  const none = tank([line], { equipment: [] })
  expect(standing(none, 20)).toEqual({ is: 'no gas' })
  const run = tank([line], { equipment: [gas] })
  expect(standing(run, 22)).toEqual({ is: 'come' })
  expect(standing(run, 35)).toEqual({ is: 'days to go', days: 16 })
  const off = tank([line], { equipment: [{ ...gas, endedAt: at(25) }] })
  expect(standing(off, 26)).toEqual({ is: 'no gas' })
})

test('days are counted from the line, light is that of the brightest ground, hardness wants its whole range on one side, and a word is a word', () => {
  expect(standing(tank([waits(5, 'a number of days', 14)]), 9)).toEqual({
    is: 'days to go',
    days: 10,
  })
  expect(standing(tank([waits(5, 'a number of days', 14)]), 19)).toEqual({ is: 'come' })
  expect(standing(tank([waits(5, 'light enough, µmol at the ground', 1)]), 9).is).toBe('come')
  const dark = standing(tank([waits(5, 'light enough, µmol at the ground', 1500)]), 9)
  expect(dark.is === 'too dark' && dark.par).toBeGreaterThan(1)
  const gh = (value: number, method: 'titration' | 'strip' = 'titration') =>
    entry(8, 'reading', {
      parameter: 'gh',
      value,
      method,
      entered: { value, unit: 'dGH' },
    })
  const soft = waits(5, 'water no harder than, °dH', 6)
  expect(standing(tank([soft, gh(3)]), 9).is).toBe('come')
  expect(standing(tank([soft, gh(14)]), 9).is).toBe('too hard')
  expect(standing(tank([soft, gh(6, 'strip')]), 9).is).toBe('maybe soft enough')
  expect(standing(tank([waits(5, 'my word')]), 900)).toEqual({ is: 'your word' })
})

test('what waits no more is off the list from that day on, and what is to come is not on it yet', () => {
  const over = entry(20, 'waited', { waitingId: 'w', what: 'Small epiphytes', became: 'set here' })
  const story = tank([waits(5, 'my word'), over])
  expect(waitingList(story, at(4))).toHaveLength(0)
  expect(waitingList(story, at(19))).toHaveLength(1)
  expect(waitingList(story, at(20.5))).toHaveLength(0)
})
