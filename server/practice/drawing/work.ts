import type { AccountFacts } from '#core/proof/facts'
import { pictureOf, type PictureQuery } from '../pictures'
import { openPrintable } from '../raster'
import { readChecks, type ReadCheck } from '../readChecks'
import type { Sheet } from '../sheetPicture'

/** What is done with PDFs, whoever made them. */
export const drawingWork = {
  /** The sizes of the pages of a PDF, in mm; throws `UnusablePdf` where it cannot be printed. */
  async sizes(pdf: Uint8Array, most: number): Promise<readonly { readonly w: number; readonly h: number }[]> {
    const opened = await openPrintable(pdf, most)
    await opened.close()
    return opened.sizes
  },
  picture: (sheet: Sheet, how: PictureQuery): Promise<Uint8Array> => pictureOf(sheet, how),
  checks: (sheet: Sheet, facts: AccountFacts): Promise<ReadCheck[]> => readChecks(sheet, facts),
}
export type DrawingWork = typeof drawingWork
export type DrawingName = keyof DrawingWork
