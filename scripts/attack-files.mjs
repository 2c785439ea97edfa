// Files made to hurt: workbooks that claim what they do not hold, tank files with parts missing or of another kind, bytes turned over.
import { strToU8, zipSync } from 'fflate'

const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
const book = (sheet, more = {}) =>
  zipSync(
    Object.fromEntries(
      Object.entries({
        'xl/workbook.xml': `<workbook xmlns="${MAIN}" xmlns:r="r"><sheets><sheet name="A" r:id="a"/></sheets></workbook>`,
        'xl/_rels/workbook.xml.rels':
          '<Relationships><Relationship Id="a" Target="worksheets/s.xml"/></Relationships>',
        'xl/worksheets/s.xml': `<worksheet xmlns="${MAIN}">${sheet}`,
        ...more,
      }).map(([name, text]) => [name, strToU8(text)]),
    ),
    { level: 6 },
  )
const HEAD =
  '<sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>Date</t></is></c><c r="B1" t="inlineStr"><is><t>NO3</t></is></c></row><row r="2"><c r="A2" t="inlineStr"><is><t>2026-01-02</t></is></c><c r="B2"><v>10</v></c></row>'
const SOUND = `${HEAD}</sheetData></worksheet>`

/** Workbooks that were made to hurt; `large`: beside those of a few kilobytes those that unpack to a hundred megabytes. */
export function hostileBooks(large) {
  const end = '</sheetData></worksheet>'
  return [
    book(`<dimension ref="A1:XFD1048576"/>${SOUND}`),
    book(`${HEAD}<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>${end}`),
    book(`${HEAD}<row r="99999999999999999999"><c r="ZZZZZZ9"><v>1</v></c></row>${end}`),
    book(`${HEAD}<row r="3"><c r="A3" t="s"><v>99</v></c></row>${end}`),
    book(`${HEAD}<row r="3"><c r="A3"><v>1e999</v></c></row>${end}`),
    book(`<!DOCTYPE a [<!ENTITY b "${'c'.repeat(1000)}">]>${SOUND}`),
    book(SOUND, { 'xl/sharedStrings.xml': '<sst><si>' }),
    book(SOUND, { 'xl/styles.xml': `<styleSheet>${'<xf/>'.repeat(50_000)}</styleSheet>` }),
    book(SOUND, { '../../outside': 'x', '/etc/vivero': 'x' }),
    book(''),
    zipSync({ 'xl/workbook.xml': strToU8('<workbook') }),
    strToU8('PK\u0003\u0004'),
    book(`${HEAD}<row r="3">${'<c/>'.repeat(large ? 8_500_000 : 300_000)}</row>${end}`),
    book(`${HEAD}${'<a>'.repeat(large ? 6_000_000 : 100_000)}`),
    ...(large
      ? [
          book(`${HEAD}${'<row/>'.repeat(8_500_000)}${end}`),
          book(
            `${HEAD}<row r="3"><c r="A3" t="str"><v>${'x'.repeat(150_000_000)}</v></c></row>${end}`,
          ),
          book(SOUND, {
            'xl/sharedStrings.xml': `<sst>${'<si><t>x</t></si>'.repeat(8_000_000)}</sst>`,
          }),
        ]
      : []),
  ]
}

/** A sound workbook with some of its bytes turned over, or cut off. */
export function bentBook({ random }) {
  const bytes = Uint8Array.from(book(SOUND))
  for (let i = 0; i < 1 + random() * 6; i++)
    bytes[Math.floor(random() * bytes.length)] ^= 1 << Math.floor(random() * 8)
  return random() < 0.3 ? bytes.slice(0, Math.floor(random() * bytes.length)) : bytes
}

const ODD = [
  null,
  true,
  0,
  -1,
  1e308,
  2 ** 53,
  '',
  'x',
  '\u0000',
  '\ud800',
  [],
  {},
  [[]],
  '9999-01-01T00:00:00Z',
  'x'.repeat(5000),
]

/** A tank file with one place in it taken away, doubled, or put another thing in. */
export function bentTank(tank, { random, pick }) {
  const bent = structuredClone(tank)
  let place = bent
  for (let depth = 0; depth < 9; depth++) {
    const keys = Object.keys(place)
    if (keys.length === 0) break
    const key = pick(keys)
    const inner = place[key]
    const deeper = typeof inner === 'object' && inner !== null && random() < 0.8
    if (deeper) {
      place = inner
      continue
    }
    const roll = random()
    if (roll < 0.4) delete place[key]
    else if (roll < 0.5 && Array.isArray(place)) place.push(inner)
    else if (roll < 0.55) place[pick(['constructor', '__proto__', '\u0000', 'x'])] = inner
    else place[key] = pick(ODD)
    break
  }
  return JSON.stringify(bent)
}
