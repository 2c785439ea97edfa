import { strToU8, zipSync } from 'fflate'

const XML = '<?xml version="1.0" encoding="UTF-8"?>'
const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006'

type TestCell = string | number | null | { serial: number } | { formula: string; shows: number }

/** A workbook of plain cells, days by their count, and formulas with what they showed last, as ECMA-376 packs it. */
export function workbook(
  tables: Readonly<Record<string, readonly (readonly TestCell[])[]>>,
): Uint8Array {
  const names = Object.keys(tables)
  const files: Record<string, string> = {
    '[Content_Types].xml': `${XML}<Types xmlns="${PACKAGE}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/></Types>`,
    '_rels/.rels': `${XML}<Relationships xmlns="${PACKAGE}/relationships"><Relationship Id="rId1" Type="${RELATIONS}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `${XML}<workbook xmlns="${MAIN}" xmlns:r="${RELATIONS}"><sheets>${names.map((name, i) => `<sheet name="${name}" sheetId="${i + 1}" r:id="s${i}"/>`).join('')}</sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${XML}<Relationships xmlns="${PACKAGE}/relationships">${names.map((_, i) => `<Relationship Id="s${i}" Type="${RELATIONS}/worksheet" Target="worksheets/sheet${i}.xml"/>`).join('')}<Relationship Id="styles" Type="${RELATIONS}/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `${XML}<styleSheet xmlns="${MAIN}"><numFmts count="1"><numFmt numFmtId="164" formatCode="dd.mm.yyyy"/></numFmts><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="164" applyNumberFormat="1"/></cellXfs></styleSheet>`,
  }
  names.forEach((name, i) => {
    files[`xl/worksheets/sheet${i}.xml`] =
      `${XML}<worksheet xmlns="${MAIN}"><sheetData>${tables[name].map(rowXml).join('')}</sheetData></worksheet>`
  })
  return zipSync(
    Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])),
  )
}

function rowXml(cells: readonly TestCell[], row: number): string {
  return `<row r="${row + 1}">${cells.map((cell, i) => cellXml(cell, `${String.fromCharCode(65 + i)}${row + 1}`)).join('')}</row>`
}

function cellXml(cell: TestCell, place: string): string {
  if (cell === null) return ''
  if (typeof cell === 'number') return `<c r="${place}"><v>${cell}</v></c>`
  if (typeof cell === 'string')
    return `<c r="${place}" t="inlineStr"><is><t>${cell.replaceAll('&', '&amp;').replaceAll('<', '&lt;')}</t></is></c>`
  return 'serial' in cell
    ? `<c r="${place}" s="1"><v>${cell.serial}</v></c>`
    : `<c r="${place}"><f>${cell.formula}</f><v>${cell.shows}</v></c>`
}
