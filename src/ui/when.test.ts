import fc from 'fast-check'
import { instantIn, localMoment } from '@/core/quantity/zone'
import { sayDay, sayLongDay, sayMoment } from './when'

const ZONES = ['UTC', 'Europe/Vienna', 'America/St_Johns', 'Asia/Kathmandu', 'Pacific/Chatham']

test('a local moment and its instant are inverse, in every zone and across clock changes but for the hour that comes twice (property)', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ZONES),
      fc.integer({ min: 2 * 1440, max: 40_000_000 }),
      (zone, minutes) => {
        const at = new Date(minutes * 60_000).toISOString()
        const local = localMoment(at, zone)
        expect(localMoment(instantIn(zone, local), zone)).toBe(local)
      },
    ),
  )
})
test.each([
  '0002-01-01T10:00',
  '1969-12-31T23:59',
  '2200-01-01T00:00',
  '9999-12-31T10:00',
  '2026-02-31T10:00',
  '2026-13-01T10:00',
  '2026-02-29T10:00',
  '2026-04-31T00:30',
  'soon',
  '',
  '2026-01-01T25:00',
])('“%s” is no moment', (local) => expect(instantIn('Europe/Vienna', local)).toBe(''))
test('the hour that comes twice is its second coming, and its first while the second is still to come', () => {
  const twice = '2026-10-25T02:30'
  expect(instantIn('Europe/Vienna', twice)).toBe('2026-10-25T01:30:00.000Z')
  expect(instantIn('Europe/Vienna', twice, '2026-10-25T00:31:00.000Z')).toBe(
    '2026-10-25T00:30:00.000Z',
  )
  expect(instantIn('Europe/Vienna', twice, '2026-10-25T01:31:00.000Z')).toBe(
    '2026-10-25T01:30:00.000Z',
  )
  expect(instantIn('Europe/Vienna', '2026-10-25T03:30', '2026-10-25T00:31:00.000Z')).toBe(
    '2026-10-25T02:30:00.000Z',
  )
  // The hour that is left out when they go forward leads to the hour beside it.
  expect(instantIn('Europe/Vienna', '2026-03-29T02:30')).toMatch(/^2026-03-29T0[01]:30/)
})
test('29 February of a leap year is one; summer time is an hour ahead', () => {
  expect(instantIn('Europe/Vienna', '2028-02-29T10:00')).toBe('2028-02-29T09:00:00.000Z')
  expect(instantIn('Europe/Vienna', '2026-07-01T10:00')).toBe('2026-07-01T08:00:00.000Z')
})
test('days are said with their year only when it is another', () => {
  expect(sayDay('2026-03-02T10:00:00Z', 'UTC', '2026-11-01T10:00:00Z')).toBe('2 March')
  expect(sayDay('2025-03-02T10:00:00Z', 'UTC', '2026-11-01T10:00:00Z')).toBe('2 March 2025')
  expect(sayMoment('2026-03-02T10:00:00Z', 'UTC', '2026-11-01T10:00:00Z')).toBe('2 Mar, 10:00')
  expect(sayMoment('2025-03-02T10:00:00Z', 'UTC', '2026-11-01T10:00:00Z')).toBe('2 Mar 2025, 10:00')
  expect(sayLongDay('2026-11-25T00:30:00Z', 'America/St_Johns')).toBe('Tuesday 24 November')
})
