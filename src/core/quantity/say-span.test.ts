import { sayAgo, saySpan } from './say'

test.each([
  [0, '0 days'],
  [1, 'one day'],
  [20, '20 days'],
  [21, '3 weeks'],
  [77, '11 weeks'],
  [119, '17 weeks'],
  [150, '5 months'],
  [729, '24 months'],
  [731, '2 years'],
  [10_215, '28 years'],
])('%d days are said as %s', (days, says) => {
  expect(saySpan(days)).toBe(says)
})
test('what is long past is said in months and years, not in thousands of days', () => {
  expect([0, 1, 8, 90, 91, 400, 10_215, -1, -3].map(sayAgo)).toEqual([
    'today',
    'a day ago',
    '8 days ago',
    '90 days ago',
    '13 weeks ago',
    '13 months ago',
    '28 years ago',
    'tomorrow',
    'in 3 days',
  ])
})
