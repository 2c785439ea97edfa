import { LIGHT_WORK, type DueOf } from '../../history/due'
import type { TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import { conditionsOf } from '../estimate/conditions'
import { worthTesting, type WorthTesting } from './worth-testing'

export interface TestDueFacts {
  test: WorthTesting
}

/** Tests that would change what Vivero thinks, the most telling first. They are never late: they are worth making now. */
export const testActs = (history: TankHistory, now: Instant): DueOf<TestDueFacts>[] =>
  worthTesting(history, conditionsOf(history, now), now).map((test) => ({
    rule: 'test',
    facts: test,
    key: `test:${test.parameter}`,
    subject: { of: 'water' },
    days: { value: 0, low: 0, high: null },
    work: LIGHT_WORK,
    tools: ['tests'],
    opens: { form: 'reading', fill: { parameter: test.parameter } },
  }))
