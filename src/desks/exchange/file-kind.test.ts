import { fileKind } from './file-kind'

const EVENTS = 'at,kind,amount,unit,subject,note'
const READINGS = 'at,parameter,value,unit,method,note'
const utf16 = (text: string) => Buffer.from(`\uFEFF${text}`, 'utf16le').toString('utf8')

test.each([',', ';', '\t'])('separated by “%s”, in UTF-8 and in UTF-16', (separator) => {
  for (const read of [(text: string) => text, (text: string) => `\uFEFF${text}`, utf16]) {
    expect(fileKind(read(`${EVENTS.replaceAll(',', separator)}\r\n2026-03-01T10:00Z`))).toBe(
      'events',
    )
    expect(fileKind(read(`${READINGS.replaceAll(',', separator)}\n2026-03-01T10:00Z`))).toBe(
      'readings',
    )
  }
})
test('columns in another order, quoted, in capitals; a kind of plant in a note is no column', () => {
  for (const heading of ['kind,at', 'AT, Kind ,amount', '"at","kind","amount"', 'at,kind'])
    expect(fileKind(heading)).toBe('events')
  for (const heading of [`${READINGS}\n2026,nitrate,kind,`, 'value,parameter,at'])
    expect(fileKind(heading)).toBe('readings')
})
test('heights and covers by plant', () => {
  for (const heading of ['at,plant,measure,value,unit,note', 'AT;Plant;Measure;Value'])
    expect(fileKind(heading)).toBe('growth')
})
test('what has no heading of ours is a keeper’s own sheet', () => {
  for (const heading of [
    '',
    'Date,NO3,KH',
    'at,parameter,kindness',
    'kind,amount',
    'PK\u0003\u0004',
  ])
    expect(fileKind(heading)).toBe('sheet')
})
