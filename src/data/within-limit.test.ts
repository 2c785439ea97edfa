import { withinLimit } from './within-limit'

test('what is done in time is given; what is not is cut off in the middle of its loop; what fails is a refusal', () => {
  const error = jest.spyOn(console, 'error').mockImplementation(() => {})
  expect(withinLimit(1000, () => 6 * 7)).toEqual({ ok: true, value: 42 })
  let turns = 0
  expect(
    withinLimit(100, () => {
      for (;;) turns++
    }),
  ).toEqual({ ok: false, problem: 'it took longer than 0 seconds' })
  expect(turns).toBeGreaterThan(1000)
  expect(
    withinLimit(1000, () => {
      throw new Error('a fault')
    }),
  ).toMatchObject({ ok: false, problem: expect.stringContaining('failed') })
  expect(withinLimit(1000, () => 'and goes on')).toEqual({ ok: true, value: 'and goes on' })
  error.mockRestore()
})
