import { since } from '../history/dated'
import { lampRecord, plantingRecord } from '../history/records'
import { instantOf } from '../quantity/time'
import { DAY0, STAYS, STEMS, tank } from '../testing/tank'
import { findings } from './findings'

const at = (day: number) => instantOf(DAY0 + day)
const short = { until: at(21), because: 'the plants must take first' }
const asked = (story: ReturnType<typeof tank>, day: number) =>
  findings(story, at(day))
    .filter(({ key }) => key.startsWith('temporary:'))
    .map(({ says }) => says)

test('a setting made for a while is asked about from its day on, until something newer is said', () => {
  const lamp = lampRecord('lamp', { parAtSurface: 100 }, at(0))
  if (lamp.kind !== 'lamp') throw new Error('not a lamp')
  const [first] = lamp.settings
  const dimmed = { ...lamp, settings: [first, since(at(1), first.is, short)] }
  const story = tank([], { equipment: [dimmed] })
  expect(asked(story, 20)).toEqual([])
  expect(asked(story, 21)).toEqual(['Lamp: the time it was set for is over'])
  expect(asked(story, 60)).toHaveLength(1)
  const answered = { ...dimmed, settings: [...dimmed.settings, since(at(22), first.is)] }
  expect(asked(tank([], { equipment: [answered] }), 60)).toEqual([])
  expect(asked(tank([], { equipment: [{ ...dimmed, endedAt: at(5) }] }), 60)).toEqual([])
})
test('so are floaters kept as a dimmer and fish lodged for now', () => {
  const floaters = plantingRecord(STEMS)
  const [spot] = floaters.stands
  const fish = { id: 'f', name: 'Danios', kind: 'fish' as const, adultLengthCm: 4, since: at(0) }
  const story = tank([], {
    plantings: [{ ...floaters, stands: [{ ...spot, temporary: short }] }],
    populations: [{ ...fish, ...STAYS, temporary: short }],
  })
  expect(asked(story, 22).sort()).toEqual([
    'Danios: the time it was set for is over',
    'S1 Green stems, back left: the time it was set for is over',
  ])
  const gone = { ...fish, ...STAYS, temporary: short, until: at(10) }
  expect(asked(tank([], { populations: [gone] }), 22)).toEqual([])
})
