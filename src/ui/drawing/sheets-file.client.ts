'use client'

import { paperSheets, PAPERS, type Paper } from '@/core/layout/paper-sheets'
import { svgFile } from './fetch-drawing.client'

/**
 * A drawing of the page as a file to print: cut up into sheets of paper at 1 : `scale`, each with its place and a mark in every corner at which its
 * neighbours are laid over. `pixels`: of the drawing to a centimetre of the tank.
 */
export function sheetsFile(
  svg: SVGSVGElement,
  pixels: number,
  scale: number,
  paper: Paper,
  title: string,
): { html: string; sheets: number } {
  const { width, height } = svg.viewBox.baseVal
  const onPaper = pixels * scale
  const { sheets, lying, columns } = paperSheets(width / onPaper, height / onPaper, paper)
  const drawing = svgFile(svg, onPaper)
    .replace(/^<\?xml[^>]*>\s*/, '')
    .replace(/^<svg[^>]*>/, `<symbol id="drawing" viewBox="0 0 ${width} ${height}">`)
    .replace(/<\/svg>\s*$/, '</symbol>')
  const pages = sheets.map(({ column, row, ...at }) => {
    const mark = (x: number, y: number) =>
      `<path d="M${x - 0.4} ${y}h.8M${x} ${y - 0.4}v.8" stroke="#000" stroke-width=".02"/>`
    return `<section><svg xmlns="http://www.w3.org/2000/svg" width="${at.width}cm" height="${at.height}cm" viewBox="${at.x} ${at.y} ${at.width} ${at.height}">
<use href="#drawing" x="0" y="0" width="${width / onPaper}" height="${height / onPaper}"/>
${mark(at.x + 0.5, at.y + 0.5)}${mark(at.x + at.width - 0.5, at.y + 0.5)}${mark(at.x + 0.5, at.y + at.height - 0.5)}${mark(at.x + at.width - 0.5, at.y + at.height - 0.5)}
<text x="${at.x + 1}" y="${at.y + 0.6}" font-size=".35">${escaped(title)}, 1 : ${scale}, sheet ${row + 1}.${column + 1} of ${sheets.length} (row.column; ${columns} in a row)</text>
</svg></section>`
  })
  const { width: long, height: short } = PAPERS[paper]
  const page = lying ? `${long}cm ${short}cm` : `${short}cm ${long}cm`
  return {
    sheets: sheets.length,
    html: `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}, 1 : ${scale}</title>
<style>@page{size:${page};margin:1cm}body{margin:0;font-family:sans-serif}section{break-after:page}section svg{display:block;overflow:hidden}</style></head>
<body><svg width="0" height="0" style="position:absolute">${drawing}</svg>
${pages.join('\n')}
</body></html>
`,
  }
}

const escaped = (text: string) => text.replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`)
