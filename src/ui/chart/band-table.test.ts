import { bandTable } from './band-table'

const point = (day: number, value: number) => ({ day, value, low: value - 1, high: value + 1.5 })
const chart = {
  title: 'Nitrate',
  of: 'nitrate',
  unit: 'mg/L',
  past: Array.from({ length: 15 }, (_, i) => point(20_000 + i, 10 + i)),
  future: [point(20_015, 26), point(20_016, 27)],
  points: [{ day: 20_003.4, value: 12.5, says: 'by strip' }],
  setAside: [{ day: 20_004, value: 80, says: 'far from its neighbours' }],
  events: [
    { day: 20_005, pencil: false },
    { day: 20_015.5, pencil: true },
  ],
  limits: [],
  today: 20_014,
  height: 100,
}

test('a chart as a table: readings each, pencil a line a week and its last, changes where they lie, all in time order', () => {
  expect(bandTable(chart)).toEqual({
    columns: ['day', 'what', 'nitrate, mg/L (four in five)'],
    rows: [
      ['4 Oct 2024', 'pencilled', '10 (9–12)'],
      ['7 Oct 2024', 'read, by strip', '12.5'],
      ['8 Oct 2024', 'set aside: far from its neighbours', '80'],
      ['9 Oct 2024', 'change', ''],
      ['11 Oct 2024', 'pencilled', '17 (16–19)'],
      ['18 Oct 2024', 'pencilled', '24 (23–26)'],
      ['19 Oct 2024', 'to come', '26 (25–28)'],
      ['19 Oct 2024', 'change to come', ''],
      ['20 Oct 2024', 'to come', '27 (26–29)'],
    ],
  })
  expect(
    bandTable({ ...chart, past: [], future: [], points: [], setAside: [], events: [] }).rows,
  ).toEqual([])
})
