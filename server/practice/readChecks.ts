import type { Canvas } from '@napi-rs/canvas'
import { parseAmount, type Cents } from '#core/money/cents'
import { clearBand } from '#core/micr/place'
import type { GreyImage } from '#core/micr/darkness'
import { greyOf } from '#core/micr/grey'
import { MM_PER_INCH } from '#core/paper/length'
import { checksPerSheet, panelOf, type Panel } from '#core/paper/stock'
import { readFoot, type SeenCheck } from '#core/practice/accountLine'
import type { AccountFacts } from '#core/proof/facts'
import { serverFaces } from './office'
import { openPrintable, type PrintablePdf } from './raster'
import { sheetCanvas, type Sheet } from './sheetPicture'

/** Dots to the inch at which the bank looks at a check. */
const DPI = 240
/** Room above and below the clear band for what a printer shifts. In mm. */
const ROOM = 2.5

/** A part of a picture as grey pixels. */
function greyPart(canvas: Canvas, part: { x: number; y: number; w: number; h: number }): GreyImage {
  const px = (mm: number): number => Math.round((mm / MM_PER_INCH) * DPI)
  const [x, y] = [Math.max(0, px(part.x)), Math.max(0, px(part.y))]
  const [w, h] = [Math.min(canvas.width - x, px(part.w)), Math.min(canvas.height - y, px(part.h))]
  return greyOf(canvas.getContext('2d').getImageData(x, y, w, h))
}

/** The amount in figures within a check, by the text of its page: the first with its sign or stars before it. */
async function amountIn(pdf: PrintablePdf, page: number, check: Panel): Promise<Cents | undefined> {
  for (const { text, x, y } of await pdf.texts(page)) {
    if (x < check.x || x > check.x + check.w || y < check.y || y > check.y + check.h) continue
    const figures = /^[^\d\s]{0,4}\**([\d,]+\.\d\d)\**$/.exec(text.trim())?.[1]
    const amount = figures ? parseAmount(figures) : undefined
    if (amount?.ok) return amount.value
  }
  return undefined
}

/** A check as the bank reads it. */
export interface ReadCheck extends SeenCheck {
  readonly amount?: Cents
}
/** Reads the checks of one sheet: number and account from its MICR line in the picture, the amount from its figures. */
export async function readChecks(
  { asked, press, pdf, out }: Sheet,
  facts: AccountFacts,
): Promise<ReadCheck[]> {
  const opened = await openPrintable(pdf, Infinity)
  try {
    const canvas = await sheetCanvas(asked, press, opened, out, await serverFaces(), DPI)
    const first = out.sheet === 1 ? asked.pack.firstPlace : 1
    const found: ReadCheck[] = []
    for (let place = first; place <= checksPerSheet(asked.stock); place++) {
      const check = panelOf(asked.stock, 'check', place)
      if (!check) continue
      const band = clearBand(check)
      const grey = greyPart(canvas, { ...band, y: band.y - ROOM, h: band.h + 2 * ROOM })
      const seen = readFoot(grey, DPI, facts, check.w)
      if (!seen) continue
      const amount = out.page === null ? undefined : await amountIn(opened, out.page, check)
      found.push({ ...seen, ...(amount !== undefined && { amount }) })
    }
    return found
  } finally {
    await opened.close()
  }
}
