import { applyAffine, noChange, type Affine, type Spot } from '../core/fit/affine'
import { beginOf, exactMicr, type MicrFit } from '../core/micr/micrFit'
import { BASELINE_UP, clearBand, PITCH } from '../core/micr/place'
import { readBack, type Meant } from '../core/micr/readBack'
import { panelOf, type Stock } from '../core/paper/stock'
import type { CheckFacts } from '../core/proof/facts'
import type { Drawing } from '../core/proof/marks'
import type { Note } from '../core/proof/note'
import type { Part, RasterPdf } from './pdfium'

/** Dots to the inch of the read-back: as a scanner has them, and what the reader is tried on. */
const READ_DPI = 200
/** How much more than the clear band is looked at, for a line that a fit has turned. In mm. */
const FIT_ROOM = 1.5
/** A line on the very edge of the band, such as a perforation, is not in it. In mm. */
const EDGE = 0.5

/** A MICR line on a finished page that is to be read again, and what it was meant to say. */
export interface LineToRead {
  readonly page: number
  readonly number: number
  readonly field: string
  readonly band: Part
  readonly meant: Meant
}

/**
 * The lines of one sheet: where each is looked for on its page, which a fit may have moved, and the MICR
 * line's own fit widened.
 */
export function linesOfSheet(
  drawing: Drawing,
  checks: readonly (CheckFacts | null)[],
  stock: Stock,
  page: number,
  fit: Affine | undefined,
  micr: MicrFit | undefined,
): LineToRead[] {
  const marks = drawing.layers.flatMap(l => l.marks.filter(m => m.kind === 'micr'))
  return checks.flatMap((check, place): LineToRead[] => {
    const panel = panelOf(stock, 'check', place + 1)
    const mark =
      panel &&
      marks.find(m => m.y > panel.y && m.y < panel.y + panel.h && m.x > panel.x && m.x < panel.x + panel.w)
    if (!check || !panel || !mark) return []
    const band = clearBand(panel)
    const end = { x: mark.x + mark.text.length * PITCH, y: mark.y }
    const put = applyAffine(fit ?? noChange, end)
    const begin = applyAffine(fit ?? noChange, {
      x: beginOf(mark.x, mark.text.length, micr ?? exactMicr),
      y: mark.y,
    })
    const part = {
      ...band,
      x: band.x + put.x - end.x,
      y: band.y + put.y - end.y - FIT_ROOM,
      h: band.h + 2 * FIT_ROOM,
    }
    // What a fit turns into the picture from above or below the band is not of the band.
    const slant = fit ? Math.abs(fit[1]) * panel.w : 0
    const nominal = applyAffine(fit ?? noChange, { x: end.x, y: panel.y + panel.h - BASELINE_UP })
    const inPart = ({ x, y }: Spot): Spot => ({ x: x - part.x, y: y - part.y })
    return [
      {
        page,
        number: check.number,
        field: mark.field,
        band: part,
        meant: {
          text: mark.text,
          from: inPart(begin),
          to: inPart(put),
          shapes: mark.shapes,
          band: {
            top: FIT_ROOM + slant + EDGE,
            foot: part.h - FIT_ROOM - slant - EDGE,
            baseline: inPart(nominal).y,
          },
        },
      },
    ]
  })
}

/**
 * Reads lines back from a finished PDF; each that is not as meant is an error. `onLine` hears of every line
 * that was read.
 */
export function readLines(
  pdf: RasterPdf,
  lines: readonly LineToRead[],
  onLine: () => void = () => {},
): Note[] {
  return lines.flatMap((line): Note[] => {
    const found = readBack(pdf.grey(line.page, line.band, READ_DPI), READ_DPI, line.meant)
    onLine()
    return found ? [{ ...found, severity: 'error', field: line.field, check: line.number }] : []
  })
}
