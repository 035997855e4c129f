import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb } from '@cantoo/pdf-lib'
import { jsPDF as JsPdf } from 'jspdf'
import type { Drawing, Mark } from '../core/proof/marks'
import { MM_PER_POINT } from '../core/paper/length'
import { PITCH } from '../core/micr/place'
import { drawingsPdf } from '../core/render/pdf'
import type { FaceBytes } from '../core/render/pdfFonts'
import { faceNames } from '../core/faces/faceNames'
import { sheets } from './work'

/** A way to put the same drawings into a PDF. */
export type Way = (count: number, faces: FaceBytes) => Promise<Uint8Array>
const pt = (mm: number): number => mm / MM_PER_POINT
const part = (ink: string, at: number): number => parseInt(ink.slice(at, at + 2), 16) / 255
const marksOf = (d: Drawing): Mark[] => d.layers.flatMap(l => l.marks)
const svgPath = (mark: Extract<Mark, { kind: 'path' }>): string =>
  mark.steps.map(([op, ...n]) => op + n.map(v => pt(v).toFixed(2)).join(' ')).join('')

export const ours: Way = (count, faces) =>
  drawingsPdf(sheets(count), faces, { title: 'Bench', madeAt: '2026-11-24T09:00:00Z' })

/**
 * The same library as its guide shows it: every text through drawText with an embedded font, every page drawn
 * whole. The MICR line as plain text.
 */
export const naivePdfLib: Way = async (count, faces) => {
  const doc = await PDFDocument.create()
  doc.registerFontkit(fontkit)
  const fonts = Object.fromEntries(
    await Promise.all(faceNames.map(async n => [n, await doc.embedFont(faces[n])] as const)),
  )
  for (const drawing of sheets(count)) {
    const page = doc.addPage([pt(drawing.w), pt(drawing.h)])
    const up = (y: number): number => pt(drawing.h - y)
    for (const mark of marksOf(drawing)) {
      const color =
        'ink' in mark ? rgb(part(mark.ink, 1), part(mark.ink, 3), part(mark.ink, 5)) : rgb(0, 0, 0)
      if (mark.kind === 'text')
        page.drawText(mark.text, {
          x: pt(mark.x),
          y: up(mark.y),
          size: mark.size,
          font: fonts[mark.face]!,
          color,
        })
      else if (mark.kind === 'micr')
        [...mark.text].forEach((c, i) =>
          page.drawText(/\d/.test(c) ? c : '-', {
            x: pt(mark.x + i * PITCH),
            y: up(mark.y),
            size: 9,
            font: fonts.sans!,
            color,
          }),
        )
      else if (mark.kind === 'line')
        page.drawLine({
          start: { x: pt(mark.x), y: up(mark.y) },
          end: { x: pt(mark.x2), y: up(mark.y2) },
          thickness: pt(mark.width),
          color,
        })
      else if (mark.kind === 'rect')
        page.drawRectangle({
          x: pt(mark.x),
          y: up(mark.y + mark.h),
          width: pt(mark.w),
          height: pt(mark.h),
          borderWidth: pt(mark.width),
          borderColor: color,
        })
      else
        page.drawSvgPath(svgPath(mark), {
          x: 0,
          y: pt(drawing.h),
          borderWidth: pt(mark.width),
          borderColor: color,
        })
    }
  }
  return doc.save()
}

/** jsPDF as its guide shows it. */
export const naiveJsPdf: Way = async (count, faces) => {
  const doc = new JsPdf({ unit: 'mm', format: 'letter', compress: true })
  for (const name of faceNames) {
    doc.addFileToVFS(`${name}.ttf`, btoa(Array.from(faces[name], b => String.fromCharCode(b)).join('')))
    doc.addFont(`${name}.ttf`, name, 'normal')
  }
  let page = 0
  for (const drawing of sheets(count)) {
    if (page++) doc.addPage('letter')
    for (const mark of marksOf(drawing)) {
      if ('ink' in mark) {
        doc.setTextColor(mark.ink)
        doc.setDrawColor(mark.ink)
      }
      if (mark.kind === 'text') {
        doc.setFont(mark.face, 'normal')
        doc.setFontSize(mark.size)
        doc.text(mark.text, mark.x, mark.y)
      } else if (mark.kind === 'micr') {
        doc.setFont('sans', 'normal')
        doc.setFontSize(9)
        ;[...mark.text].forEach((c, i) => doc.text(/\d/.test(c) ? c : '-', mark.x + i * PITCH, mark.y))
      } else if (mark.kind === 'line') {
        doc.setLineWidth(mark.width)
        doc.line(mark.x, mark.y, mark.x2, mark.y2)
      } else if (mark.kind === 'rect') {
        doc.setLineWidth(mark.width)
        doc.rect(mark.x, mark.y, mark.w, mark.h)
      } else {
        doc.setLineWidth(mark.width)
        let [x, y] = [0, 0]
        const path = mark.steps.flatMap((s): { op: string; c: number[] }[] => {
          if (s[0] === 'Z') return [{ op: 'h', c: [] }]
          if (s[0] === 'Q') {
            const [, cx, cy, ex, ey] = s
            const c = [
              x + ((cx - x) * 2) / 3,
              y + ((cy - y) * 2) / 3,
              ex + ((cx - ex) * 2) / 3,
              ey + ((cy - ey) * 2) / 3,
              ex,
              ey,
            ]
            ;[x, y] = [ex, ey]
            return [{ op: 'c', c }]
          }
          ;[, x, y] = s
          return [{ op: s[0] === 'M' ? 'm' : 'l', c: [x, y] }]
        })
        doc.path(path).stroke()
      }
    }
  }
  return new Uint8Array(doc.output('arraybuffer'))
}
