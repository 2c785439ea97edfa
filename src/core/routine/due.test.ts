import { routineName } from '../history/routine.words'
import { instantOf } from '../quantity/time'
import { DAY0, entry, KEPT_UP, tank } from '../testing/tank'
import { dueTasks } from './due'
import type { Routine, Vessel } from '../history/types'

const routine = (id: string, equipmentId: string | null): Routine => ({
  id,
  kind: 'clean',
  everyDays: 7,
  amount: null,
  says: null,
  since: instantOf(DAY0),
  ...KEPT_UP,
  equipmentId,
})
const clean = (day: number, equipmentId: string | null) =>
  entry(day, 'clean', { item: equipmentId ?? 'the glass', equipmentId })
const lastOf = (...lines: ReturnType<typeof clean>[]) =>
  Object.fromEntries(
    dueTasks(
      tank(lines, { routines: [routine('glass', null), routine('filter', 'filter-1')] }),
      instantOf(DAY0 + 10),
    ).map(({ routineId, lastAt }) => [routineId, lastAt]),
  )

test('a routine is ticked by what is done to its own thing; one that names none by a cleaning that names none', () => {
  expect(lastOf(clean(5, 'filter-1'))).toEqual({ glass: null, filter: instantOf(DAY0 + 5) })
  expect(lastOf(clean(5, null))).toEqual({ glass: instantOf(DAY0 + 5), filter: null })
  expect(lastOf(clean(5, 'heater'))).toEqual({ glass: null, filter: null })
})

test('a routine without a name of the keeper’s is called by what it does and to which thing', () => {
  const things = [{ id: 'filter-1', name: 'Canister filter' }]
  expect(routineName(routine('glass', null), things)).toBe('Clean')
  expect(routineName(routine('filter', 'filter-1'), things)).toBe('Clean: Canister filter')
  expect(routineName(routine('filter', 'gone'), things)).toBe('Clean')
  expect(routineName({ ...routine('filter', 'filter-1'), says: 'Sponge' }, things)).toBe('Sponge')
})

test('land is asked for no change, top-up or dose, whatever routine was once set; for a round it is', () => {
  const kinds = ['water-change', 'top-off', 'dose', 'round', 'trim'] as const
  const routines = kinds.map((kind) => ({ ...routine(kind, null), kind }))
  const asked = (kind: Vessel['kind']) => {
    const story = tank([], { routines })
    return dueTasks({ ...story, vessel: { ...story.vessel, kind } }, instantOf(DAY0 + 10))
      .map((task) => task.kind)
      .toSorted()
  }
  expect(asked('terrarium')).toEqual(['round', 'trim'])
  expect(asked('display')).toEqual(kinds.toSorted())
})
