import { never } from '../base/result'
import { xmlText } from '../base/xmlOut'
import { UNITS_PER_PITCH, type Contour } from '../micr/outlines'
import { beginOf, exactMicr } from '../micr/micrFit'
import { PITCH } from '../micr/place'
import type { MicrShapes } from '../micr/shapes'
import { isMicr } from '../micr/symbols'
import { MM_PER_POINT } from '../paper/length'
import { marksOf, type Drawing, type Mark, type PathStep } from '../proof/marks'
import { widthOf } from '../faces/face'

const n = (value: number): string => String(Math.round(value * 1000) / 1000)

/**
 * Points of a contour as path steps, y still up; a curve without an on-curve point between two controls gets
 * one halfway.
 */
function contourSteps(contour: Contour): PathStep[] {
  const start = contour[0]
  if (!start) return []
  const steps: PathStep[] = [['M', start.x, start.y]]
  for (let i = 1; i <= contour.length; i++) {
    const point = contour[i % contour.length] ?? start
    if (point.on) {
      if (i < contour.length) steps.push(['L', point.x, point.y])
      continue
    }
    const end = contour[(i + 1) % contour.length] ?? start
    steps.push(['Q', point.x, point.y, end.x, end.y])
    i++
  }
  return [...steps, ['Z']]
}

const knownPaths = new WeakMap<MicrShapes, Map<string, string>>()
/** Path data of every character of the shapes, made once for each set of shapes. */
function micrPaths(shapes: MicrShapes): Map<string, string> {
  let paths = knownPaths.get(shapes)
  if (!paths)
    knownPaths.set(
      shapes,
      (paths = new Map(
        Object.entries(shapes.contours).map(([char, contours]) => [
          char,
          path(contours.flatMap(contourSteps)),
        ]),
      )),
    )
  return paths
}

function path(steps: readonly PathStep[]): string {
  return steps.map(([op, ...numbers]) => op + numbers.map(n).join(' ')).join('')
}

function markSvg(mark: Mark): string {
  switch (mark.kind) {
    case 'text':
      return `<text x="${n(mark.x)}" y="${n(mark.y)}" font-family="VL ${mark.face}" font-size="${n(mark.size * MM_PER_POINT)}" fill="${mark.ink}"${mark.turn ? ` transform="rotate(${n(-mark.turn)} ${n(mark.x)} ${n(mark.y)})"` : ''} textLength="${n(widthOf(mark.face, mark.text, mark.size) * MM_PER_POINT)}" data-field="${mark.field}">${xmlText(mark.text)}</text>`
    case 'micr': {
      const scale = PITCH / UNITS_PER_PITCH
      const fit = mark.fit ?? exactMicr
      const x = beginOf(mark.x, mark.text.length, fit)
      const paths = micrPaths(mark.shapes)
      const glyphs = [...mark.text].map((char, i) =>
        isMicr(char)
          ? `<path transform="translate(${n(x + i * PITCH * fit.width)} ${n(mark.y)}) scale(${scale * fit.width} ${-scale})" d="${paths.get(char)}"/>`
          : '',
      )
      return `<g fill="#000000" data-field="${mark.field}" data-micr="${xmlText(mark.text)}">${glyphs.join('')}</g>`
    }
    case 'line':
      return `<path d="M${n(mark.x)} ${n(mark.y)}L${n(mark.x2)} ${n(mark.y2)}" stroke="${mark.ink}" stroke-width="${mark.width}" fill="none"/>`
    case 'rect':
      return `<rect x="${n(mark.x)}" y="${n(mark.y)}" width="${n(mark.w)}" height="${n(mark.h)}" stroke="${mark.ink}" stroke-width="${mark.width}" fill="none"/>`
    case 'path':
      return `<path d="${path(mark.steps)}" stroke="${mark.ink}" stroke-width="${mark.width}" fill="none"/>`
    case 'image':
      return `<image x="${n(mark.x)}" y="${n(mark.y)}" width="${n(mark.w)}" height="${n(mark.h)}" preserveAspectRatio="none" href="data:image/${mark.picture.type};base64,${mark.picture.data}"/>`
    default:
      return never(mark)
  }
}

/** Marks as the inside of an SVG in mm. */
export const marksSvg = (marks: readonly Mark[]): string => marks.map(markSvg).join('')

/**
 * The drawing as one SVG in mm units, letters as text in the shipped faces (`VL sans` …, to be loaded by
 * the page), MICR as outlines. Each text says its length, since browsers round the widths of letters and
 * the PDF does not. `under` is put first (the stock's own perforations or print), as marks of the same
 * kind. No style attribute, so any strict policy allows it.
 */
export function drawingSvg(drawing: Drawing, title: string, under: readonly Mark[] = []): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${n(drawing.w)} ${n(drawing.h)}" role="img" aria-label="${xmlText(title)}" text-rendering="geometricPrecision" xml:space="preserve">${marksSvg([...under, ...marksOf(drawing)])}</svg>`
}
