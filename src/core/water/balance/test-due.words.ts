import type { DueRules } from '../../history/due'
import { PARAMETER_UNITS } from '../../quantity/units'
import { testActs, type TestDueFacts } from './test-due'
import { sayWhyTest } from './worth-testing.words'

/** A test that would settle something. */
export const testDueRules: DueRules<TestDueFacts> = {
  find: testActs,
  words: {
    test: (test, { measures }) => ({
      what: `Test ${PARAMETER_UNITS[test.parameter].label}`,
      why: sayWhyTest(test, measures),
      waiting: 'Vivero goes on guessing',
    }),
  },
  inWater: true,
}
