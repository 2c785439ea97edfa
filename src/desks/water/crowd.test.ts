import type { EntryDetails } from '@/core/journal/entry'
import { METRIC } from '@/core/quantity/measures'
import { instantOf } from '@/core/quantity/time'
import { DAY0, entry, tank } from '@/core/testing/tank'
import { balanceModel } from './balance/balance-model'
import { changesModel } from './changes/changes-model'
import { dosingModel } from './dosing/dosing-model'
import { driftModel } from './drift/drift-model'
import { gasModel } from './gas/gas-model'

const NOW = instantOf(DAY0 + 20)
const MANY = 60_000
const crowd = (method: EntryDetails['reading']['method']) =>
  tank(
    Array.from({ length: MANY }, (_, i) =>
      entry(5, 'reading', {
        parameter: 'nitrate',
        value: 10 + (i % 7),
        method,
        entered: { value: 10 + (i % 7), unit: 'mg/L' },
      }),
    ),
  )

/** A file of a logger, or one made to hurt. */
test.each(['probe', 'photometer'] as const)(
  'sixty thousand readings of one minute by %s: every water page is worked out, by what lies in their middle',
  (method) => {
    const story = crowd(method)
    const drift = driftModel(story, 'nitrate', NOW)
    for (const work of [
      () => balanceModel(story, 'nitrate', NOW),
      () => changesModel(story, 'nitrate', NOW),
      () => dosingModel(story, NOW),
      () => gasModel(story, NOW, METRIC),
    ])
      expect(work).not.toThrow()
    expect(drift.estimate!.readings.map(({ value }) => value)).toEqual([13])
  },
)
