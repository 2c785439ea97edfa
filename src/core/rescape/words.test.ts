/** How the review, the options and the plans speak, over a year of the lodge. */
import { lodge } from '@/data/demo/lodge'
import { OPTION_KEYS } from '../history/plan-codes'
import { planTitle, sayCaution, sayMaterial, sayStage, sayStep } from '../history/plan.words'
import { HOLE, SENTENCE, seenOverAYear } from '../testing/speech'
import { reviewDecline } from './decline'
import { saySign } from './decline.words'
import { weighOptions } from './options'
import { sayOption, sayVerdict } from './options.words'
import { draftPlan } from './plan'

const SEEN = seenOverAYear(lodge)
const reviews = SEEN.map(({ story, now }) => ({ story, now, review: reviewDecline(story, now) }))
const signs = reviews.flatMap(({ story, review }) =>
  review.signs.map((sign) => saySign(sign, story)),
)

test('every sign speaks in whole sentences, present, absent and unknown', () => {
  for (const { says, settle, because } of signs) {
    expect(says).toMatch(SENTENCE)
    // Inert ground alone has nothing to be settled.
    if (!says.startsWith('Inert ground')) expect(settle).toMatch(SENTENCE)
    for (const line of [says, ...because.map((one) => one.says)]) expect(line).not.toMatch(HOLE)
  }
  for (const state of ['present', 'absent', 'unknown'])
    expect(signs.filter((sign) => sign.state === state).length).toBeGreaterThan(20)
})
test('the verdict goes on from the tank’s name, in every grade there was', () => {
  const said = reviews.map(({ story, now, review }) => ({
    grade: review.grade,
    says: sayVerdict(review, weighOptions(story, review, now)[0]),
  }))
  for (const { says } of said) {
    expect(says).toMatch(/^[a-z].*\.$/)
    expect(says).not.toMatch(HOLE)
  }
  expect([...new Set(said.map(({ grade }) => grade))].sort()).toEqual(
    expect.arrayContaining(['declined', 'declining', 'first signs']),
  )
})
test('every option says what it is and what it is worth', () => {
  for (const { story, now, review } of reviews)
    for (const option of weighOptions(story, review, now).map(sayOption)) {
      expect(option.says).toMatch(SENTENCE)
      expect(option.because).not.toMatch(HOLE)
      for (const { label } of [...option.cures, ...option.leaves]) expect(label).not.toMatch(HOLE)
    }
})
test('every plan says its title, stages, steps, cautions and materials', () => {
  const plans = reviews.flatMap(({ story, now, review }) =>
    OPTION_KEYS.flatMap((option) => {
      const plan = draftPlan(story, review, option, now, now, 'p')
      return plan.ok ? [{ story, plan: plan.value }] : []
    }),
  )
  expect(plans.length).toBeGreaterThan(30)
  for (const { story, plan } of plans) {
    const lines = [
      planTitle(plan, story),
      ...plan.stages.map((stage) => sayStage(stage, plan, story)),
      ...plan.steps.map((step) => sayStep(step, story)),
      ...plan.materials.map((material) => sayMaterial(material, story).says),
    ]
    for (const line of lines) {
      expect(line).toMatch(/^[\p{L}\d]/u)
      expect(line).not.toMatch(HOLE)
    }
    for (const step of plan.steps)
      for (const caution of step.cautions) expect(sayCaution(caution, step)).toMatch(SENTENCE)
    for (const material of plan.materials)
      expect(sayMaterial(material, story).remark).not.toMatch(HOLE)
  }
})
